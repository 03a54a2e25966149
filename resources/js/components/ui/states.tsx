import type { ReactNode } from 'react';
import { Link } from '../../router';
import { Fault } from '../../api/client';

export function Loading({ what }: { what: string }) {
    return (
        <p className="py-8 text-soft" role="status">
            Fetching {what} …
        </p>
    );
}

/** What went wrong, in a sentence; where the server only asks, a button that says yes. */
export function Problem({ error, onSay }: { error: unknown; onSay?: (said: Record<string, boolean>) => void }) {
    const say = error instanceof Fault ? error.say : null;
    return error ? (
        <div className="border-l-4 border-ink bg-panel px-3 py-2 my-2 max-w-prose" role="alert">
            {error instanceof Error ? error.message : String(error)}
            {say !== null && onSay && (
                <button type="button" className="button mt-2 block" onClick={() => onSay({ [say]: true })}>
                    Yes, do it so
                </button>
            )}
        </div>
    ) : null;
}

export function Empty({ title, children }: { title: string; children: ReactNode }) {
    return (
        <div className="hatched my-4 p-6">
            <div className="bg-surround p-4 max-w-prose">
                <h2>{title}</h2>
                <div className="mt-1">{children}</div>
            </div>
        </div>
    );
}

export function NotThere() {
    return (
        <Empty title="There is no such page">
            <Link to="/">Go to the strips</Link>
        </Empty>
    );
}

/** The usual cautions of a pigment or paint, always with the same close. */
export function Cautions({ of, short = false }: { of: string[]; short?: boolean }) {
    if (of.length === 0) {
        return null;
    }
    return (
        <div className={short ? 'text-sm' : 'my-2 border-l-4 border-ink pl-3 text-sm'} role="note" aria-label="Cautions">
            {of.map((c) => (
                <p key={c}>{c}</p>
            ))}
        </div>
    );
}
