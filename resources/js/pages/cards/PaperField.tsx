import { useQuery, useQueryClient } from '@tanstack/react-query';
import { keys } from '../../api/queryKeys';
import { useRef, useState } from 'react';
import { get, newUuid, put } from '../../api/client';

export interface BlockKind {
    kind: string;
    words: string;
    tells: string;
    counts: [number, number, number] | null;
}
interface Titled {
    id: string;
    title: string;
}
interface Papers {
    papers: { uuid: string; words: string }[];
    fibres: string[];
    surfaces: string[];
    lifting: Titled[];
    paint: Titled[];
    quality: Titled[];
    usualBlocks: string;
    blocks: BlockKind[];
}

/** The chosen paper, or a new one that is recorded when the form is sent. */
export function usePaper() {
    const papers = useQuery({ queryKey: keys.papers(), queryFn: () => get<Papers>('papers') });
    const [chosen, choose] = useState('');
    const making = useRef(newUuid());
    const queries = useQueryClient();
    const uuid = chosen || papers.data?.papers[0]?.uuid || 'new';
    return {
        uuid,
        choose,
        data: papers.data,
        async save(form: Record<string, FormDataEntryValue>): Promise<string> {
            if (uuid !== 'new') {
                return uuid;
            }
            // The same one until it is there, however often it is sent.
            const made = making.current;
            await put(`papers/${made}`, {
                maker: form.paperMaker,
                fibre: form.fibre,
                surface: form.surface,
                weightGsm: form.weightGsm || null,
            });
            choose(made);
            making.current = newUuid();
            void queries.invalidateQueries({ queryKey: keys.papers() });
            return made;
        },
    };
}

export function PaperField({ paper }: { paper: ReturnType<typeof usePaper> }) {
    return (
        <>
            <label className="text-sm">
                Paper
                <select className="block" value={paper.uuid} onChange={(e) => paper.choose(e.target.value)}>
                    {paper.data?.papers.map((p) => (
                        <option key={p.uuid} value={p.uuid}>
                            {p.words}
                        </option>
                    ))}
                    <option value="new">another paper …</option>
                </select>
            </label>
            <label className="text-sm">
                Side
                <select className="block" name="side">
                    {['felt side', 'wire side', 'side unknown'].map((s) => (
                        <option key={s}>{s}</option>
                    ))}
                </select>
            </label>
            {paper.uuid === 'new' && (
                <>
                    <label className="text-sm">
                        Paper’s maker
                        <input className="block" name="paperMaker" required />
                    </label>
                    <label className="text-sm">
                        Fibre
                        <select className="block" name="fibre">
                            {paper.data?.fibres.map((f) => (
                                <option key={f}>{f}</option>
                            ))}
                        </select>
                    </label>
                    <label className="text-sm">
                        Surface
                        <select className="block" name="surface">
                            {paper.data?.surfaces.map((f) => (
                                <option key={f}>{f}</option>
                            ))}
                        </select>
                    </label>
                    <label className="text-sm">
                        g/m²
                        <input className="block w-24" name="weightGsm" inputMode="numeric" />
                    </label>
                </>
            )}
        </>
    );
}
