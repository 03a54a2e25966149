import { useQuery } from '@tanstack/react-query';
import { keys } from '../../api/queryKeys';
import { Link } from '../../router';
import { get } from '../../api/client';
import type { CardSummary } from '../../api/types';
import { Empty, Loading, Problem } from '../../components/ui/states';
import { useSession } from '../../components/ui/useSession';
import { CardTable } from './CardTable';
import { NewCard } from './NewCard';

export default function CardsPage() {
    const person = useSession();
    const { data, error } = useQuery({ queryKey: keys.cards(), queryFn: () => get<{ cards: CardSummary[] }>('cards') });
    return (
        <>
            <div className="flex flex-wrap gap-x-5 items-baseline">
                <h1>Cards</h1>
                <Link to="/protocols">How each test is done</Link>
                <Link to="/capture">Colour of pictures: targets and profiles</Link>
                <Link to="/methods">How it measures</Link>
                <Link to="/accuracy">How well it measures</Link>
                {person && <Link to="/frames/new">A frame of your own, for sheets painted already</Link>}
            </div>
            {person ? (
                <NewCard />
            ) : (
                person === null && (
                    <p className="my-2">
                        <Link to="/sign-in?then=/cards">Sign in</Link> to make a card.
                    </p>
                )
            )}
            {data === undefined ? (
                error ? (
                    <Problem error={error} />
                ) : (
                    <Loading what="the cards" />
                )
            ) : data.cards.length === 0 ? (
                <Empty title="No cards yet">
                    Choose one to six pans above; the card prints at true size, straight onto painting paper or as a frame.
                </Empty>
            ) : (
                <CardTable cards={data.cards} />
            )}
        </>
    );
}
