import type * as Schema from './schema';
import type { Clause, PaintBeside, PooledTests, RatingShown } from './types';

/** Shapes of a comparison; they mirror app/Queries/Comparison. */

export type FairVerdict = 'fair' | 'with a remark' | 'not ranked';
export type ComparedPair = Schema.ComparisonPair;
export interface ComparedProperty {
    property: string;
    /** What it tells of these paints; the headline is made of such clauses. */
    sentence: string;
    fair: { verdict: FairVerdict; differs: { what: string; values: string[]; verdict: FairVerdict; does: string }[] };
    /** Places of the paints that were tested. */
    tested: number[];
    paints: (PooledTests & { at: number })[];
    pairs: ComparedPair[];
    makers: {
        matters: boolean;
        confounded: boolean;
        chance: number;
        between: string;
        between95: [string, string];
        within: string;
        within95: [string, string];
        named: string[];
    } | null;
    /** What tests of one paint usually differ by, by one tester and by different ones. */
    hand: string;
    testers: string;
    /** Paints that taught it. */
    taught: number;
}
export interface ComparedColour {
    name: string;
    deposit: number;
    paints: { at: number; hex: string | null; dE00: number | null; seam: boolean; words: string[] }[];
}
export interface Compared {
    paints: PaintBeside<RatingShown>[];
    spoken: Clause[][];
    properties: ComparedProperty[];
    colours: ComparedColour[];
    makeFair: { blocks: string; pans: string[]; without: string[] } | null;
}
