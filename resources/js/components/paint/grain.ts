/** Length of a painted stroke on paper, mm; sets the scale at which grain is drawn. */
export const STROKE_MM = 108;

/** Colours evenly along a line, the first where it begins. */
export function sweep(
    g: CanvasRenderingContext2D,
    [x0, y0, x1, y1]: [number, number, number, number],
    colours: (string | null)[],
): CanvasGradient {
    const gradient = g.createLinearGradient(x0, y0, x1, y1);
    colours.forEach((c, i) => c !== null && gradient.addColorStop(i / Math.max(1, colours.length - 1), c));
    return gradient;
}

/** Repeatable noise of mean 0 and deviation 1 whose spots have about the given radius. */
export function smoothNoise(w: number, h: number, radius: number): Float32Array {
    let seed = 12345;
    const raw = Float32Array.from({ length: w * h }, () => (seed = (seed * 1664525 + 1013904223) >>> 0) / 2 ** 32 - 0.5);
    const blur = (from: Float32Array, stride: number, lines: number, step: number, length: number) => {
        const to = new Float32Array(from.length);
        for (let l = 0; l < lines; l++) {
            for (let i = 0; i < length; i++) {
                let sum = 0;
                for (let k = -radius; k <= radius; k++) {
                    sum += from[l * stride + ((i + k + length) % length) * step]!;
                }
                to[l * stride + i * step] = sum;
            }
        }
        return to;
    };
    const out = blur(blur(raw, w, h, 1, w), 1, w, w, h);
    const rms = Math.sqrt(out.reduce((s, v) => s + v * v, 0) / out.length) || 1;
    return out.map((v) => v / rms);
}

const TILE = 96;
const tiles = new Map<number, Float32Array>();

/** The same noise as a tile that repeats, made once for each radius. */
function tile(radius: number): Float32Array {
    let kept = tiles.get(radius);
    if (kept === undefined) {
        kept = smoothNoise(TILE, TILE, radius);
        tiles.set(radius, kept);
    }
    return kept;
}

/** Below it, L*, no grain is seen at arm's length. */
const SEEN = 0.25;

/** Lays the measured grain over what is drawn there: lightness that differs by so much, L*, in spots of so many pixels. */
export function layGrain(g: CanvasRenderingContext2D, x: number, y: number, w: number, h: number, deltaL: number, radius: number): void {
    if (deltaL < SEEN || w < 1 || h < 1) {
        return;
    }
    const ratio = g.getTransform().a;
    const [px, py, pw, ph] = [x, y, w, h].map((v) => Math.round(v * ratio)) as [number, number, number, number];
    const image = g.getImageData(px, py, pw, ph);
    const noise = tile(Math.max(1, Math.min(12, Math.round(radius * ratio))));
    for (let row = 0; row < ph; row++) {
        for (let col = 0; col < pw; col++) {
            // A step of L* is about 2.55 of 255 in sRGB.
            const add = 2.55 * deltaL * noise[(row % TILE) * TILE + (col % TILE)]!;
            const at = 4 * (row * pw + col);
            for (let c = 0; c < 3; c++) {
                image.data[at + c] = image.data[at + c]! + add;
            }
        }
    }
    g.putImageData(image, px, py);
}
