import type { ReactNode } from 'react';
import { useDemo } from './ui/useSession';

/** Stand-ins show the way; where paint is real they stay out of it. */
export function StandIns({ children }: { children: ReactNode }) {
    return useDemo() ? (
        <>{children}</>
    ) : (
        <details className="basis-full">
            <summary className="cursor-pointer text-sm py-1">Try without paint</summary>
            <p className="text-sm max-w-prose my-1">
                A stand-in makes believe. What follows from it is marked as simulated and counts as no test.
            </p>
            <span className="flex flex-wrap gap-3">{children}</span>
        </details>
    );
}
