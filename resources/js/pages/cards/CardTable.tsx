import { Link } from '../../router';
import type { CardSummary } from '../../api/types';
import { day } from '../../components/paint/words';
import { Wide } from '../../components/ui/Wide';

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
