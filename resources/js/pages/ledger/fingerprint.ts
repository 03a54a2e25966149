/** Names of people, the fingerprint, and how the record stands today: what is no part of what a record is known by. */
const LEFT_OUT = ['by', 'owner', 'publishedBy', 'fingerprint', 'standing'];

/**
 * One JSON text for one value (RFC 8785): members in the order of their UTF-16 code units, numbers as this language writes them.
 * An empty object reads as an empty list.
 */
export function canonical(value: unknown): string {
    if (Array.isArray(value)) {
        return `[${value.map(canonical).join(',')}]`;
    }
    if (typeof value === 'object' && value !== null) {
        const names = Object.keys(value).sort();
        return names.length === 0
            ? '[]'
            : `{${names.map((n) => `${JSON.stringify(n)}:${canonical((value as Record<string, unknown>)[n])}`).join(',')}}`;
    }
    return JSON.stringify(value);
}

function without(part: unknown): unknown {
    if (Array.isArray(part)) {
        return part.map(without);
    }
    return typeof part === 'object' && part !== null
        ? Object.fromEntries(
              Object.entries(part)
                  .filter(([name]) => !LEFT_OUT.includes(name))
                  .map(([name, value]) => [name, without(value)]),
          )
        : part;
}

/** SHA-256 of a record, worked out in this browser; null where it may not (a page that came without encryption from another machine). */
export async function fingerprintOf(record: object): Promise<string | null> {
    if (globalThis.crypto?.subtle === undefined) {
        return null;
    }
    const sum = await crypto.subtle.digest('SHA-256', new TextEncoder().encode(canonical(without(record))));
    return [...new Uint8Array(sum)].map((byte) => byte.toString(16).padStart(2, '0')).join('');
}
