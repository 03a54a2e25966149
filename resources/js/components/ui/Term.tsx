import { Popover } from 'radix-ui';
import type { ReactNode } from 'react';
import { Link } from '../../router';
import { anchor, GLOSSARY, type Term as Name } from '../../glossary';

/** A term that opens its explanation where it stands. */
export function Term({ of, children }: { of: Name; children?: ReactNode }) {
    return (
        <Popover.Root>
            <Popover.Trigger className="term cursor-help" title={`What is ${of}?`}>
                {children ?? of}
            </Popover.Trigger>
            <Popover.Portal>
                <Popover.Content className="bg-panel border border-ink p-3 max-w-80 z-50 text-ink" sideOffset={4} collisionPadding={12}>
                    <p className="m-0 font-medium">{of}</p>
                    <p className="m-0">{GLOSSARY[of]}</p>
                    <Link className="text-sm" to={`/words#${anchor(of)}`}>
                        All words
                    </Link>
                    <Popover.Arrow className="fill-current" />
                </Popover.Content>
            </Popover.Portal>
        </Popover.Root>
    );
}
