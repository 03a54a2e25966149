import type * as Schema from './schema';
import type { Opinions } from './opinions';
/** Shapes of the server's answers; they mirror app/Queries. */

import type { Property, Quantity } from './registry';
import type { Courses, DoseTold, LightTold } from './fading';
import type { Swatch } from './swatches';

export { MORE, PROPERTIES, type Property, type Quantity } from './registry';

export interface Person {
    uuid: string;
    name: string;
    email: string;
    isSteward: boolean;
    /** A steward of the house, not of one circle in it. */
    ofHouse: boolean;
    warning?: string | null;
}

export interface CodeRead {
    code: string;
    state: 'known' | 'not-in-catalogue' | 'not-colour-index';
    likelyMeaning: string | null;
    chemicalName: string | null;
}
export type Statement = Schema.PigmentStatementDetail;

export type Pigment = Schema.PigmentDetail;

export type Pan = Schema.PanDetail;
export type Formulation = Schema.PaintFormulation;
export type Paint = Schema.PaintDetail;

export type Claim = Schema.PaintClaim;
export interface ClaimBeside extends Claim {
    check: 'agrees' | 'contradicted' | 'open' | 'not comparable';
    span: [number, number] | null;
}
export type ClaimScale = Schema.PaintClaimScale;

export type Verdict = Schema.PropertyVerdict;

export type ByHand = Schema.SpecimenByHand;
export type HandField = Schema.HandField;

export interface Rating {
    row: number;
    property: Quantity;
    status: 'measured' | 'not-reached' | 'not-tested' | 'undecidable';
    reason: string | null;
    value: number | null;
    uncertainty: number | null;
    class: string | null;
    classes: string[];
    classes95: string[];
    atDeposit: number | null;
    /**
     * One word first, with its chance; on a paint's and a code's page that of another card of the paint, and then what the picture said.
     */
    /** Its number as it is written, and what that number is called. */
    text?: string;
    quantity?: string;
    told?: string;
    brief?: string;
    said?: string | null;
    chances?: Record<string, number>;
    ofPicture?: string | null;
    /** Where tests are not told as one: each with how it was tested. */
    values?: { said: string; where: string; text: string; tests: number; chances: Record<string, number> }[];
    /** Of lightfastness: what the course says. */
    light?: LightTold;
    scale: string;
    earlier?: { scale: string; rules: number; told: string | null }[];
    remarks: string[];
    cells: string[];
    numbers: Record<string, unknown>;
    formula: string;
    protocol?: string;
    position?: number;
    low?: number;
    high?: number;
    /** Where this paint lies, 95 %; low to high is where one more card would. */
    own?: [number, number];
    limits?: Record<string, number | null>;
    card?: { uuid: string; title: string; mayChange: boolean; simulated: boolean } | null;
    /** Of several pictures of one painting; and what pictures say that cannot be of it. */
    pooled?: { pictures: number; spread: number };
    otherwise?: { value: number; said?: string | null }[];
    ofThisPicture?: { said?: string | null; value: number };
}

export type PooledTests = Schema.PropertyPooled;
/** A part of a sentence that is read out, and the property whose numbers stand behind it. */
export interface Clause {
    text: string;
    property: string | null;
}
/** What a list shows of a rating; where it comes from is on the paint's own page. */
export type RatingShown = Pick<
    Rating,
    'property' | 'value' | 'uncertainty' | 'said' | 'text' | 'position' | 'low' | 'high' | 'own' | 'pooled' | 'card' | 'light'
>;
export interface PropertyBeside<R extends RatingShown = Rating> {
    classes: string[];
    measured: R | null;
    without: { status: string; reason: string | null } | null;
    tests: number;
    /** All tests under one protocol together; null where nothing is pooled. */
    pooled: PooledTests | null;
    claims: ClaimBeside[];
    verdicts: Verdict[];
}

export interface Ladder {
    paper: string;
    ink: string | null;
    steps: { onPaper: string; onBlack: string | null; deposit: number | null }[];
    wash: string | null;
    unlifted: string | null;
    lifted: string | null;
    residue: number | null;
    grain: { value: number; deltaL: number | null; sizeMm: number | null } | null;
}
export interface FadeHalves {
    doseMlxh: number | null;
    paper: [string, string];
    depths: { depth: number; kept: string; exposed: string }[];
}
export type Strip = Schema.StripDetail;

