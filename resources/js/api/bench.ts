import type * as Schema from './schema';
/** Shapes of a session's answers; they mirror app/Queries/SessionView. */
import type { ByHand, HandField, Measuring, Property, Verdict } from './types';

export type ConditionField = Schema.ConditionField;
export interface Condition {
    value: string;
    inherited: string | null;
    own: boolean;
}
export interface Remark {
    uuid: string;
    edition: number;
    word: string;
    note: string;
    by: string;
    mine: boolean;
    on?: string;
}
export interface Said {
    conditions: Record<string, Condition>;
    overrides: { uuid: string; edition: number; key: string; value: string; by: string }[];
    remarks: Remark[];
    byHand: ByHand[];
    photos: { uuid: string; taken: string | null }[];
    spoiled: { uuid: string; property: Property | null; reason: string; by: string }[];
}

export interface SessionSummary {
    uuid: string;
    edition: number;
    title: string;
    plannedOn: string;
    paper: string;
    paperUuid: string;
    tests: string[];
    owner: string;
    blind: boolean;
    revealed: boolean;
    finished: string | null;
    mayLead: boolean;
}
export interface Standing extends SessionSummary {
    tasks: number;
    done: number;
    next: string | null;
    lastAt: string | null;
}

export type TaskKind = Schema.SessionKinds;
export interface Task {
    uuid: string;
    edition: number;
    kind: string;
    state: 'open' | 'done' | 'skipped';
    reason: string;
    by: string | null;
    at: string | null;
    card: string;
    specimen: string | null;
}
export type Timer = Schema.SessionTimer;

export interface BenchRow extends Said {
    uuid: string;
    row: number;
    codeWord: string | null;
    label: string;
    about: string;
    place: string;
    panForm: string;
    paint: string | null;
    verdicts: (Verdict & { edition: number; mine: boolean })[];
}
export interface BenchCard {
    uuid: string;
    kind: 'property' | 'fade';
    title: string;
    code: string;
    properties: Property[];
    measuring: Measuring | null;
    rows: BenchRow[];
}

export interface Session extends SessionSummary {
    /** UUIDs of the pans, in the order planned. */
    pans: string[];
    conditions: Record<string, string>;
    conditionFields: Record<string, ConditionField>;
    people: { uuid: string; name: string }[];
    cautions: string[];
    cards: BenchCard[];
    tasks: Task[];
    kinds: Record<string, TaskKind>;
    judgedAt: Partial<Record<Property, string[]>>;
    timers: Timer[];
    words: { remarks: Record<string, string>; skips: string[]; spoiled: string[]; timers: Record<string, number> };
    eyeScales: Record<string, Record<string, string>>;
    moreByEye: string[];
    handFields: Record<string, HandField>;
    now: string;
    /** This browser's clock when the answer came, ms. */
    readAt: number;
}

export interface LayoutJson {
    format: string;
    version: number;
    rows: { row: number; specimen?: string; paint: string; maker?: string; pigments?: string }[];
    windows: { piece: string; row: number; use: string; polygon: [number, number][]; painted: [number, number][] | null }[];
    cells: { id: string; piece: string; row: number; role: string; step: number; polygon: [number, number][] }[];
    pieces: {
        id: string;
        outline: [number, number][];
        marks: { id: string; centre: [number, number]; sizeMm: number; shape: string }[];
        codeArea: [number, number][];
    }[];
}
