/** Talks to the server; every fault arrives as one sentence for the tester. */

export class Fault extends Error {
    /** What has to be said to have it done all the same, or what is there already; as the server names it. */
    constructor(
        message: string,
        readonly status: number,
        readonly say: string | null = null,
        readonly existing: string | null = null,
    ) {
        super(message);
    }
}

function forgeryToken(): string {
    const found = document.cookie.split('; ').find((c) => c.startsWith('XSRF-TOKEN='));
    return found ? decodeURIComponent(found.slice('XSRF-TOKEN='.length)) : '';
}

/** Told of every address that was written to. */
let written: (path: string) => void = () => {};
export function onWritten(tell: (path: string) => void): void {
    written = tell;
}

export async function call<T>(method: string, path: string, body?: unknown, headers: Record<string, string> = {}): Promise<T> {
    const form = body instanceof FormData;
    let answer: Response;
    try {
        answer = await fetch(`/api/${path}`, {
            method,
            credentials: 'same-origin',
            headers: {
                Accept: 'application/json',
                'X-XSRF-TOKEN': forgeryToken(),
                ...(body === undefined || form ? {} : { 'Content-Type': 'application/json' }),
                ...headers,
            },
            body: body === undefined ? undefined : form ? body : JSON.stringify(body),
        });
    } catch {
        throw new Fault('The server cannot be reached. What you typed is still here; try again when it is back.', 0);
    }
    if (answer.status === 204) {
        written(path);
        return undefined as T;
    }
    const data: unknown = await answer.json().catch(() => null);
    if (!answer.ok) {
        const detail =
            data !== null && typeof data === 'object' && 'detail' in data
                ? String(data.detail)
                : 'The server gave no readable answer. Reload to see whether it was kept.';
        const more = (data ?? {}) as { say?: string; existing?: string };
        throw new Fault(detail, answer.status, more.say ?? null, more.existing ?? null);
    }
    if (method !== 'GET') {
        written(path);
    }
    return data as T;
}

export const get = <T>(path: string): Promise<T> => call<T>('GET', path);
export const put = <T>(path: string, body: unknown, edition?: number): Promise<T> =>
    call<T>('PUT', path, body, edition === undefined ? {} : { 'If-Match': `"${edition}"` });
export const post = <T>(path: string, body: unknown = {}): Promise<T> => call<T>('POST', path, body);
export const remove = <T>(path: string): Promise<T> => call<T>('DELETE', path);

export function newUuid(): string {
    if (typeof crypto.randomUUID === 'function') {
        return crypto.randomUUID();
    }
    // Pages served without encryption to another machine have no randomUUID.
    const b = crypto.getRandomValues(new Uint8Array(16));
    b[6] = (b[6]! & 0x0f) | 0x40;
    b[8] = (b[8]! & 0x3f) | 0x80;
    const hex = [...b].map((v) => v.toString(16).padStart(2, '0')).join('');
    return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-${hex.slice(12, 16)}-${hex.slice(16, 20)}-${hex.slice(20)}`;
}
