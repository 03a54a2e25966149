import { useRef, useState, type ReactNode } from 'react';
import { Problem } from './states';

const ASK_AGAIN_MS = 1000;

/** A link to an archive: a large one is made first, and this says how far it is and fetches it then. */
export function ArchiveLink({ href, className, children }: { href: string; className?: string; children: ReactNode }) {
    const [done, setDone] = useState<number | null>(null);
    const [fault, setFault] = useState<unknown>(null);
    const waiting = useRef(false);
    async function fetchIt() {
        if (waiting.current) {
            return;
        }
        waiting.current = true;
        setFault(null);
        try {
            for (;;) {
                const answer = await fetch(href, { headers: { Accept: 'application/json' }, method: 'HEAD' });
                if (answer.status !== 202) {
                    if (!answer.ok) {
                        const said = (await (await fetch(href, { headers: { Accept: 'application/json' } })).json()) as { detail?: string };
                        throw new Error(said.detail ?? 'The archive could not be made.');
                    }
                    window.location.assign(href);
                    return;
                }
                setDone(Number(answer.headers.get('X-Progress') ?? 0));
                await new Promise((then) => setTimeout(then, ASK_AGAIN_MS));
            }
        } catch (problem) {
            setFault(problem);
        } finally {
            waiting.current = false;
            setDone(null);
        }
    }
    return (
        <>
            <a
                className={className}
                href={href}
                onClick={(e) => {
                    e.preventDefault();
                    void fetchIt();
                }}
            >
                {children}
            </a>
            {done !== null && (
                <span role="status" className="text-soft text-sm num">
                    {' '}
                    being made, {Math.round(100 * done)} %
                </span>
            )}
            <Problem error={fault} />
        </>
    );
}
