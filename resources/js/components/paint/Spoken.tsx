import { useState } from 'react';
import type { Clause } from '../../api/types';
import { copy } from '../ui/copy';

/** What one would read out to a friend. Every clause that rests on numbers opens to them; "copy" carries the address. */
export function Spoken({
    of,
    paints,
    open,
    onOpen,
}: {
    of: Clause[][];
    /** Whose picture can be sent. */
    paints: string[];
    open?: string | null;
    onOpen?: (property: string) => void;
}) {
    const [copied, setCopied] = useState(false);
    const plain = of.map((s) => s.map((c) => c.text).join('')).join(' ');
    return (
        <div className="my-3">
            <p className="text-[20px] leading-[30px] max-w-[68ch]" data-spoken>
                {of.map((sentence, i) => (
                    <span key={i}>
                        {sentence.map((c, j) =>
                            c.property === null || onOpen === undefined ? (
                                <span key={j}>{c.text}</span>
                            ) : (
                                // A button is a box of its own, and would break the sentence.
                                <span
                                    key={j}
                                    role="button"
                                    tabIndex={0}
                                    className="cursor-pointer underline decoration-dotted underline-offset-4"
                                    aria-expanded={open === c.property}
                                    onClick={() => onOpen(c.property!)}
                                    onKeyDown={(e) => {
                                        if (e.key === 'Enter' || e.key === ' ') {
                                            e.preventDefault();
                                            onOpen(c.property!);
                                        }
                                    }}
                                >
                                    {c.text}
                                </span>
                            ),
                        )}{' '}
                    </span>
                ))}
            </p>
            <button
                type="button"
                className="link text-sm no-print"
                onClick={() => void copy(`${plain} ${window.location.href}`).then(() => setCopied(true))}
            >
                {copied ? 'copied, with the address' : 'copy'}
            </button>
            <span className="no-print text-soft"> · </span>
            <a className="text-sm no-print" href={`/api/postcard.png?paints=${paints.join(',')}`}>
                as one picture to send
            </a>
        </div>
    );
}
