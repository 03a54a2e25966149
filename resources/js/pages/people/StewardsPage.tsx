import { useQuery } from '@tanstack/react-query';
import { Link, useSearchParams } from '../../router';
import { get, put } from '../../api/client';
import { keys } from '../../api/queryKeys';
import { day } from '../../components/paint/words';
import { Pages } from '../../components/ui/Pages';
import { Empty, Loading, Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';
import { useSession } from '../../components/ui/useSession';
import { Wide } from '../../components/ui/Wide';

interface Reports {
    reports: {
        uuid: string;
        subject: string;
        words: string;
        by: string;
        at: string;
        settled: string | null;
        told: string;
        link: string | null;
    }[];
}
interface Trail {
    entries: { at: string; by: string | null; byUuid: string | null; did: string; subject: string; token: string }[];
    page: number;
    pages: number;
}

/** What was reported, and who did what. */
export default function StewardsPage() {
    const person = useSession();
    const steward = person?.ofHouse ?? false;
    const [at, go] = useSearchParams();
    const page = at.get('page') ?? '1';
    const { busy, saving } = useSaving();
    const reports = useQuery({ queryKey: keys.reports(), queryFn: () => get<Reports>('reports'), enabled: steward });
    const trail = useQuery({ queryKey: keys.audit(page), queryFn: () => get<Trail>(`audit?page=${page}`), enabled: steward });
    if (person !== undefined && !steward) {
        return (
            <Empty title="This page is for the stewards of the house">
                <Link to="/account">Your own page</Link>
            </Empty>
        );
    }
    if (reports.data === undefined || trail.data === undefined) {
        return reports.error ? <Problem error={reports.error} /> : <Loading what="the reports" />;
    }
    return (
        <>
            <h1>For stewards</h1>
            <section className="mt-3 max-w-4xl">
                <h2 className="border-b border-ink pb-1">Reported</h2>
                {reports.data.reports.length === 0 && <p className="my-1 text-soft">Nothing was reported.</p>}
                <ul>
                    {reports.data.reports.map((r) => (
                        <li key={r.uuid} className="border-b border-rule py-2">
                            <p>
                                {r.by}, {day(r.at)}, about a {r.subject}: <strong className="font-semibold">{r.words}</strong>
                            </p>
                            <p className="pl-5">
                                {r.link === null ? r.told : <Link to={r.link}>{r.told}</Link>}{' '}
                                {r.settled !== null ? (
                                    <span className="text-soft">looked at {day(r.settled)}</span>
                                ) : (
                                    <button
                                        type="button"
                                        className="link"
                                        disabled={busy}
                                        onClick={() =>
                                            void saving(() => put(`reports/${r.uuid}/settlement`, {}).then(() => reports.refetch()))
                                        }
                                    >
                                        I have looked at it
                                    </button>
                                )}
                            </p>
                        </li>
                    ))}
                </ul>
            </section>
            <section className="mt-6">
                <h2 className="border-b border-ink pb-1">Who did what</h2>
                <p className="my-1 max-w-prose text-sm">
                    Every change, by whom and when; what it was stands with the thing itself. It is kept with the database and goes into
                    every backup. Sign-ins and password links are in the security log.
                </p>
                <Wide label="Trail">
                    <table className="w-full max-w-5xl">
                        <thead>
                            <tr className="border-b border-ink">
                                <th className="py-1">When</th>
                                <th>Who</th>
                                <th>Did</th>
                                <th>What with</th>
                            </tr>
                        </thead>
                        <tbody>
                            {trail.data.entries.map((e, i) => (
                                <tr key={i} className="border-b border-rule">
                                    <td className="py-1 pr-4 num whitespace-nowrap">
                                        {day(e.at)} {e.at.slice(11, 16)}
                                    </td>
                                    <td className="pr-4">
                                        {e.by ?? 'somebody who is gone'}
                                        {e.token && <span className="text-soft">, by “{e.token}”</span>}
                                    </td>
                                    <td className="pr-4 num text-sm">{e.did}</td>
                                    <td className="num text-sm break-all">{e.subject}</td>
                                </tr>
                            ))}
                        </tbody>
                    </table>
                </Wide>
                <Pages
                    page={trail.data.page}
                    pages={trail.data.pages}
                    onGo={(p) => go({ page: String(p) })}
                    before="Later"
                    after="Earlier"
                />
            </section>
        </>
    );
}
