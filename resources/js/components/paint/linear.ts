/** Encodes linear sRGB for the screen (IEC 61966-2-1); what lies outside is held to its edge. */
export function screen(rgb: [number, number, number]): string {
    return `rgb(${rgb
        .map((v) => {
            const held = Math.min(1, Math.max(0, v));
            return Math.round(255 * (held <= 0.0031308 ? 12.92 * held : 1.055 * held ** (1 / 2.4) - 0.055));
        })
        .join(' ')})`;
}
