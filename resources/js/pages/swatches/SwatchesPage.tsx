import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useRef, useState } from 'react';
import { Link, useSearchParams } from '../../router';
import { call, get, newUuid, post } from '../../api/client';
import { keys } from '../../api/queryKeys';
import type { Drawer, SwatchPicture } from '../../api/swatches';
import { StandIns } from '../../components/StandIns';
import { Telephone } from '../../components/Telephone';
import { Empty, Loading, Problem } from '../../components/ui/states';
import { useSession } from '../../components/ui/useSession';
import { SCANNER_AS_IT_SEES } from '../cards/HowTaken';
import { SwatchEntry } from './SwatchEntry';

/** A drawer of swatches of any time, each seen through the pocket frame; the newest first. */
export default function SwatchesPage() {
    const person = useSession();
    const queries = useQueryClient();
    const [query, setQuery] = useSearchParams();
    const page = Number(query.get('page') ?? 1);
    const { data, error } = useQuery({
        queryKey: keys.swatches(page),
        queryFn: () => get<Drawer>(`swatches?page=${page}`),
        refetchInterval: (q) => (q.state.data?.pictures.some((p) => p.state === 'waiting' || p.state === 'running') ? 1500 : false),
    });
    const come = useCallback(() => void queries.invalidateQueries({ queryKey: keys.swatches() }), [queries]);
    if (data === undefined) {
        return error ? <Problem error={error} /> : <Loading what="the swatches" />;
    }
    const open = data.pictures.filter((p) => p.state !== 'done');
    return (
        <>
            <h1>Swatches</h1>
            <p className="max-w-prose my-2">
                Any dry swatch that was ever painted becomes evidence: lay the{' '}
                <a href="/api/pocket-frame.svg" target="_blank" rel="noreferrer">
                    pocket frame
                </a>{' '}
                over it and take its picture. What a swatch shows stands by itself and is never counted together with cards.
            </p>
            {person && <TakeSwatch data={data} onCome={come} start={query.get('take') === 'telephone'} />}
            {open.length > 0 && <UnderWay pictures={open} />}
            {data.swatches.length === 0 && open.length === 0 && (
                <Empty title="No swatch here yet">
                    Print the pocket frame once, cut it out, and photograph one dry swatch through it.{' '}
                    {person === null && <Link to="/sign-in?then=/swatches">Sign in</Link>}
                </Empty>
            )}
            <ol aria-label="Swatches" className="mt-4">
                {data.swatches.map((s) => (
                    <SwatchEntry key={s.uuid} swatch={s} onSaved={come} />
                ))}
            </ol>
            {data.pages > 1 && (
                <nav aria-label="Pages" className="flex gap-4 my-4 items-center">
                    {page > 1 && (
                        <button type="button" className="button" onClick={() => setQuery({ page: String(page - 1) })}>
                            Newer
                        </button>
                    )}
                    <span className="num">
                        {page} / {data.pages}
                    </span>
                    {page < data.pages && (
                        <button type="button" className="button" onClick={() => setQuery({ page: String(page + 1) })}>
                            Older
                        </button>
                    )}
                </nav>
            )}
        </>
    );
}

async function drawer(): Promise<string> {
    return (await post<{ card: string }>('drawer')).card;
}

/** By telephone, or files from this machine; what is refused says why, and the others go on. */
function TakeSwatch({ data, onCome, start }: { data: Drawer; onCome: () => void; start: boolean }) {
    const file = useRef<HTMLInputElement>(null);
    const [toGo, setToGo] = useState(0);
    const [refused, setRefused] = useState<{ name: string; why: unknown }[]>([]);
    async function upload(files: File[]) {
        setRefused([]);
        setToGo(files.length);
        const card = data.drawer ?? (await drawer());
        for (const chosen of files) {
            const form = new FormData();
            form.append('picture', chosen);
            await call('POST', `cards/${card}/pictures/${newUuid()}`, form).catch((why: unknown) =>
                setRefused((all) => [...all, { name: chosen.name, why }]),
            );
            setToGo((n) => n - 1);
            onCome();
        }
    }
    return (
        <section
            aria-label="Take a swatch’s picture"
            className="no-print my-3"
            onDragOver={(e) => e.preventDefault()}
            onDrop={(e) => {
                e.preventDefault();
                void upload(Array.from(e.dataTransfer.files));
            }}
        >
            <div className="flex flex-wrap items-center gap-3">
                <Telephone card={data.drawer ?? drawer} onCome={onCome} start={start} />
                <input
                    ref={file}
                    type="file"
                    multiple
                    accept="image/*"
                    className="sr-only"
                    tabIndex={-1}
                    aria-label="Pictures of swatches"
                    onChange={(e) => {
                        const chosen = Array.from(e.target.files ?? []);
                        e.target.value = '';
                        if (chosen.length > 0) {
                            void upload(chosen);
                        }
                    }}
                />
                <button type="button" className="button" disabled={toGo > 0} onClick={() => file.current?.click()}>
                    {toGo > 0 ? `Uploading, ${toGo} to go` : 'Upload pictures'}
                </button>
                <a href="/api/pocket-frame.svg" target="_blank" rel="noreferrer" className="button">
                    Print the pocket frame
                </a>
                <StandIns>
                    <button
                        type="button"
                        className="button"
                        onClick={() =>
                            void drawer()
                                .then((card) => post(`cards/${card}/stand-in`, { device: 'camera' }))
                                .then(onCome)
                        }
                    >
                        Use the camera stand-in
                    </button>
                </StandIns>
            </div>
            <ul className="mt-3 text-sm text-soft max-w-prose list-disc pl-5">
                {data.howTo.map((h) => (
                    <li key={h}>{h}</li>
                ))}
                <li>{SCANNER_AS_IT_SEES}</li>
            </ul>
            {refused.map((r) => (
                <div key={r.name}>
                    <span className="font-medium">{r.name}</span>
                    <Problem error={r.why} />
                </div>
            ))}
        </section>
    );
}

function UnderWay({ pictures }: { pictures: SwatchPicture[] }) {
    return (
        <ul aria-label="Pictures under way" className="max-w-3xl my-3">
            {pictures.map((p) => (
                <li key={p.uuid} className="border-b border-rule py-2 flex flex-wrap gap-x-4 items-center">
                    <span className="font-medium">{p.called || p.name || 'Picture'}</span>
                    {p.state === 'failed' ? (
                        <span role="alert">{p.problem}</span>
                    ) : (
                        <>
                            <span>{p.step}</span>
                            <progress value={p.progress} aria-label={`How far ${p.name} is`} />
                        </>
                    )}
                </li>
            ))}
        </ul>
    );
}
