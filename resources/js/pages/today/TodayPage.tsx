import { useQuery } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { get } from '../../api/client';
import type { CardSummary } from '../../api/types';
import { day, today } from '../../components/paint/words';
import { Empty, Loading, Problem } from '../../components/ui/states';
import { useSession } from '../../components/ui/useSession';

interface Today { checks: CardSummary[]; waiting: CardSummary[]; toHang: CardSummary[]; drafts: CardSummary[] }

export default function TodayPage() {
    const person = useSession();
    const { data, error } = useQuery({ queryKey: ['today'], queryFn: () => get<Today>('today'), enabled: person !== null });
    if (person === null) {
        return <Empty title="Today is about your own cards"><Link to="/sign-in?then=/today">Sign in</Link> to see what is due.</Empty>;
    }
    if (data === undefined) {
        return error ? <Problem error={error} /> : <Loading what="what is due" />;
    }
    const nothing = Object.values(data).every((list) => list.length === 0);
    return (
        <>
            <h1>Today, {day(today())}</h1>
            {nothing && <Empty title="Nothing is due"><Link to="/cards">Make a card</Link> for paints that are not tested yet.</Empty>}
            <Group title="Fade strips to check" cards={data.checks} say={(c) => {
                const late = (c.nextCheck ?? '') < today();
                return <>{late ? <strong>overdue since {day(c.nextCheck)}</strong> : <>next check {day(c.nextCheck)}</>}</>;
            }} />
            <Group title="Read before hanging, not hung yet" cards={data.toHang} say={() => 'record where and when it hangs'} />
            <Group title="Waiting for a picture" cards={data.waiting} say={(c) => `made ${day(c.made)}`} />
            <Group title="Measured, not published" cards={data.drafts} say={(c) => `made ${day(c.made)}`} />
        </>
    );
}

function Group({ title, cards, say }: { title: string; cards: CardSummary[]; say: (card: CardSummary) => ReactNode }) {
    if (cards.length === 0) {
        return null;
    }
    return (
        <section className="mt-6 max-w-3xl">
            <h2 className="border-b border-ink pb-1">{title}</h2>
            <ul>{cards.map((c) => (
                <li key={c.uuid} className="border-b border-rule py-2 flex flex-wrap gap-x-4 justify-between">
                    <Link to={`/cards/${c.uuid}`} className="font-medium">{c.title}</Link><span className="num">{c.code}</span><span>{say(c)}</span>
                </li>
            ))}</ul>
        </section>
    );
}
