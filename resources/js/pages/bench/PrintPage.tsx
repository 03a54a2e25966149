import { useQuery } from '@tanstack/react-query';
import { keys } from '../../api/queryKeys';
import { Link, useParams, useSearchParams } from '../../router';
import { get } from '../../api/client';
import type { Session } from '../../api/bench';
import { labelSheets, Sheets } from '../../components/Sheets';
import { Loading, Problem } from '../../components/ui/states';

/** What each way of printing needs. */
const NEEDS: Record<string, string> = {
    frames: 'Any printer and any stiff paper: cut the windows out, lay the frame over a hand-ruled sheet of painting paper, and keep it.',
    cards: 'A printer that takes your painting paper, and ink that water does not move: the card is painted on as it comes out.',
    labels: 'Any printer, and paper or self-adhesive sheets.',
};

/** Cards or frames of a session, and labels for its pans, ready for the printer. */
export default function PrintPage() {
    const uuid = useParams().uuid ?? '';
    const [query, setQuery] = useSearchParams();
    const what = query.get('what') ?? 'frames';
    const { data, error } = useQuery({
        queryKey: keys.benchPrint(uuid),
        queryFn: () => get<Session & { pans: string[] }>(`sessions/${uuid}`),
    });
    if (data === undefined) {
        return error ? <Problem error={error} /> : <Loading what="the sheets" />;
    }
    const cards = data.cards.map((c) => ({ src: `/api/cards/${c.uuid}/print.svg${what === 'frames' ? '?frame=1' : ''}`, name: c.title }));
    return (
        <>
            <div className="no-print flex flex-wrap gap-2 mb-3" role="group" aria-label="What to print">
                {['frames', 'cards', ...(data.pans.length > 0 ? ['labels'] : [])].map((w) => (
                    <button
                        key={w}
                        type="button"
                        className="button"
                        aria-pressed={w === what}
                        data-main={w === what ? true : undefined}
                        onClick={() => setQuery({ what: w })}
                    >
                        {w}
                    </button>
                ))}
                <Link to={`/bench/${uuid}`} className="button">
                    Back to the bench
                </Link>
            </div>
            <p className="no-print mb-3 max-w-prose">{NEEDS[what]}</p>
            <Sheets title={data.title} of={what === 'labels' ? labelSheets(data.pans) : cards} />
        </>
    );
}
