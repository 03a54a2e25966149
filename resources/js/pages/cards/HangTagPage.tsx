import { useQuery } from '@tanstack/react-query';
import { Link, useParams } from '../../router';
import { get } from '../../api/client';
import { keys } from '../../api/queryKeys';
import type { Card } from '../../api/types';
import { day, today } from '../../components/paint/words';
import { Empty, Loading, Problem } from '../../components/ui/states';
import { useTitle } from '../../components/ui/useTitle';

/** Two tags, for the backs of the window half and of the dark half: what it is, since when, when it is looked at, and that it stays. */
export default function HangTagPage() {
    const uuid = useParams().uuid ?? '';
    const { data, error } = useQuery({ queryKey: keys.card(uuid), queryFn: () => get<Card>(`cards/${uuid}`) });
    useTitle(data === undefined ? undefined : `Tags, ${data.title}`);
    if (data === undefined) {
        return error ? <Problem error={error} /> : <Loading what="the card" />;
    }
    if (data.hanging === null) {
        return (
            <Empty title="It does not hang yet">
                <Link to={`/cards/${uuid}`}>Say where it hangs</Link>, then print its tags.
            </Empty>
        );
    }
    const next = data.hanging.nextCheck;
    const when = next !== null && next > today() ? `about ${day(next)}` : 'as soon as can be';
    return (
        <>
            <div className="no-print flex flex-wrap gap-4 items-center mb-3">
                <h1>Tags for {data.title}</h1>
                <button type="button" className="button" data-main onClick={() => window.print()}>
                    Print
                </button>
                <Link to={`/cards/${uuid}`}>Back to the card</Link>
            </div>
            <div className="flex flex-wrap gap-[6mm]">
                <Tag card={data} half="Window half" keep="It hangs here to fade. Do not move it, wipe it or throw it away.">
                    Hung {day(data.hanging.hungOn)}, facing {data.hanging.facing}. Look again {when}.
                </Tag>
                <Tag card={data} half="Dark half" keep="Keep it shut away from light. Do not throw it away.">
                    Its other half has hung since {day(data.hanging.hungOn)}. Both are read together {when}.
                </Tag>
            </div>
        </>
    );
}

function Tag({ card, half, keep, children }: { card: Card; half: string; keep: string; children: React.ReactNode }) {
    return (
        <section
            aria-label={`Tag for the ${half.toLowerCase()}`}
            className="bg-panel border border-dashed border-ink w-[120mm] min-h-[70mm] p-[5mm] keep-together"
        >
            <p className="flex justify-between items-baseline m-0">
                <strong>{half}</strong>
                <span className="num">{card.code}</span>
            </p>
            <h2>{card.title}</h2>
            <p className="font-medium">{keep}</p>
            <p>{children}</p>
            <ol className="text-sm">
                {card.rows.map((r) => (
                    <li key={r.row}>
                        <span className="num">{r.row}</span> {r.paint.colourName} <span className="num">{r.paint.pigmentsWritten}</span>
                    </li>
                ))}
            </ol>
        </section>
    );
}
