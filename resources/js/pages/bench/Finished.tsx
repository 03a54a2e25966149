import { Link } from '../../router';
import type { Session } from '../../api/bench';
import { Empty } from '../../components/ui/states';
import { where } from './steps';

export function Finished({ session }: { session: Session }) {
    const skipped = session.tasks.filter((t) => t.state === 'skipped');
    return (
        <Empty title="All is done">
            <ul>
                {session.cards.map((c) => (
                    <li key={c.uuid}>
                        <Link to={`/cards/${c.uuid}`}>{c.title}</Link>
                        {c.measuring?.state === 'done' ? ', measured' : ', waiting for its picture'}
                    </li>
                ))}
            </ul>
            {skipped.length > 0 && (
                <p className="mt-2">
                    Skipped:{' '}
                    {skipped
                        .map((t) => {
                            const { row, number } = where(session, t);
                            return `${session.kinds[t.kind]!.title} of ${row === null ? `card ${number}` : row.label} (${t.reason})`;
                        })
                        .join('; ')}
                    .
                </p>
            )}
        </Empty>
    );
}
