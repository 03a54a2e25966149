import type * as Schema from './schema';
/** Shapes of swatches, of the telephone's link, and of where to begin; they mirror app/Queries/SwatchView and PhoneView. */
import type { Paint, Rating, Strip } from './types';

export interface SwatchPlace {
    cell: string;
    role: string;
    what: string;
    lab: [number, number, number];
    /** Linear sRGB. */
    rgb: [number, number, number];
    uncertainty95: number | null;
    deposit: number | null;
    polygonPx: [number, number][];
}
export interface SwatchTold {
    protocol: string;
    places: SwatchPlace[];
    keyChannel: string | null;
    overBarePaper: boolean;
    outshines: string[];
    remarks: string[];
    ratings: Omit<Rating, 'numbers' | 'cells'>[];
    photo: boolean;
    /** Corners of the frame in the picture. */
    outlinePx: [number, number][] | null;
}
export interface Swatch {
    uuid: string;
    edition: number;
    picture: string;
    placing: number;
    problem: string | null;
    told: SwatchTold | null;
    naming: 'open' | 'named' | 'mixed' | 'unknown';
    /** Of two paints that were mixed; drops as they were counted, or not known. */
    mix: {
        a: { uuid: string; name: string; maker: string };
        b: { uuid: string; name: string; maker: string };
        dropsA: number | null;
        dropsB: number | null;
        measure: string;
    } | null;
    called: string;
    paint: Paint | null;
    guess: Paint | null;
    paintedWhen: string;
    paintedFrom: string | null;
    paintedTo: string | null;
    paperWords: string;
    note: string;
    shared: boolean;
    /** Made by a stand-in. */
    simulated: boolean;
    owner: string;
    mayChange: boolean;
    made: string;
}
export type SwatchPicture = Schema.SwatchPictures;
export interface Drawer {
    drawer: string | null;
    swatches: Swatch[];
    total: number;
    page: number;
    pages: number;
    pictures: SwatchPicture[];
    howTo: string[];
    spoilers: string[];
    effects: { effect: string; words: string }[];
}
export interface SwatchCandidates {
    candidates: { meanDE00: number; worstDE00: number; depths: number; says: string; paint: Paint; strip: Strip | null }[];
}

export type PhonePicture = Schema.PhonePictures;
export interface PhoneLink {
    uuid: string;
    opened: boolean;
    ended: boolean;
    secondsLeft: number;
    pictures: PhonePicture[];
}
export interface PhoneAtHand extends PhoneLink {
    for: string;
    swatches: boolean;
    hints: string[];
}

export type Begin = Schema.BeginShowAnswer;