export interface PaintBeside<R extends RatingShown = Rating> extends Paint {
    strip: Strip | null;
    properties: Record<Property, PropertyBeside<R>>;
    alsoJudged: Verdict[];
    notTested: Property[];
}
export type PanTest = Schema.PanTestsDetail;
export interface PanTests {
    pan: string;
    properties: {
        property: Quantity;
        quantity: string;
        tests: PanTest[];
        counted: number;
        spread: number | null;
        apart: [PanTest, PanTest] | null;
    }[];
}
export interface Provenance {
    tests: number;
    testers: string[];
    protocols: string[];
}
export interface Knowledge {
    rated: Partial<Record<Property, Provenance>>;
    more: (Provenance & { rating: Rating; /** Of earlier tests, newest first. */ earlier: string[] })[];
    missing: Quantity[];
    next: { property: Property; gain: number; chances: Record<string, number>; why: string }[];
}
export type OddTest = Schema.OddStripsTold;
export interface PaintPage extends PaintBeside {
    odd: OddTest[];
    /** What one would read out to a friend: sentences of clauses. */
    spoken: Clause[][];
    /** What differs between its tests that are told as one, by property. */
    between: Partial<Record<Property, { what: string; values: string[]; does: string }[]>>;
    knowledge: Knowledge;
    opinions: Opinions;
    /** Tests with a medium mixed in: another paint's. */
    /** The colour that the maker prints for it beside the nearest depth of the paint. */
    printed: { printed: string; nearest: string | null; dE00: number | null; words: string[]; check: string } | null;
    /** Degrees of hue from every other paint of its code, where that makes the code unlikely. */
    unlikely: number | null;
    withMedium: { added: string; property: string; said: string | null; text: string; card: string; title: string }[];
    media: string[];
    pans: Pan[];
    forms: string[];
    states: string[];
    got: string[];
    formulations: Formulation[];
    merges: { uuid: string; name: string; mayChange: boolean }[];
    tests: PanTests[];
    byHand: ByHand[];
    spoiledReasons: string[];
    swatches: Swatch[];
    claimScales: ClaimScale[];
    classes: Record<Property, string[]>;
}

export interface DepthStop {
    hex: string;
    lab: [number, number, number];
    dE00Above: number | null;
    seam: boolean;
}
/** Paints under one another, whatever brings them together. */
export interface PaintSet {
    depths: number[];
    referenceDepth: number;
    stops: (DepthStop | null)[][];
    stripOrder: string[];
    paints: PaintBeside<RatingShown>[];
}
export interface CodePage extends PaintSet {
    /** What is said of very many paints together; of few the comparison says more. */
    spoken: Clause[][];
    /** Measured watercolours of this one pigment, which are ranked; and what is of another kind. */
    ranked: string[];
    apart: { uuid: string; name: string; what: string }[];
    /** Paints whose hue makes the code unlikely. */
    unlikely: { uuid: string; name: string; degrees: number }[];
    code: string;
    state: CodeRead['state'];
    likelyMeaning: string | null;
    pigment: Pigment | null;
    caution: string;
}

export type Measuring = Schema.CardMeasurementDetail;
export type Picture = Schema.CardPicture;

export interface CellRead {
    id: string;
    role: string;
    what: string;
    row: number;
    step: number;
    lab: number[];
    labSpread: number[];
    uncertainty95?: number | null;
    rgbLinear: number[];
    deposit: (number | null)[];
    pixels: number;
    remarks: string[];
    polygonPx: [number, number][];
}
export interface FadeDifference {
    dE76: number;
    dE76BeyondNoise: number;
    dE00: number;
    dL: number;
    dC: number;
    dH: number;
    words: string[];
}
export interface FadeFinding {
    row: number;
    depth: number;
    deposit: number | null;
    raw: FadeDifference;
    corrected: FadeDifference;
    paperChange: number;
    range: [number, number];
    uncertainty: number;
    greyScaleGrade: string;
    outcome: string;
    words: string[];
    categories: string[];
    wording: string | null;
    remarks: string[];
}
export interface QualityCheck {
    name: string;
    value: number;
    unit: string;
    limit: number;
    refusal: number | null;
    state: 'good' | 'wider uncertainty' | 'not used';
    advice: string;
}
export interface Measurement {
    format: string;
    version: number;
    measuredBy: { meter: number; scale: string; rules: number };
    scan: {
        pixels: [number, number];
        dpi: number;
        profile: string;
        pieces: {
            id: string;
            rotationDeg: number;
            marksSeen?: number;
            residualMm?: number;
            lens?: number;
            outlinePx: [number, number][];
        }[];
        remarks: string[];
        photo?: boolean;
        calibration?: { kind: string; name: string; residualMean: number | null; residual95: number | null; patches: number };
        quality?: QualityCheck[];
    };
    cells: CellRead[];
    /** As they were read; what holds now stands in the rows. */
    ratings: (Omit<Rating, 'chances'> & { chances?: Record<string, number> | [] })[];
    fading: FadeFinding[];
    doseMlxh: number | null;
}

