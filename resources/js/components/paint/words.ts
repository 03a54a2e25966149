import type { PaintBeside, RatingShown } from '../../api/types';

/** The class as the server words it; a number and its unit do not part. */
export function classWords(rating: Pick<RatingShown, 'said'>): string {
    return rating.said?.replace(' %', '\u00a0%') ?? 'no class';
}

/** "perhaps distinct (68 %)" as its word and its chance. */
export function wordAndChance(said: string): [word: string, chance: string | null] {
    const [, word, chance] = /^(.*) (\(\d+\s%\))$/.exec(said) ?? [];
    return word === undefined || chance === undefined ? [said, null] : [word, chance];
}

export function stripWords(paint: PaintBeside<RatingShown>): string {
    const parts = Object.values(paint.properties)
        .map((p) => p.measured)
        .filter((r): r is RatingShown => r !== null)
        .map((r) => `${r.property} ${classWords(r)}`);
    return `${paint.colourName} by ${paint.maker}: ${parts.length === 0 ? 'nothing measured' : parts.join(', ')}`;
}

/** Which way a window faces and what glass it has, as far as somebody knows. */
export function windowWords(facing: string, panes: string): string {
    const faces = facing === 'not known' ? 'which way it faces is not known' : `facing ${facing}`;
    return `${faces}, ${panes === 'not known' ? 'glass not known' : panes}`;
}

/** Why there is no rating. */
export function withoutWords(status: string): string {
    return status === 'unshown'
        ? 'read, shown after your verdicts'
        : status === 'not-reached'
          ? 'this swatch is too pale to tell'
          : status === 'undecidable'
            ? 'not decidable'
            : 'not tested';
}

/** A clause as a sentence of its own. */
export function sentence(clause: string): string {
    return `${clause.charAt(0).toUpperCase()}${clause.slice(1)}.`;
}

/** An amount of light as it stands in a sentence: "6.2 Mlx h", "20 Mlx h". */
export function mlxh(of: number): string {
    return `${Number(of.toFixed(1))}\u00a0Mlx\u00a0h`;
}

export function day(iso: string | null | undefined): string {
    return iso
        ? new Date(iso.length === 10 ? `${iso}T12:00` : iso).toLocaleDateString('en-GB', {
              day: 'numeric',
              month: 'short',
              year: 'numeric',
          })
        : '';
}

/** Today as a calendar date of this machine. */
export function today(): string {
    const d = new Date();
    return `${d.getFullYear()}-${String(d.getMonth() + 1).padStart(2, '0')}-${String(d.getDate()).padStart(2, '0')}`;
}

/** When something is to be looked at again, without blame: what is late has lost nothing. Days are ISO. */
export function dueWords(on: string, now: string): string {
    const days = Math.round((Date.parse(on) - Date.parse(now)) / 86_400_000);
    if (days < -7) {
        return `late since ${day(on)}; nothing is lost, the light is counted`;
    }
    if (days <= 0) {
        return days === 0 ? 'due today' : `due since ${day(on)}`;
    }
    return days <= 14 ? `soon: ${day(on)}` : `next check ${day(on)}`;
}
