import type * as Schema from './schema';
/** Shapes of targets, profiles, instruments and repeats; they mirror app/Queries. */

export type Target = Schema.CaptureTargetDetail;
export type Profile = Schema.CaptureProfileDetail;
export type CaptureMeans = Schema.CaptureAll;

export interface Spectrum {
    fromNm: number;
    stepNm: number;
    values: number[];
}
export interface PreviewSample {
    name: string;
    cell: string | null;
    what: string | null;
    lab: number[];
    hex: string;
    spectrum: Spectrum | null;
    doubt: string | null;
}
export type Preview = Schema.InstrumentPreview;
export interface Reading {
    cell: string;
    what: string;
    lab: number[];
    hex: string;
    d50: number[] | null;
    a: number[] | null;
    picture: { lab: number[]; dE00: number; uncertainty95: number | null; outside: boolean } | null;
    doubt: string | null;
}
export type Run = Schema.InstrumentRunDetail;
export type Readings = Schema.Instrument;

export interface Pooled {
    repeatability: number | null;
    pictures: {
        uuid: string;
        name: string;
        taken: string | null;
        calibration: string;
        dL: number;
        da: number;
        db: number;
        apart: number;
        stands: boolean;
    }[];
    cells: { id: string; what: string; lab: number[]; spread: number; n: number }[];
    ratings: { row: number; property: string; n: number; mean: number; spread: number; uncertainty: number }[];
    /** Pictures that cannot be of one painting, newest first. */
    inDispute: string[];
}
export type Drying = Schema.RepeatsDrying;
export interface Repeats {
    pooled: Pooled[];
    drying: Drying | [];
}

export interface AccuracyFigure {
    name: string;
    value: number;
    bound: number | null;
    sense: string;
    holds: boolean | null;
}
export interface AccuracyGroup {
    kind: string;
    figures: AccuracyFigure[];
}
export interface WorstCell {
    kind: string;
    picture: string;
    cell: string;
    image: string;
    error: number;
    stated: number;
    measured: number[];
    true: number[];
    measuredHex: string;
    trueHex: string;
}
export interface AccuracyPart {
    words: string;
    figures: AccuracyFigure[];
}
/** What bin/accuracy found; null where that part was not run. */
export interface Accuracy {
    scans: AccuracyPart | null;
    drying: AccuracyPart | null;
    covered: AccuracyPart | null;
    swatches: AccuracyPart | null;
    courses: AccuracyPart | null;
    photos: {
        words: string;
        kinds: AccuracyGroup[];
        chances: AccuracyGroup[];
        others: AccuracyFigure[];
        outside: { fault: string; refused: number; of: number }[];
        worst: WorstCell[];
    } | null;
}
