import { useEffect, useRef, useState } from 'react';
import { layGrain, STROKE_MM, sweep } from '../../components/paint/grain';

export interface ShoreStrip {
    uuid: string;
    name: string;
    maker: string;
    code: string;
    /** How many of its code were measured. */
    paints: number;
    /** sRGB, full strength first. */
    steps: string[];
    paper: string;
    /** Its strength, L*, and size, mm; null: not read. */
    grain: [number, number] | null;
    /** Measurement and row from which it was read: the scan's own pixels. */
    scan: [string, number];
    grey: boolean;
    pale: boolean;
}

/** One paint from full strength to its palest, with its grain where that was read. */
export function Upright({
    strip,
    width,
    height,
    lying,
    pixels,
}: {
    strip: ShoreStrip;
    width: number;
    height: number;
    lying: boolean;
    /** Show the scan instead; where it holds no stroke, what was measured stays. */
    pixels: boolean;
}) {
    const [gone, setGone] = useState(false);
    const canvas = useRef<HTMLCanvasElement>(null);
    useEffect(() => {
        const el = canvas.current;
        const ratio = Math.min(2, window.devicePixelRatio || 1);
        const g = el?.getContext('2d');
        if (el == null || g == null || width < 1) {
            return;
        }
        el.width = Math.round(width * ratio);
        el.height = Math.round(height * ratio);
        g.scale(ratio, ratio);
        g.fillStyle = sweep(g, lying ? [0, 0, width, 0] : [0, height, 0, 0], strip.steps);
        g.fillRect(0, 0, width, height);
        if (strip.grain !== null) {
            layGrain(g, 0, 0, width, height, strip.grain[0], strip.grain[1] * ((lying ? width : height) / STROKE_MM));
        }
    }, [strip, width, height, lying]);
    return (
        <span className="block relative overflow-hidden" style={{ width, height }}>
            <canvas ref={canvas} aria-hidden="true" className="block" style={{ width, height }} />
            {pixels && !gone && (
                <img
                    src={`/api/measurements/${strip.scan[0]}/window.webp?row=${strip.scan[1]}&use=stroke`}
                    alt=""
                    loading="lazy"
                    onError={() => setGone(true)}
                    className="absolute left-0 object-cover max-w-none"
                    style={
                        lying
                            ? { top: 0, width, height }
                            : { top: height, width: height, height: width, transform: 'rotate(-90deg)', transformOrigin: 'top left' }
                    }
                />
            )}
        </span>
    );
}
