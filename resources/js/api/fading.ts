import type * as Schema from './schema';
/** Shapes of hanging, light and courses of fading; they mirror app/Queries/FadeView, FadeCourses and WindowDose. */

export type DoseTold = Schema.WindowDoseTold;
export interface RackBead {
    mlxh: number;
    range: [number, number];
    change: number;
    uncertainty: number;
    /** What is seen of it. */
    words: string;
    dark: string;
    window: string;
}
export type LightTold = Schema.LightTold;
export interface FadeSummary extends LightTold {
    group: string;
}
export type RackWindow = Schema.HungCard;
export type Rack = Schema.FadeRack;

export interface CourseDepth {
    depth: number;
    name: string;
    way: 'one way' | 'does not run one way' | 'speeding up';
    words: string;
    readings: (Omit<RackBead, 'range'> & {
        dL: number;
        dC: number;
        /** Of the grey scale; empty where it was not worked out. */
        grade: string;
        /** What the dark half changed by since its own first reading, and its uncertainty. */
        darkChange: [number, number] | null;
    })[];
    drawn: { mlxh: number; window: string; uncertainty: number; apart: boolean }[];
    /** As far as the rule allows; colours on the way it went so far, null where no way is seen yet. */
    ahead: { mlxh: number; least: number; most: number; leastSeen: string | null; mostSeen: string | null }[];
    /** A smooth curve through the readings, kept inside that range; empty where nothing is carried on. */
    fitted: { mlxh: number; change: number }[];
    categories: string[];
    referenceMlxh: number;
    settled: number | null;
    noticeable: [number, number | null] | null;
    blueWool: [number, number] | null;
    displayLife: Record<string, [number, number | null]> | null;
}
export interface Courses {
    /** Light of places where pictures live, Mlx h a year. */
    yearly: Record<string, number>;
    checks: { uuid: string; on: string; dose: DoseTold; typed: boolean; measurement: string }[];
    /** Reference strips in rows of the card, and the light that they tell; null where none hang there. */
    wool: { strips: { number: number; change: number }[]; least: number | null; most: number | null; agrees: boolean | null } | null;
    rows: { row: number; depths: CourseDepth[]; summary: FadeSummary; asWool: { number: number; bound: string } | null }[];
}

export type Light = Schema.FadeLight;

export type AtEqualLight = Schema.FadeAtEqualLight;

export type AgedStop = Schema.LightOfCodeStop;

export type LightOfCode = Schema.LightOfCodeDetail;
