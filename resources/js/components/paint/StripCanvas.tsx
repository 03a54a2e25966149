import { useEffect, useRef } from 'react';
import type { FadeHalves, Ladder, Strip } from '../../api/types';
import { layGrain, smoothNoise, STROKE_MM, sweep } from './grain';

/** Parts of the band, as shares of its width: the stroke, the lift notch, the wash with its grain, the two halves. */
export const PARTS = { stroke: [0, 0.57], lift: [0.59, 0.68], wash: [0.7, 0.79], fade: [0.81, 1] } as const;

type Context = CanvasRenderingContext2D;

/** The stroke at a dose: colours of its steps, and the more faded ones where it is expected and not seen; null beyond the evidence. */
export type AgedStroke = { ladder: string[]; ladderMost: string[] | null } | null;

/** One paint as one horizontal band, drawn from its measurements; what was not measured is hatched, never guessed. */
export function StripCanvas({
    strip,
    label,
    height = 76,
    aged,
}: {
    strip: Strip | null;
    label: string;
    height?: number;
    /** Not given: as it was painted. */
    aged?: AgedStroke;
}) {
    const canvas = useRef<HTMLCanvasElement>(null);
    useEffect(() => {
        const el = canvas.current;
        if (el === null) {
            return;
        }
        const draw = () => {
            const width = el.clientWidth;
            const ratio = Math.min(3, window.devicePixelRatio || 1);
            el.width = Math.round(width * ratio);
            el.height = Math.round(height * ratio);
            const g = el.getContext('2d');
            if (g === null || width === 0) {
                return;
            }
            g.scale(ratio, ratio);
            g.clearRect(0, 0, width, height);
            drawStrip(g, strip, width, height, aged);
        };
        draw();
        const watch = new ResizeObserver(draw);
        watch.observe(el);
        return () => watch.disconnect();
    }, [strip, height, aged]);
    return <canvas ref={canvas} role="img" aria-label={label} className="block w-full" style={{ height }} />;
}

function drawStrip(g: Context, strip: Strip | null, width: number, height: number, aged?: AgedStroke) {
    const part = (p: readonly [number, number]): [number, number] => [Math.round(p[0] * width), Math.round((p[1] - p[0]) * width)];
    const ladder = strip?.ladder ?? null;
    const [sx, sw] = part(PARTS.stroke);
    const [lx, lw] = part(PARTS.lift);
    const [wx, ww] = part(PARTS.wash);
    const [fx, fw] = part(PARTS.fade);
    if (ladder === null) {
        hatch(g, sx, sw, height);
        hatch(g, lx, lw, height);
        hatch(g, wx, ww, height);
    } else {
        if (aged === null) {
            hatch(g, sx, sw, height);
        } else {
            drawStroke(g, ladder, sx, sw, height, aged);
        }
        // What light does to a lifted place or to grains, no strip shows.
        if (aged !== undefined || ladder.residue === null || ladder.unlifted === null || ladder.lifted === null) {
            hatch(g, lx, lw, height);
        } else {
            fill(g, ladder.unlifted, lx, 0, lw, height);
            // The notch: what lifting left, cut into the stroke.
            fill(g, ladder.lifted, lx + lw * 0.2, height * 0.3, lw * 0.6, height * 0.7);
        }
        if (aged !== undefined || ladder.grain === null || ladder.wash === null) {
            hatch(g, wx, ww, height);
        } else {
            drawGrain(g, ladder, ladder.wash, wx, ww, height, sw / STROKE_MM);
        }
    }
    if (strip?.fade) {
        drawHalves(g, strip.fade, fx, fw, height);
    } else {
        hatch(g, fx, fw, height);
    }
}

function drawStroke(g: Context, ladder: Ladder, x: number, width: number, height: number, aged?: Exclude<AgedStroke, null>) {
    fill(g, ladder.paper, x, 0, width, height);
    const across = (colours: (string | null)[]) => sweep(g, [x, 0, x + width, 0], colours);
    g.fillStyle = across(aged?.ladder ?? ladder.steps.map((s) => s.onPaper));
    g.fillRect(x, 0, width, height);
    if (aged != null) {
        // Expected: the least faded above, the most faded below. The line is not aged, so it is left out.
        if (aged.ladderMost !== null) {
            g.fillStyle = across(aged.ladderMost);
            g.fillRect(x, height / 2, width, height / 2);
        }
        return;
    }
    // A strip looks like the paint: its grain lies over the whole stroke, where it was read.
    if (ladder.grain !== null) {
        layGrain(g, x, 0, width, height, ladder.grain.deltaL ?? 0, (ladder.grain.sizeMm ?? 0.15) * (width / STROKE_MM));
    }
    if (ladder.ink !== null && ladder.steps.some((s) => s.onBlack !== null)) {
        g.fillStyle = across(ladder.steps.map((s) => s.onBlack));
        g.fillRect(x, height * 0.4, width, height * 0.2);
    }
}

/** Draws the wash with grains of the measured size and strength. */
function drawGrain(g: Context, ladder: Ladder, colour: string, x: number, width: number, height: number, pxPerMm: number) {
    fill(g, colour, x, 0, width, height);
    const strength = ladder.grain?.value ?? 0;
    if (strength < 0.01) {
        return;
    }
    const ratio = g.getTransform().a;
    const w = Math.round(width * ratio);
    const h = Math.round(height * ratio);
    const radius = Math.max(1, Math.round((ladder.grain?.sizeMm ?? 0.15) * pxPerMm * ratio));
    const noise = smoothNoise(w, h, radius);
    const paper = rgb(ladder.paper);
    const wash = rgb(colour);
    const image = g.createImageData(w, h);
    for (let i = 0; i < w * h; i++) {
        const amount = Math.max(0, 1 + strength * noise[i]!);
        for (let c = 0; c < 3; c++) {
            // More or less of the same paint: the ratio to paper, raised to the amount.
            image.data[4 * i + c] = paper[c]! * (Math.max(1, wash[c]!) / paper[c]!) ** amount;
        }
        image.data[4 * i + 3] = 255;
    }
    g.putImageData(image, Math.round(x * ratio), 0);
}

/** The kept half above, the exposed half below, at three depths and on bare paper. */
function drawHalves(g: Context, fade: FadeHalves, x: number, width: number, height: number) {
    const step = width / (fade.depths.length + 0.5);
    fade.depths.forEach((d, i) => {
        fill(g, d.kept, x + i * step, 0, step + 1, height / 2);
        fill(g, d.exposed, x + i * step, height / 2, step + 1, height / 2);
    });
    fill(g, fade.paper[0], x + fade.depths.length * step, 0, step / 2, height / 2);
    fill(g, fade.paper[1], x + fade.depths.length * step, height / 2, step / 2, height / 2);
}

function fill(g: Context, colour: string, x: number, y: number, w: number, h: number) {
    g.fillStyle = colour;
    g.fillRect(x, y, w, h);
}

function hatch(g: Context, x: number, width: number, height: number) {
    g.save();
    g.beginPath();
    g.rect(x, 0, width, height);
    g.clip();
    g.strokeStyle = '#8a8a8a';
    g.lineWidth = 1;
    for (let at = x - height; at < x + width; at += 7) {
        g.beginPath();
        g.moveTo(at, height);
        g.lineTo(at + height, 0);
        g.stroke();
    }
    g.restore();
}

function rgb(hex: string): [number, number, number] {
    return [parseInt(hex.slice(1, 3), 16), parseInt(hex.slice(3, 5), 16), parseInt(hex.slice(5, 7), 16)];
}