export interface CardSummary {
    uuid: string;
    edition: number;
    kind: 'property' | 'fade' | 'frame' | 'pocket' | 'halves';
    title: string;
    code: string;
    paper: string;
    paperUuid: string;
    side: string;
    note: string;
    owner: string;
    mayChange: boolean;
    published: string | null;
    made: string;
    paints: number;
    nextCheck?: string | null;
    timeZone?: string | null;
}
export interface CardRow {
    overrides: { uuid: string; edition: number; key: string; value: string; by: string }[];
    row: number;
    uuid: string;
    paint: Paint;
    pan: Pan | null;
    codeWord: string | null;
    strip: Strip | null;
    claims: ClaimBeside[];
    ratings: Rating[];
    verdicts: (Verdict & { edition: number; checkUuid: string | null; mine: boolean })[];
    conditions: Record<string, { value: string; inherited: string | null; own: boolean }>;
    remarks: { uuid: string; word: string; note: string; by: string }[];
    byHand?: ByHand[];
    spoiled: { uuid: string; property: Property | null; reason: string; by: string }[];
    photos?: { uuid: string; taken: string | null }[];
}
export type Hanging = Schema.CardHanging;
export interface Check {
    uuid: string;
    edition: number;
    checkedOn: string;
    doseMlxh: number | null;
    note: string;
    dose: DoseTold | null;
    /** Its numbers are shown when every row has been judged by eye. */
    eyeFirst: boolean;
    unseen: boolean;
}
export interface WindowRead {
    id: string;
    name: string;
    bare: boolean;
    lab: number[];
    uncertainty95: number | null;
    chroma: number;
    hueDeg: number;
    hex: string;
    deposit: (number | null)[];
    remarks: string[];
}
export type Correction = Schema.CardCorrections;
export interface Card extends CardSummary {
    corrections: Correction[];
    simulated: boolean;
    picturesRead: number;
    windows: WindowRead[];
    rows: CardRow[];
    pictures: Picture[];
    shownPicture: string | null;
    result: Measurement | null;
    hanging: Hanging | null;
    facings: string[];
    panes: string[];
    skies: string[];
    courses: Courses | null;
    checks: Check[];
    revisions: { number: number; publishedAt: string }[];
    licences: Licence[];
    withdrawn: { on: string; because: string } | null;
    eyeScales: Record<string, Record<string, string>>;
    moreByEye: string[];
    handFields: Record<string, HandField>;
    classes: Record<Property, string[]>;
    session: { uuid: string; title: string; blind: boolean; revealed: boolean } | null;
    mayPublish: boolean;
    spoiledReasons: string[];
}

/** What others may do with a record, told in words. */
export interface Licence {
    key: string;
    name: string;
    says: string;
}
export interface RecordPage {
    simulated?: boolean;
    corrections?: Correction[];
    revision: number;
    publishedAt: string;
    publishedBy: string;
    uuid: string;
    kind: 'property' | 'fade' | 'halves';
    title: string;
    code: string;
    paper: string;
    side: string;
    note: string;
    owner: string;
    rows: CardRow[];
    pictures: Picture[];
    shownPicture: string | null;
    measurement: Measurement | null;
    checks: Check[];
    classes: Record<Property, string[]>;
    hanging: { facing: string; glass: string; timeZone: string; hungOn: string; latitude: number | null; longitude: number | null } | null;
    limits: string;
    /** SHA-256 over its canonical form; missing in records of earlier days. */
    fingerprint?: string;
    licence?: Licence;
    /** Why there is a further revision. */
    because?: string;
    /** What it does not know; missing in records of earlier days. */
    gaps?: { row: number | null; gap: string }[];
    /** What instruments read on its places; missing in records of earlier days. */
    instruments?: { uuid: string; name: string; on: string; samples: { cell: string; spectrum: object | null }[] }[];
    /** How it stands today. */
    standing: RecordStanding;
}
export interface RecordStanding {
    newest: number;
    changes: string[];
    withdrawn: { on: string; because: string } | null;
    history: { withdrawn: boolean; because: string; by: string; on: string }[];
    /** The ledger that it is of; null: this one. */
    home: { uuid: string; name: string; proven: boolean; broughtBy: string | null } | null;
    /** Fingerprints of revisions that bear the same number and say otherwise. */
    otherwise: string[];
    questions: Question[];
    repeats: RepeatedRecord | null;
    repeatedBy: RepeatedRecord[];
    /** Whose page is /testers/…; null where nobody is named. */
    testerUuid: string | null;
    /** Its picture came along. */
    pictureHere: boolean;
    mayAsk: boolean;
    mayRepeat: boolean;
}
export interface RepeatedRecord {
    card: string;
    title: string;
    by: string;
    withdrawn: boolean;
    agreement: { property: string; pairs: number; agree: number; apart: string[]; words: string }[];
}
export interface Question {
    uuid: string;
    row: number | null;
    text: string;
    by: string;
    at: string;
    closed: string | null;
    mayClose: boolean;
    hidden: boolean;
    answers: { uuid: string; text: string; by: string; at: string; tester: boolean; hidden: boolean }[];
}
