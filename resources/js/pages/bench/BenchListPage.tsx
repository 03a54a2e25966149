import { useQuery } from '@tanstack/react-query';
import { keys } from '../../api/queryKeys';
import { Link } from '../../router';
import { get } from '../../api/client';
import type { Standing } from '../../api/bench';
import { day } from '../../components/paint/words';
import { Empty, Loading, Problem } from '../../components/ui/states';
import { Wide } from '../../components/ui/Wide';
import { useSession } from '../../components/ui/useSession';

export default function BenchListPage() {
    const person = useSession();
    const { data, error } = useQuery({
        queryKey: keys.sessions(),
        queryFn: () => get<{ sessions: Standing[] }>('sessions'),
        enabled: Boolean(person),
    });
    if (person === null) {
        return (
            <Empty title="Sessions are for those who paint">
                <Link to="/sign-in?then=/bench">Sign in</Link> to plan one or to go on with yours.
            </Empty>
        );
    }
    return (
        <>
            <div className="flex flex-wrap gap-4 items-baseline">
                <h1>Bench</h1>
                <Link to="/bench/new" className="button" data-main>
                    Plan a session
                </Link>
                <nav aria-label="At the bench" className="flex flex-wrap gap-x-4 ml-auto">
                    <Link to="/cards">Cards</Link>
                    <Link to="/swatches">Swatches</Link>
                    <Link to="/protocols">Protocols</Link>
                    <Link to="/capture">Targets and profiles</Link>
                </nav>
            </div>
            <Problem error={error} />
            {data === undefined ? (
                !error && <Loading what="the sessions" />
            ) : data.sessions.length === 0 ? (
                <Empty title="No session yet">Choose pans and tests; cards, rows, order and drying gaps are planned for you.</Empty>
            ) : (
                <Wide label="Sessions">
                    <table className="w-full min-w-[720px] mt-4">
                        <thead>
                            <tr className="border-b border-ink">
                                <th className="py-1">Session</th>
                                <th>Planned for</th>
                                <th>Paper</th>
                                <th>Done</th>
                                <th>Next</th>
                            </tr>
                        </thead>
                        <tbody>
                            {data.sessions.map((s) => (
                                <tr key={s.uuid} className="border-b border-rule">
                                    <td className="py-2.5 pr-3">
                                        <Link to={`/bench/${s.uuid}`} className="font-semibold">
                                            {s.title}
                                        </Link>
                                        {s.blind && <span className="text-sm"> {s.revealed ? 'was blind' : 'blind'}</span>}
                                    </td>
                                    <td className="pr-3">{day(s.plannedOn)}</td>
                                    <td className="pr-3">{s.paper}</td>
                                    <td className="pr-3 num">
                                        {s.done}/{s.tasks}
                                    </td>
                                    <td>{s.next === null ? 'all done' : s.finished !== null ? 'put away' : s.next}</td>
                                </tr>
                            ))}
                        </tbody>
                    </table>
                </Wide>
            )}
        </>
    );
}
