import { useEffect, useState } from 'react';
import { outbox } from './outbox';
import { useOutbox } from './useOutbox';

/** Says whether all that was entered has arrived; opens what could not be kept as it was. */
export default function Waiting() {
    const { entries, reached } = useOutbox();
    const [open, setOpen] = useState(false);
    const unsent = entries.filter((e) => e.state === 'waiting').length;
    const slow = useSlow(unsent > 0);
    const waiting = slow || !reached ? unsent : 0;
    const stuck = entries.filter((e) => e.state !== 'waiting');
    if (waiting === 0 && stuck.length === 0) {
        return <div hidden data-unsent={unsent} />;
    }
    return (
        <div data-unsent={unsent} className="no-print border-b border-ink bg-panel" role="status">
            <div className="mx-auto max-w-[1480px] px-5 py-1.5 text-sm flex flex-wrap gap-x-4 items-center">
                {waiting > 0 && (
                    <span>
                        {waiting} {waiting === 1 ? 'entry is' : 'entries are'} kept in this browser and{' '}
                        {reached ? 'on the way' : 'will go out when the server is back'}.
                    </span>
                )}
                {stuck.length > 0 && (
                    <button type="button" className="link font-semibold min-h-11" aria-expanded={open} onClick={() => setOpen(!open)}>
                        {stuck.length} {stuck.length === 1 ? 'entry needs' : 'entries need'} a look
                    </button>
                )}
                {!reached && (
                    <button type="button" className="link" onClick={outbox.send}>
                        Try now
                    </button>
                )}
            </div>
            {open && stuck.length > 0 && (
                <ul className="mx-auto max-w-[1480px] px-5 pb-3">
                    {stuck.map((e) => (
                        <li key={e.id} className="border-t border-rule py-2 flex flex-wrap gap-x-4 gap-y-1 items-center">
                            <span>
                                <strong>{e.about}</strong>: {e.state === 'conflict' ? 'somebody changed it meanwhile.' : e.fault}
                            </span>
                            {e.state === 'conflict' && <Insist id={e.id} path={e.path} />}
                            <button type="button" className="button" onClick={() => void outbox.drop(e.id)}>
                                {e.state === 'conflict' ? 'Keep theirs' : 'Put it aside'}
                            </button>
                        </li>
                    ))}
                </ul>
            )}
        </div>
    );
}

/** Whether something has lasted for more than a moment; what goes out at once is not worth a word. */
function useSlow(lasting: boolean): boolean {
    const [slow, setSlow] = useState(false);
    useEffect(() => {
        const wait = setTimeout(() => setSlow(lasting), lasting ? 1500 : 0);
        return () => clearTimeout(wait);
    }, [lasting]);
    return slow && lasting;
}

function Insist({ id, path }: { id: number; path: string }) {
    const edition = outbox.newestEdition(path);
    return (
        <button
            type="button"
            className="button"
            disabled={edition === undefined}
            onClick={() => edition !== undefined && void outbox.insist(id, edition)}
        >
            Write mine over it
        </button>
    );
}
