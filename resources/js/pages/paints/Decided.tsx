import { useEffect, useState, type FormEvent } from 'react';
import { Link } from '../../router';
import { post, put, remove } from '../../api/client';
import type { PaintPage } from '../../api/types';
import { day, today } from '../../components/paint/words';
import { Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';
import { useSession } from '../../components/ui/useSession';

/** Whoever reads a page so long has seen what it says, ms. */
const READ_MS = 4000;

/** What was decided of a paint and why, asked again when the evidence has changed; and who likes it, which counts for nothing. */
export function Decided({ paint, onSaved }: { paint: PaintPage; onSaved: () => void }) {
    const person = useSession();
    const { error, busy, saving } = useSaving();
    const [deciding, setDeciding] = useState(false);
    useEffect(() => {
        if (person == null) {
            return;
        }
        const seen = setTimeout(() => void put(`paints/${paint.uuid}/look`, {}).catch(() => undefined), READ_MS);
        return () => clearTimeout(seen);
    }, [person, paint.uuid]);
    const { decisions, likedBy, liked, groups } = paint.opinions;
    const mine = decisions.find((d) => d.mine);
    const others = decisions.filter((d) => !d.mine);
    const save = (e: FormEvent<HTMLFormElement>) => {
        e.preventDefault();
        const said = Object.fromEntries(new FormData(e.currentTarget));
        return saving(async (fresh) => {
            await put(`decisions/${fresh()}`, { paintUuid: paint.uuid, ...said, shared: said.shared === 'on', on: today() });
            setDeciding(false);
            onSaved();
        });
    };
    return (
        <section aria-label="What was decided" className="my-2">
            {mine !== undefined && (
                <p>
                    You decided: <strong className="font-semibold">{mine.word}</strong>
                    {mine.reason && `, ${mine.reason}`}{' '}
                    <span className="text-soft">
                        ({day(mine.on)}
                        {mine.shared && ', shared'})
                    </span>{' '}
                    <button
                        type="button"
                        className="link text-sm"
                        onClick={() => void saving(() => remove(`decisions/${mine.uuid}`).then(onSaved))}
                    >
                        forget it
                    </button>
                </p>
            )}
            {mine !== undefined && mine.changes.length > 0 && (
                <p role="status" className="border-l-4 border-ink pl-3 my-2">
                    The evidence has changed since: {mine.changes.join('; ')}. Does it still stand?{' '}
                    <button
                        type="button"
                        className="button mx-2"
                        disabled={busy}
                        onClick={() => void saving(() => post(`decisions/${mine.uuid}/confirmation`).then(onSaved))}
                    >
                        It still stands
                    </button>
                    <button type="button" className="button" onClick={() => setDeciding(true)}>
                        Decide anew
                    </button>
                </p>
            )}
            <p className="flex flex-wrap gap-x-4 items-center">
                {others.map((d) => (
                    <span key={d.uuid} className="text-soft">
                        {d.by}: {d.word}
                        {d.reason && `, ${d.reason}`} ({day(d.on)})
                    </span>
                ))}
                {likedBy.length > 0 && <span className="text-soft">Liked by {likedBy.join(', ')}; liking is no evidence.</span>}
                {groups.map((g) => (
                    <Link key={g.uuid} to={`/groups/${g.uuid}`}>
                        {g.name}
                    </Link>
                ))}
                {person != null && !deciding && (
                    <button type="button" className="link min-h-11" onClick={() => setDeciding(true)}>
                        {mine === undefined ? 'Decide: keep, buy, let go …' : 'Decide anew'}
                    </button>
                )}
                {person != null && (
                    <button
                        type="button"
                        className="link min-h-11"
                        aria-pressed={liked}
                        onClick={() =>
                            void saving(() =>
                                (liked ? remove(`paints/${paint.uuid}/heart`) : put(`paints/${paint.uuid}/heart`, {})).then(onSaved),
                            )
                        }
                    >
                        {liked ? 'I like it; take that back' : 'I like it'}
                    </button>
                )}
            </p>
            {deciding && (
                <form onSubmit={(e) => void save(e)} className="flex flex-wrap gap-2 items-end">
                    <label className="text-sm">
                        Decision
                        <select name="word" className="block" autoFocus defaultValue={mine?.word}>
                            {paint.opinions.words.map((w) => (
                                <option key={w}>{w}</option>
                            ))}
                        </select>
                    </label>
                    <label className="text-sm grow max-w-xl">
                        Reason
                        <input name="reason" className="block w-full" maxLength={500} placeholder="holds, and lifts clean" />
                    </label>
                    <label className="flex gap-2 items-center min-h-11">
                        <input type="checkbox" name="shared" /> others may read it
                    </label>
                    <button className="button" data-main disabled={busy}>
                        Keep the decision
                    </button>
                    <button type="button" className="button" onClick={() => setDeciding(false)}>
                        Leave it
                    </button>
                </form>
            )}
            <Problem error={error} />
        </section>
    );
}
