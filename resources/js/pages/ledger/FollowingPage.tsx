import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Link } from '../../router';
import { get, put } from '../../api/client';
import { keys } from '../../api/queryKeys';
import { day } from '../../components/paint/words';
import { Empty, Loading, Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';
import { useSession } from '../../components/ui/useSession';
import { Follow, type Followed } from './Follow';

const PATHS: Record<string, string> = { code: '/pigments/', paint: '/paints/', rack: '/records/', tester: '/testers/' };

/** What became of what one follows, and of one's own records and questions. */
export default function FollowingPage() {
    const person = useSession();
    const queries = useQueryClient();
    const { busy, saving } = useSaving();
    const { data, error } = useQuery({ queryKey: keys.follows(), queryFn: () => get<Followed>('follows'), enabled: Boolean(person) });
    if (person === null) {
        return (
            <Empty title="Following needs an account">
                <Link to="/sign-in?then=/following">Sign in</Link>, or follow with a feed reader: <a href="/feed.atom">all new records</a>;
                a code, a paint or a tester from its own page.
            </Empty>
        );
    }
    if (data === undefined) {
        return error ? <Problem error={error} /> : <Loading what="what is new" />;
    }
    const fresh = data.events.filter((e) => e.new).length;
    return (
        <>
            <div className="flex flex-wrap gap-x-5 items-baseline">
                <h1>Following</h1>
                {fresh > 0 && (
                    <button
                        type="button"
                        className="link ml-auto"
                        disabled={busy}
                        onClick={() =>
                            void saving(() => put('follows/seen', {}).then(() => queries.invalidateQueries({ queryKey: keys.follows() })))
                        }
                    >
                        I have read all this
                    </button>
                )}
            </div>
            <div className="grid gap-x-10 gap-y-6 lg:grid-cols-[1fr_20rem] mt-3">
                <section aria-label="What happened">
                    {data.events.length === 0 ? (
                        <p className="text-soft">
                            Nothing yet. Follow a code, a paint, a rack or a tester from its own page; questions about your records and
                            answers to yours come by themselves. Nothing is sent by mail.
                        </p>
                    ) : (
                        <ul>
                            {data.events.map((e, i) => (
                                <li key={i} className="border-b border-rule py-1.5 grid sm:grid-cols-[7rem_11rem_1fr] gap-x-3">
                                    <span className="num">{day(e.on)}</span>
                                    <span>
                                        {e.new && <strong className="font-semibold">new: </strong>}
                                        {e.what}
                                    </span>
                                    <span>
                                        <Link to={e.link}>{e.words}</Link> <span className="text-soft">{e.by}</span>
                                    </span>
                                </li>
                            ))}
                        </ul>
                    )}
                </section>
                <section aria-label="What you follow">
                    <h2 className="border-b border-ink pb-1">You follow</h2>
                    {data.follows.length === 0 && <p className="my-1 text-soft">nothing yet</p>}
                    <ul>
                        {data.follows.map((f) => (
                            <li key={`${f.kind} ${f.key}`} className="border-b border-rule py-1.5 flex flex-wrap gap-x-3 justify-between">
                                <span>
                                    <Link to={PATHS[f.kind] + f.key}>{f.name}</Link> <span className="text-soft">{f.kind}</span>
                                </span>
                                <Follow kind={f.kind as 'code'} of={f.key} what="it" />
                            </li>
                        ))}
                    </ul>
                </section>
            </div>
        </>
    );
}
