import { useCallback, useEffect, useRef, useState } from 'react';
import { Fault, newUuid } from '../../api/client';
import type { PhoneAtHand } from '../../api/swatches';
import { screen } from '../../components/paint/linear';
import { useTitle } from '../../components/ui/useTitle';
import { lookedAt, sent, type Look } from './sending';

interface Chosen {
    uuid: string;
    file: File;
    shown: string | null;
    look: Look | 'looking';
}

/** On the telephone: takes pictures and sends them, and nothing else. It has no account and knows nothing but its link. */
export default function PhonePage() {
    useTitle('Telephone');
    const [hold, setHold] = useState<string | null>(() => sessionStorage.getItem('phone-hold'));
    const [state, setState] = useState<PhoneAtHand | null>(null);
    const [problem, setProblem] = useState<string | null>(null);
    const [chosen, setChosen] = useState<Chosen[]>([]);
    const [called, setCalled] = useState('');
    const [sending, setSending] = useState(0);
    const opening = useRef(false);
    const [hadLink] = useState(() => location.hash.length > 1 || hold !== null);

    const ask = useCallback(async (path: string, init: RequestInit & { hold?: string | null } = {}) => {
        const answer = await fetch(`/api/phone/${path}`, {
            ...init,
            headers: { Accept: 'application/json', ...(init.hold ? { 'X-Phone': init.hold } : {}), ...(init.headers ?? {}) },
        }).catch(() => null);
        const data: unknown = await answer?.json().catch(() => null);
        if (answer === null || !answer.ok) {
            const detail =
                (data as { detail?: string } | null)?.detail ??
                'The desk cannot be reached. Stay on the same wireless network and try again.';
            throw new Fault(detail, answer?.status ?? 0);
        }
        return data;
    }, []);

    // The link is in the address after its cross, which no server writes down; it opens once.
    useEffect(() => {
        const secret = location.hash.slice(1);
        if (opening.current || (secret === '' && hold === null)) {
            return;
        }
        opening.current = true;
        history.replaceState(null, '', location.pathname);
        const first =
            secret === ''
                ? ask('link', { hold })
                : ask('open', { method: 'POST', body: JSON.stringify({ secret }), headers: { 'Content-Type': 'application/json' } });
        first
            .then((data) => {
                const opened = data as PhoneAtHand & { hold?: string };
                if (opened.hold !== undefined) {
                    sessionStorage.setItem('phone-hold', opened.hold);
                    setHold(opened.hold);
                }
                setState(opened);
            })
            .catch((fault: Fault) => setProblem(fault.message));
    }, [ask, hold]);

    const open = state !== null && !state.ended && hold !== null;
    useEffect(() => {
        if (!open) {
            return;
        }
        const again = setInterval(() => {
            ask('link', { hold })
                .then((data) => setState(data as PhoneAtHand))
                .catch((fault: Fault) => {
                    if (fault.status === 403) {
                        setState(null);
                        setProblem(fault.message);
                    }
                });
        }, 2000);
        return () => clearInterval(again);
    }, [open, ask, hold]);

    if (problem !== null && state === null) {
        return (
            <Frame>
                <p role="alert">{problem}</p>
            </Frame>
        );
    }
    if (state === null || hold === null) {
        return (
            <Frame>
                <p role="status">{hadLink ? 'Opening the link …' : 'This page is opened by the square code on the screen at the desk.'}</p>
            </Frame>
        );
    }
    const choose = (files: FileList | null) => {
        setProblem(null);
        const all = Array.from(files ?? []).map((file): Chosen => ({
            uuid: newUuid(),
            file,
            shown: URL.createObjectURL(file),
            look: 'looking',
        }));
        setChosen(all);
        void all.reduce(async (before, one) => {
            await before;
            const look = await lookedAt(one.file, hold);
            setChosen((now) => now.map((c) => (c.uuid === one.uuid ? { ...c, look } : c)));
        }, Promise.resolve());
    };
    async function send(which: Chosen[]) {
        setSending(which.length);
        setProblem(null);
        for (const one of which) {
            const fault = await sent(one.uuid, one.file, which.length === 1 ? called : '', hold!);
            setSending((n) => n - 1);
            if (fault === null) {
                setChosen((now) => now.filter((c) => c.uuid !== one.uuid));
            } else {
                // The good ones go on; this one stays with its sentence.
                setChosen((now) => now.map((c) => (c.uuid === one.uuid ? { ...c, look: { ok: false, says: [fault], unsent: true } } : c)));
            }
        }
        setSending(0);
        setCalled('');
    }
    // The look is advice: whoever is sure need not wait for it.
    const ready = chosen.filter((c) => c.look === 'looking' || !c.look.unsent);
    return (
        <Frame>
            <h1 className="text-xl">{state.for}</h1>
            {chosen.length === 0 ? (
                <>
                    <ul className="my-3 list-disc pl-5">
                        {state.hints.map((h) => (
                            <li key={h}>{h}</li>
                        ))}
                    </ul>
                    <Picker label="Take a photograph" capture main onFiles={choose} />
                    <Picker label="Choose pictures" onFiles={choose} />
                </>
            ) : (
                <>
                    <ul className="my-2 grid gap-3">
                        {chosen.map((c) => (
                            <li key={c.uuid}>
                                {chosen.length === 1 && c.shown !== null && (
                                    <img src={c.shown} alt="What was taken" className="w-full max-h-[46vh] object-contain bg-panel" />
                                )}
                                {chosen.length > 1 && <span className="font-medium">{c.file.name}</span>}
                                <Said look={c.look} />
                            </li>
                        ))}
                    </ul>
                    {state.swatches && chosen.length === 1 && (
                        <label className="block my-2">
                            Which paint? It can be said later, too.
                            <input
                                className="block w-full min-h-12"
                                value={called}
                                maxLength={120}
                                onChange={(e) => setCalled(e.target.value)}
                                autoComplete="off"
                            />
                        </label>
                    )}
                    <div className="sticky bottom-0 bg-surround py-2 grid gap-2">
                        <button
                            type="button"
                            className="button justify-center min-h-14 text-lg"
                            data-main
                            disabled={sending > 0 || ready.length === 0}
                            onClick={() => void send(ready)}
                        >
                            {sending > 0 ? `Sending, ${sending} to go` : ready.length > 1 ? `Send ${ready.length} pictures` : 'Send'}
                        </button>
                        <Picker label="Take it again" capture onFiles={choose} />
                        {ready.length === 0 && (
                            <button type="button" className="button justify-center" onClick={() => setChosen([])}>
                                Put it away
                            </button>
                        )}
                    </div>
                </>
            )}
            <h2 className="mt-6">Sent</h2>
            {state.pictures.length === 0 && <p className="text-soft">Nothing yet.</p>}
            <ol aria-label="Pictures sent" className="grid gap-1">
                {[...state.pictures].reverse().map((p) => (
                    <li key={p.uuid} className="border-b border-rule py-2 flex gap-3 items-center">
                        {p.swatches.map((s) => (
                            <span
                                key={s.placing}
                                aria-hidden
                                className={`block w-9 h-9 shrink-0 border border-rule ${s.colour === null ? 'hatched' : ''}`}
                                style={s.colour === null ? {} : { background: screen(s.colour) }}
                            />
                        ))}
                        <span>
                            {p.called && <strong className="font-semibold">{p.called}: </strong>}
                            {p.state === 'failed'
                                ? p.problem
                                : p.state !== 'done'
                                  ? 'being measured'
                                  : p.swatches.length === 0
                                    ? 'measured'
                                    : p.swatches
                                          .map((s) => s.problem ?? `measured, ${s.depths === 1 ? 'one depth' : `${s.depths} depths`}`)
                                          .join('; ')}
                        </span>
                    </li>
                ))}
            </ol>
        </Frame>
    );
}

