import type { ReactNode } from 'react';

/** Holds a table that may be wider than the window; it scrolls by itself, with the keyboard too. */
export function Wide({ label, children }: { label: string; children: ReactNode }) {
    return (
        <div className="overflow-x-auto relative" tabIndex={0} role="region" aria-label={label}>
            {children}
        </div>
    );
}
