import { useQuery } from '@tanstack/react-query';
import { keys } from '../../api/queryKeys';
import { Link } from 'react-router';
import { get } from '../../api/client';
import type { CardSummary } from '../../api/types';
import { day } from '../../components/paint/words';
import { Empty, Loading, Problem } from '../../components/ui/states';
import { Wide } from '../../components/ui/Wide';

export default function FadeRack() {
    const { data, error } = useQuery({ queryKey: keys.cards('fade'), queryFn: () => get<{ cards: CardSummary[] }>('cards?kind=fade') });
    return (
        <>
            <h1>Fade rack</h1>
            <p className="my-2 max-w-prose">
                A fade card has two pieces: one is kept in the dark, one hangs in a window. They are read together before hanging and at
                every check.
            </p>
            {data === undefined ? (
                error ? (
                    <Problem error={error} />
                ) : (
                    <Loading what="the rack" />
                )
            ) : data.cards.length === 0 ? (
                <Empty title="Nothing hangs yet">
                    <Link to="/cards">Make a fade card</Link>.
                </Empty>
            ) : (
                <CardTable cards={data.cards} />
            )}
        </>
    );
}

export function CardTable({ cards }: { cards: CardSummary[] }) {
    return (
        <Wide label="Cards">
            <table className="w-full min-w-[760px]">
                <thead>
                    <tr className="border-b border-ink">
                        <th className="py-1">Card</th>
                        <th>Code</th>
                        <th>Kind</th>
                        <th>Paper</th>
                        <th>Tester</th>
                        <th>Made</th>
                        <th className="text-right">Rows</th>
                        <th className="pl-4">State</th>
                    </tr>
                </thead>
                <tbody>
                    {cards.map((c) => (
                        <tr key={c.uuid} className="border-b border-rule">
                            <td className="py-1.5 pr-3 font-semibold">
                                <Link to={`/${c.mayChange ? 'cards' : 'records'}/${c.uuid}`}>{c.title}</Link>
                            </td>
                            <td className="num pr-3">{c.code}</td>
                            <td className="pr-3">{c.kind}</td>
                            <td className="pr-3">{c.paper}</td>
                            <td className="pr-3">{c.owner}</td>
                            <td className="pr-3 whitespace-nowrap">{day(c.made)}</td>
                            <td className="num text-right">{c.paints}</td>
                            <td className="pl-4 whitespace-nowrap">{c.published ? `published ${day(c.published)}` : 'draft'}</td>
                        </tr>
                    ))}
                </tbody>
            </table>
        </Wide>
    );
}