function Frame({ children }: { children: React.ReactNode }) {
    return (
        <main className="reach min-h-screen max-w-lg mx-auto px-4 py-4 text-base">
            <p className="font-semibold tracking-tight mb-3">Marsh Trial</p>
            {children}
        </main>
    );
}

function Said({ look }: { look: Look | 'looking' }) {
    if (look === 'looking') {
        return <p role="status">Looking at a small copy …</p>;
    }
    return (
        <div role="status">
            {look.ok && <p className="font-medium">The marks are seen{look.says.length === 0 ? ', and it is sharp.' : '.'}</p>}
            {look.says.map((s) => (
                <p key={s}>{s}</p>
            ))}
        </div>
    );
}

/** The browser's own way to a camera or to pictures: it works without a secure address, where a live view does not. */
function Picker({
    label,
    capture = false,
    main = false,
    onFiles,
}: {
    label: string;
    capture?: boolean;
    main?: boolean;
    onFiles: (files: FileList | null) => void;
}) {
    const field = useRef<HTMLInputElement>(null);
    return (
        <>
            <input
                ref={field}
                type="file"
                accept="image/*"
                {...(capture ? { capture: 'environment' as const } : { multiple: true })}
                className="sr-only"
                tabIndex={-1}
                aria-label={label}
                onChange={(e) => {
                    if ((e.target.files?.length ?? 0) > 0) {
                        onFiles(e.target.files);
                    }
                    e.target.value = '';
                }}
            />
            <button
                type="button"
                className="button w-full justify-center min-h-14 my-1 text-lg"
                {...(main ? { 'data-main': true } : {})}
                onClick={() => field.current?.click()}
            >
                {label}
            </button>
        </>
    );
}
