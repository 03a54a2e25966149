import { useQuery } from '@tanstack/react-query';
import { useId, useState, type FormEvent } from 'react';
import { useNavigate } from '../../router';
import { get, put } from '../../api/client';
import { keys } from '../../api/queryKeys';
import type { Card, Paint } from '../../api/types';
import { Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';
import { VagueDays } from './Hang';
import { windowOf, WindowFields, type Choices } from './WindowFields';

/** Takes in a strip that was not printed here: two loose halves, or a sheet half covered with foil. */
export function OldStrip({ choices }: { choices: Choices }) {
    const [words, setWords] = useState('');
    const { error, busy, saving } = useSaving();
    const go = useNavigate();
    const list = useId();
    const search = words.trim();
    const { data } = useQuery({
        queryKey: keys.paints('like', search),
        queryFn: () => get<{ paints: Paint[] }>(`paints?q=${encodeURIComponent(search)}`),
        enabled: search.length >= 2,
        staleTime: 10_000,
    });
    const full = (p: Paint) => `${p.colourName}, ${p.maker}`;
    const picked = data?.paints.find((p) => full(p) === search) ?? (data?.paints.length === 1 ? data.paints[0] : undefined);
    function save(e: FormEvent<HTMLFormElement>) {
        e.preventDefault();
        const values = Object.fromEntries(new FormData(e.currentTarget));
        return saving(async (fresh) => {
            const card = await put<Card>(`old-strips/${fresh()}`, {
                ...windowOf(values),
                paintUuid: picked?.uuid,
                hungWhen: values.hungWhen,
                downWhen: values.downWhen,
            });
            void go(`/cards/${card.uuid}`);
        });
    }
    return (
        <details className="mt-6 border-t border-rule pt-3">
            <summary className="cursor-pointer">
                <span className="font-medium">An old strip, or a sheet half covered with foil</span>{' '}
                <span className="text-soft">that was not printed here</span>
            </summary>
            <p className="my-2 max-w-prose">
                Two loose halves from a drawer will do, with days as vague as they are. Then lay a{' '}
                <a href="/api/pocket-frame.svg">pocket frame</a> over each half and take one picture of both. Without a reading from before
                it hung the answer is less sure, and says so.
            </p>
            <form onSubmit={(e) => void save(e)} className="grid grid-cols-2 gap-2 text-sm max-w-xl" aria-label="An old strip">
                <label className="col-span-2">
                    Paint
                    <input
                        className="block w-full"
                        list={list}
                        value={words}
                        onChange={(e) => setWords(e.target.value)}
                        placeholder="colour name, maker"
                        required
                    />
                    <datalist id={list}>
                        {data?.paints.map((p) => (
                            <option key={p.uuid} value={full(p)} />
                        ))}
                    </datalist>
                    {search.length >= 2 && data !== undefined && data.paints.length === 0 && (
                        <span>No such paint is recorded. Record it under Paints first.</span>
                    )}
                </label>
                <WindowFields of={null} choices={choices} days={<VagueDays of={null} />} />
                <button className="button col-span-2 justify-center" data-main disabled={busy}>
                    Take it in
                </button>
                <Problem error={error} />
            </form>
        </details>
    );
}
