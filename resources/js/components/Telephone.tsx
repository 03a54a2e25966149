import { useQuery } from '@tanstack/react-query';
import { create } from 'qrcode';
import { useEffect, useMemo, useRef, useState } from 'react';
import { get, post, remove } from '../api/client';
import { keys } from '../api/queryKeys';
import type { PhoneLink } from '../api/swatches';
import { Problem } from './ui/states';
import { useSaving } from './ui/useSaving';

/** Modules of white around the square code (ISO/IEC 18004). */
const QUIET = 4;

/** "Take it with your telephone": a link as a square code, for this one purpose, and what comes by it. */
export function Telephone({
    card,
    checkUuid = null,
    onCome,
    start = false,
}: {
    /** UUID of the card, or how to get it. */
    card: string | (() => Promise<string>);
    checkUuid?: string | null;
    onCome: () => void;
    start?: boolean;
}) {
    const [link, setLink] = useState<(PhoneLink & { urls: string[] }) | null>(null);
    const { error, busy, saving } = useSaving();
    const open = () =>
        saving(async () => {
            const of = typeof card === 'string' ? card : await card();
            setLink(await post<PhoneLink & { urls: string[] }>('phone-links', { card: of, checkUuid }));
        });
    const begun = useRef(false);
    useEffect(() => {
        if (start && !begun.current) {
            begun.current = true;
            void open();
        }
    });
    if (link === null) {
        return (
            <>
                <button type="button" className="button" disabled={busy} onClick={() => void open()}>
                    Take it with your telephone
                </button>
                <Problem error={error} />
            </>
        );
    }
    return <Linked key={link.uuid} link={link} onCome={onCome} onAnother={() => void open()} onEnd={() => setLink(null)} />;
}

function Linked({
    link,
    onCome,
    onAnother,
    onEnd,
}: {
    link: PhoneLink & { urls: string[] };
    onCome: () => void;
    onAnother: () => void;
    onEnd: () => void;
}) {
    const { data } = useQuery({
        queryKey: keys.phone(link.uuid),
        queryFn: () => get<PhoneLink>(`phone-links/${link.uuid}`),
        refetchInterval: (q) => (q.state.data?.ended ? false : 1500),
        initialData: link,
    });
    // The page behind follows whenever something came or was measured.
    const standing = data.pictures.map((p) => p.uuid + p.state).join();
    const before = useRef('');
    useEffect(() => {
        if (before.current !== standing) {
            before.current = standing;
            onCome();
        }
    }, [standing, onCome]);
    const url = link.urls[0];
    return (
        <section aria-label="Your telephone" className="order-last basis-full border border-ink p-4 my-2 flex flex-wrap gap-x-6 gap-y-3">
            {url === undefined ? (
                <p className="max-w-prose">
                    This program listens on this machine only, so a telephone cannot reach it. Start it with{' '}
                    <code className="num">bin/start --lan</code> on a network that you trust, and ask again.
                </p>
            ) : data.ended ? (
                <p>
                    This link has ended.{' '}
                    <button type="button" className="button" onClick={onAnother}>
                        Another one
                    </button>
                </p>
            ) : !data.opened ? (
                <>
                    <Square text={url} />
                    <div className="max-w-md">
                        <p>
                            Point the telephone’s camera at the square, or type{' '}
                            <a href={url} className="num break-all" target="_blank" rel="noreferrer">
                                {url}
                            </a>
                        </p>
                        <p className="mt-2 text-sm">
                            The telephone has to be on the same wireless network. The link opens once, within{' '}
                            {Math.max(1, Math.ceil(data.secondsLeft / 60))} minutes, and can do nothing but add pictures here.
                        </p>
                        {link.urls.length > 1 && (
                            <p className="mt-2 text-sm">
                                If it does not answer, try{' '}
                                {link.urls.slice(1).map((u) => (
                                    <span key={u} className="num break-all block">
                                        {u}
                                    </span>
                                ))}
                            </p>
                        )}
                    </div>
                </>
            ) : (
                <div className="grow">
                    <p className="font-medium">The telephone is here. {data.pictures.length === 0 && 'Take the picture on it.'}</p>
                    <ul aria-label="Pictures from the telephone">
                        {data.pictures.map((p, i) => (
                            <li key={p.uuid} className="border-b border-rule py-1">
                                {p.called || `Picture ${i + 1}`}:{' '}
                                {p.state === 'failed' ? p.problem : p.state === 'done' ? 'measured' : p.step.toLowerCase()}
                            </li>
                        ))}
                    </ul>
                </div>
            )}
            <p className="basis-full">
                <button
                    type="button"
                    className="link text-sm"
                    onClick={() => {
                        void remove(`phone-links/${link.uuid}`);
                        onEnd();
                    }}
                >
                    End the link
                </button>
            </p>
        </section>
    );
}

/** A square code, black on white whatever the surround. */
function Square({ text }: { text: string }) {
    const { path, side } = useMemo(() => {
        const { modules } = create(text, { errorCorrectionLevel: 'M' });
        let path = '';
        for (let y = 0; y < modules.size; y++) {
            for (let x = 0; x < modules.size; x++) {
                if (modules.get(y, x)) {
                    path += `M${x + QUIET} ${y + QUIET}h1v1h-1z`;
                }
            }
        }
        return { path, side: modules.size + 2 * QUIET };
    }, [text]);
    return (
        <svg
            viewBox={`0 0 ${side} ${side}`}
            width="232"
            height="232"
            role="img"
            aria-label="Square code with the link"
            shapeRendering="crispEdges"
        >
            <rect width={side} height={side} fill="#fff" />
            <path d={path} fill="#000" />
        </svg>
    );
}
