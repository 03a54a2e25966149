import type { Session } from '../../api/bench';

export function CardTabs({ session, current, onCard }: { session: Session; current: string; onCard: (uuid: string) => void }) {
    if (session.cards.length < 2) {
        return null;
    }
    return (
        <div className="flex flex-wrap mb-1" role="group" aria-label="Cards of this session">
            {session.cards.map((c, i) => {
                const tasks = session.tasks.filter((t) => t.card === c.uuid);
                return (
                    <button
                        key={c.uuid}
                        type="button"
                        aria-pressed={c.uuid === current}
                        className={[
                            'min-h-11 px-3 cursor-pointer border-b-2',
                            c.uuid === current ? 'border-ink font-semibold' : 'border-transparent',
                        ].join(' ')}
                        onClick={() => onCard(c.uuid)}
                    >
                        Card {i + 1}{' '}
                        <span className="num text-soft">
                            {tasks.filter((t) => t.state !== 'open').length}/{tasks.length}
                        </span>
                    </button>
                );
            })}
        </div>
    );
}
