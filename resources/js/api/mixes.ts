import type * as Schema from './schema';
/** Shapes of what is expected of mixed paints; they mirror app/Queries/MixView. */

export interface MixPaint {
    uuid: string;
    name: string;
    maker: string;
    pigments: string;
    hex: string;
    /** Its amounts were counted in drops; else ratios go by strength only. */
    counted: boolean;
    /** How far its film misses its own ladder, dE00. */
    misfit: number;
    simulated: boolean;
    card: { uuid: string; title: string; mayChange: boolean };
    mine?: boolean;
}
export type NamedMix = Schema.NamedMix;
export type Partner = Schema.MixPartners;
export type MixBench = Schema.MixBench;
export interface Grey extends MixPaint {
    /** Of the partner, by strength. */
    share: number;
    chroma: number;
    grey: boolean;
}
/** What all at hand reaches by two, in patches of the a*, b* plane. */
interface Named {
    uuid: string;
    name: string;
    maker: string;
}
export interface ReachAnswer {
    /** Pairs at hand that are near each other, nearest first. */
    alike: {
        one: Named;
        other: Named;
        dE00: number;
        unseen: boolean;
        words: string[];
        apart: string[];
        /** dE00 at most between their mixes with the partners; null: no partners. */
        mixes: number | null;
        enough: boolean;
    }[];
    /** Widest turns of hue without anything, degrees. */
    gaps: { of: string; degrees: number; hex: string; from: Named | null; to: Named | null }[];
    side: number;
    lightnesses: number[];
    /** Paints at hand without a measured ladder. */
    unmeasured: number;
    /** L*, a*, b* of the middle, and how it looks. */
    patches: [number, number, number, string][];
    paints: (MixPaint & { lost: number; share: number })[];
}
export type MixPlace = Schema.MixPlace;
export interface MixDepth {
    name: string;
    deposit: number;
    greyest: number;
    mostVivid: number;
    clarity: number | null;
    places: MixPlace[];
    layers: { name: string; hex: string; lab: [number, number, number]; range95: number; words: string }[];
}
/** A mix of the two that was painted, beside what was expected. */
export interface PaintedMix {
    key: string;
    /** Of a card's run; null: a swatch. */
    card: { uuid: string; title: string; mayChange: boolean } | null;
    by: string;
    simulated: boolean;
    /** How deep it was painted. */
    deposit: number;
    dropsA: number | null;
    dropsB: number | null;
    /** What the amounts were measured out in. */
    measure: string;
    /** By strength, from drops that were counted on both sides; null where they were not. */
    share: number | null;
    spoken: { share: number; left: number };
    places: string[];
    expected: string[];
    off: number | null;
    range95: number | null;
    asExpected: boolean | null;
}
export interface Run {
    painted: PaintedMix[];
    a: MixPaint;
    b: MixPaint;
    counted: boolean;
    /** What both ladders were measured out in; null: in different things. */
    measure: string | null;
    /** What glaze lanes of the two said: the layer that moved what lay below, or none. */
    lanes: { paint: string; moved: number | null; card: string }[];
    /** Price of as much colour as 1 ml of the first has, of either. */
    cost: { a: number; b: number; currency: string } | null;
    /** What painted fields of the two changed in what is expected; null: none was counted. */
    correction: { fields: number; used: boolean; strength: number | null; strength95: [number, number] | null } | null;
    depths: MixDepth[];
}
export interface AcrossDepth {
    name: string;
    hex: string;
    range95: number;
    words: string;
    slip: { dE00: number; words: string[] };
    /** Against the first row. */
    apart: { dE00: number; surely: boolean; words: string[] } | null;
}
export type Across = Schema.MixAcross;
export type RecipeAnswer = Schema.MixRecipesDetail;

export type MixLight = Schema.MixInLightDetail;
