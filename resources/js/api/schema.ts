// Written by "php artisan api:describe" from the views of the server. Not changed by hand.

export interface AccountShowAnswer {
    uuid: string;
    name: string;
    email: string;
    isSteward: boolean;
    signIns: {
        uuid: string;
        agent: string;
        since: string;
        seen: string;
        stays: boolean;
        here: boolean;
    }[];
}

export interface AccuracyAll {
    photos: Record<string, unknown> | null;
    /** anything */
    drying: unknown;
    /** anything */
    covered: unknown;
    /** anything */
    swatches: unknown;
    /** anything */
    courses: unknown;
    /** anything */
    scans: unknown;
}

export interface AuditPage {
    entries: ({
        at: string;
        by: string | null;
        byUuid: string | null;
        did: string;
        subject: string | null;
        token: string | null;
    })[];
    total: number;
    page: number;
    pages: number;
}

export interface BeginShowAnswer {
    empty: boolean;
    founded: boolean;
    mayFound: boolean;
    practice: number | null;
    practiceSignIn: {
        email: string;
        password: string;
    } | null;
}

export interface BenchPutConditionAnswer {
    uuid: string;
    edition: number;
    key: string;
    value: string;
}

export interface BenchPutHandReadingAnswer {
    uuid: string;
    edition: number;
    value: number | null;
}

export interface BenchPutRemarkAnswer {
    uuid: string;
    edition: number;
    word: string;
    note: string;
}

export interface BenchPutSpoilingAnswer {
    uuid: string;
    edition: number;
}

export interface BenchSessionChoicesAnswer {
    total: number;
    pans: PanToChoose[];
    tests: string[];
    conditionFields: Record<string, ConditionField>;
    conditions: Record<string, unknown>;
}

export interface BenchSessionIndexAnswer {
    sessions: SessionStanding[];
    total: number;
    page: number;
    pages: number;
}

export interface BenchSessionPlanAnswer {
    cards: {
        kind: string;
        rows: {
            pan: string;
            name: string;
            maker: string;
            pigments: string;
            place: string;
        }[];
    }[];
    tasks: ({
        card: number;
        row: number | null;
        kind: string;
        title: string;
        wait: boolean;
        start: number;
        end: number;
    })[];
    workSeconds: number;
    wholeSeconds: number;
    sheets: number;
    squareMetres: number;
}

export interface BenchSessionPutConditionsAnswer {
    edition: number;
    conditions: Record<string, unknown>;
}

export interface BenchSessionShowAnswer {
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
    conditions: Record<string, unknown>;
    conditionFields: Record<string, ConditionField>;
    people: {
        uuid: string;
        name: string;
    }[];
    cautions: string[];
    cards: SessionCard[];
    tasks: ({
        uuid: string;
        edition: number;
        kind: string;
        state: string;
        reason: string;
        by: string | null;
        at: string | null;
        card: string;
        specimen: string | null;
    })[];
    kinds: Record<string, SessionKinds>;
    judgedAt: Record<string, string[]>;
    pans: string[];
    timers: SessionTimer[];
    words: {
        remarks: Record<string, string>;
        skips: ('another reason' | 'no time today' | 'not wanted for this paint' | 'pan empty or dried up' | 'pan not found' | 'place spoiled')[];
        spoiled: string[];
        timers: {
            'pre-wetting': number;
            dwell: number;
            spread: number;
            drying: number;
        };
    };
    eyeScales: Record<string, Record<string, string>>;
    moreByEye: string[];
    handFields: Record<string, HandField>;
    now: string;
}

export interface BundleAnswer {
    uuid: string;
    name: string;
    state: string;
    progress: number;
    problem: string | null;
    answers: Record<string, unknown>;
    report: Record<string, unknown> | null;
}

export interface CaptureAll {
    targets: CaptureTargetDetail[];
    profiles: CaptureProfileDetail[];
}

export interface CaptureProfileDetail {
    uuid: string;
    edition: number;
    name: string;
    by: string;
    mayChange: boolean;
    target: string | null;
    targetUuid: string | null;
    made: string;
    residualMean: number | null;
    residual95: number | null;
    patches: number;
    worst: {
        dE00: number;
        hex: string;
    }[];
    checked: string | null;
    drift: number | null;
    drifted: boolean;
}

export interface CaptureTargetDetail {
    uuid: string;
    edition: number;
    name: string;
    by: string;
    mayChange: boolean;
    columns: number;
    rows: number;
    patches: {
        name: string;
        lab: [number, number, number];
        hex: string;
    }[];
}

export interface CardCorrections {
    subject: string;
    before: Record<string, unknown>;
    by: string;
    on: string;
    reason: string;
}

export interface CardDetail {
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
    layout: Record<string, unknown>;
    rows: CardRow[];
    pictures: CardPicture[];
    shownPicture: string | null;
    result: Record<string, unknown> | null;
    windows: Record<string, unknown>[];
    hanging: CardHanging | null;
    facings: string[];
    panes: string[];
    skies: string[];
    courses: FadeCoursesDetail | null;
    corrections: CardCorrections[];
    simulated: boolean;
    picturesRead: number;
    checks: ({
        uuid: string;
        edition: number;
        checkedOn: string;
        doseMlxh: number | null;
        note: string;
        eyeFirst: boolean;
        dose: WindowDoseTold | null;
        unseen: boolean;
    })[];
    withdrawn: {
        on: string;
        because: string;
    } | null;
    licences: [{
        key: string;
        name: string;
        says: string;
    }, {
        key: string;
        name: string;
        says: string;
    }, {
        key: string;
        name: string;
        says: string;
    }];
    revisions: {
        number: number;
        publishedAt: string;
    }[];
    eyeScales: Record<string, Record<string, string>>;
    moreByEye: string[];
    handFields: Record<string, HandField>;
    classes: Record<string, string[]>;
    session: {
        uuid: string;
        title: string;
        blind: boolean;
        revealed: boolean;
    } | null;
    mayPublish: boolean;
    spoiledReasons: string[];
}

export interface CardHanging {
    uuid: string;
    edition: number;
    place: string;
    facing: string;
    glass: string;
    latitude: number | null;
    longitude: number | null;
    timeZone: string;
    hungOn: string;
    note: string;
    panes: string;
    sky: string;
    curtain: boolean;
    sunshine: number | null;
    distanceM: number;
    sunshineByMonth: number[] | null;
    horizon: number[] | null;
    byDose: boolean;
    nextCheck: string | null;
    hungTo: string | null;
    hungWords: string;
    downOn: string | null;
    downTo: string | null;
    downWords: string;
}

export interface CardIndexAnswer {
    cards: CardSummary[];
    total: number;
    page: number;
    pages: number;
}

export interface CardMeasurementDetail {
    uuid: string;
    state: 'waiting' | 'running' | 'done' | 'failed';
    progress: number;
    step: string;
    problem: string | null;
    quality: ({
        name: string;
        value: number;
        unit: string;
        limit: number;
        refusal: number | null;
        state: 'good' | 'wider uncertainty' | 'not used';
        advice: string;
    })[];
}

export interface CardPicture {
    uuid: string;
    moment: 'property' | 'first' | 'check';
    source: string;
    name: string;
    wet: boolean;
    width: number | null;
    height: number | null;
    taken: string | null;
    checkUuid: string | null;
    withdrawn: string | null;
    measurement: CardMeasurementDetail | null;
}

export interface CardPublishAnswer {
    card: string;
    number: number;
}

export interface CardRow {
    row: number;
    uuid: string;
    paint: RowPaintTold;
    pan: PanDetail | null;
    codeWord: string | null;
    conditions: Record<string, {
        value: string;
        inherited: string | null;
        own: boolean;
    }>;
    overrides: {
        uuid: string;
        edition: number;
        key: string;
        value: string;
        by: string;
    }[];
    remarks: {
        uuid: string;
        edition: number;
        word: string;
        note: string;
        by: string;
        mine: boolean;
        on: string;
    }[];
    byHand: SpecimenByHand[];
    photos: ({
        uuid: string;
        taken: string | null;
    })[];
    spoiled: ({
        uuid: string;
        property: string | null;
        reason: string;
        by: string;
    })[];
    strip: StripDetail | null;
    claims: ({
        uuid: string;
        property: string;
        words: string;
        readOn: string;
        scale: string | null;
        scaleUuid: string | null;
        classes: string[];
        check: string;
        span: [number, number] | null;
    })[];
    ratings: RatingShown[];
    verdicts: ({
        uuid: string;
        property: string;
        word: string;
        note: string;
        by: string;
        on: string | null;
        blind: boolean;
        check: 'agrees' | 'contradicted' | 'not comparable' | 'open';
        edition: number;
        checkUuid: string | null;
        mine: boolean;
    })[];
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
}

export interface CodePageDetail {
    code: string;
    state: 'known' | 'not-colour-index' | 'not-in-catalogue';
    likelyMeaning: string | null;
    pigment: PigmentDetail | null;
    caution: string;
    spoken: (({
        text: string;
        property: string | null;
    })[])[];
    ranked: string[];
    apart: {
        uuid: string;
        name: string;
        what: string;
    }[];
    unlikely: {
        uuid: string;
        name: string;
        degrees: number;
    }[];
    depths: number[];
    referenceDepth: number;
    stops: (({
        hex: string;
        lab: [number, number, number];
        dE00Above: number | null;
        seam: boolean;
    } | null)[])[];
    stripOrder: string[];
    paints: PaintSetShown[];
}

export interface CollectionNarrowing {
    strip: StripDetail | null;
    candidates: SwatchNarrowing[];
}

export interface CollectionPalettes {
    palettes: {
        uuid: string;
        edition: number;
        name: string;
        rows: number;
        columns: number;
        pans: PlacedPan[];
    }[];
    unplaced: PlacedPan[];
    unplacedCount: number;
}

export interface CompareChosenAnswer {
    title: 'Chosen paints';
    depths: number[];
    referenceDepth: number;
    stops: (({
        hex: string;
        lab: [number, number, number];
        dE00Above: number | null;
        seam: boolean;
    } | null)[])[];
    stripOrder: string[];
    paints: PaintSetShown[];
}

export interface CompareOfMakerAnswer {
    title: string;
    more: number;
    record: {
        claims: number;
        confirmed: number;
        contradicted: number;
        open: number;
        notTested: number;
        tests: number;
    };
    depths: number[];
    referenceDepth: number;
    stops: (({
        hex: string;
        lab: [number, number, number];
        dE00Above: number | null;
        seam: boolean;
    } | null)[])[];
    stripOrder: string[];
    paints: PaintSetShown[];
}

export interface ComparisonDetail {
    paints: PaintSetShown[];
    spoken: (({
        text: string;
        property: string | null;
    })[])[];
    properties: ({
        property: string;
        fair: {
            verdict: string;
            differs: {
                what: string;
                values: string[];
                verdict: string;
                does: string;
            }[];
        };
        tested: number[];
        paints: ComparisonPaint[];
        pairs: ComparisonPair[];
        leader: number | null;
        perhapsWith: number[];
        makers: ComparisonMakers | null;
        hand: string;
        testers: string;
        taught: number;
        sentence: string;
    })[];
    colours: ({
        name: 'as deep as all have' | 'middle strength' | 'pale';
        deposit: number;
        paints: ({
            at: number;
            hex: string | null;
            dE00: number | null;
            seam: boolean;
            words: string[];
        })[];
    })[];
    makeFair: {
        blocks: string;
        pans: string[];
        without: string[];
    } | null;
}

export interface ComparisonMakers {
    matters: boolean;
    confounded: boolean;
    chance: number;
    between: string;
    between95: [string, string];
    within: string;
    within95: [string, string];
    named: string[];
}

export interface ComparisonPaint {
    at: number;
    value: number;
    uncertainty: number;
    text: string;
    own: number[];
    another: number[];
    anotherText: string;
    tests: number;
    testers: number;
    off: number;
    otherwise: number;
}

export interface ComparisonPair {
    one: number;
    other: number;
    difference: number;
    text: string;
    chance: number;
    again: number;
    words: string;
    real: boolean;
    enough: boolean | null;
}

export interface ConditionField {
    label: string;
    words?: string[];
    hint?: string;
    unit?: string;
    range?: [number, number];
}

export interface DigestDetail {
    follows: {
        kind: string;
        key: string;
        name: string;
    }[];
    events: {
        on: string;
        what: string;
        words: string;
        by: string;
        link: string;
        new: boolean;
    }[];
    seen: string | null;
}

export interface EvidenceMapCodes {
    codes: ({
        code: string;
        paints: number;
        makers: number;
        tests: number;
        tested: Record<string, {
            paints: number;
            testers: number;
        }>;
        testers: string[];
        papers: string[];
        mostLight: number | null;
    })[];
    properties: string[];
    total: number;
    page: number;
    pages: number;
}

export interface EvidenceMapPlan {
    paint: {
        uuid: string;
        name: string;
        maker: string;
        pigments: string;
    };
    property: string;
    why: string;
    gain: number;
    tester: {
        uuid: string;
        name: string;
    } | null;
    sameHand: boolean;
    mine: boolean;
}

export interface FadeAtEqualLight {
    mlxh: number | null;
    unfinished: {
        name: string;
        title: string;
    }[];
    strips: ({
        paint: string;
        name: string;
        maker: string;
        card: string;
        title: string;
        mayChange: boolean;
        lastMlxh: number;
        change: number;
        uncertainty: number;
        dark: string;
        window: string | null;
        against: {
            difference: number;
            uncertainty: number;
            differs: boolean;
        } | null;
    })[];
}

export interface FadeCoursesCheck {
    uuid: string;
    on: string;
    dose: WindowDoseTold;
    typed: boolean;
    measurement: string;
}

export interface FadeCoursesDetail {
    wool: {
        strips: {
            number: number;
            change: number;
        }[];
        least: number | null;
        most: number | null;
        agrees: boolean | null;
    } | null;
    yearly: {
        museum: number;
        'living room': number;
    };
    checks: FadeCoursesCheck[];
    rows: FadeCoursesRow[];
}

export interface FadeCoursesReading {
    mlxh: number;
    change: number;
    uncertainty: number;
    outcome: string;
    words: string;
    dark: string;
    window: string;
    dL: number;
    dC: number;
    grade: string;
    darkChange: [number, number] | null;
}

export interface FadeCoursesRow {
    row: number;
    depths: ({
        depth: number;
        name: 'masstone' | 'middle' | 'tint';
        way: 'does not run one way' | 'one way' | 'speeding up';
        words: string;
        readings: FadeCoursesReading[];
        drawn: {
            mlxh: number;
            window: string;
            uncertainty: number;
            apart: boolean;
        }[];
        ahead: ({
            mlxh: number;
            least: number;
            most: number;
            leastSeen: string | null;
            mostSeen: string | null;
        })[];
        fitted: {
            mlxh: number;
            change: number;
        }[];
        categories: string[];
        referenceMlxh: number;
        settled: number | null;
        noticeable: [number, number | null] | null;
        blueWool: [number, number] | null;
        displayLife: {
            museum: [number | number, number | number | null];
            'living room': [number | number, number | number | null];
        } | null;
    })[];
    summary: FadeCoursesSummary;
    asWool: {
        number: number;
        bound: string;
    } | null;
}

export interface FadeCoursesSummary {
    words: string;
    told: string;
    band: string | null;
    or: string | null;
    chance: number;
    chances: Record<string, number>;
    outcome: string;
    doubt: string | null;
    mlxh: number | null;
    range: [number, number] | null;
    depth: number;
    change: number;
    uncertainty: number;
    number: string;
    beside: string | null;
    way: string;
    categories: string[];
    category: string | null;
    grade: string;
    group: 'cannot be told yet' | 'for ten years on a wall' | 'not for a wall';
}

export interface FadeLight {
    now: WindowDoseTold | null;
    curve: {
        on: string;
        mlxh: number;
    }[];
    reaches: ({
        what: string;
        mlxh: number;
        on: string | null;
    })[];
    moves: {
        uuid: string;
        edition: number;
        movedOn: string;
        place: string;
        facing: string;
        panes: string;
        sky: string;
        curtain: boolean;
    }[];
    pauses: {
        uuid: string;
        edition: number;
        fromOn: string;
        toOn: string;
        note: string;
    }[];
    logs: ({
        uuid: string;
        name: string;
        readings: number;
        gaps: number;
        clipped: boolean;
        from: string | null;
        to: string | null;
        unit: string;
        timeZone: string;
    })[];
}

export interface FadeRack {
    windows: HungCard[];
    steps: number[];
    referenceMlxh: number;
    years: {
        museum: number;
        'living room': number;
    };
    facings: string[];
    panes: string[];
    skies: string[];
}

export interface FadeReport {
    format: 'marsh-trial/fading';
    version: number;
    card: string;
    title: string;
    facing: string | null;
    panes: string | null;
    hungOn: string | null;
    paints: {
        row: number;
        colourName: string;
        maker: string;
        pigments: string;
    }[];
    checks: FadeCoursesCheck[];
    rows: FadeCoursesRow[];
}

export interface FadeStripDepth {
    depth: number;
    kept: string;
    exposed: string;
    dark?: number[];
    window?: number[];
    deposit?: number | null;
    change?: number;
    uncertainty?: number;
    least?: number | null;
    greatest?: number | null;
    paperChange?: number;
    outcome?: string;
    grade?: string;
    darkChange?: number | null;
    darkUncertainty?: number | null;
    raw?: number[];
    across?: number | null;
    left?: number | null;
    doubt?: string | null;
    hasFirst?: boolean;
}

export interface FollowPutAnswer {
    kind: string;
    key: string;
}

export interface GroupStripsAnswer {
    title: string;
    group: {
        uuid: string;
        edition: number;
        name: string;
        shared: boolean;
        by: string;
        mayChange: boolean;
        order: string[];
    };
    depths: number[];
    referenceDepth: number;
    stops: (({
        hex: string;
        lab: [number, number, number];
        dE00Above: number | null;
        seam: boolean;
    } | null)[])[];
    stripOrder: string[];
    paints: PaintSetShown[];
}

export interface GroupSummary {
    uuid: string;
    edition: number;
    name: string;
    shared: boolean;
    by: string;
}

export interface HandField {
    label: string;
    unit: string;
    range: [number, number];
    how: string;
}

export interface HungCard {
    card: string;
    title: string;
    code: string;
    owner: string;
    mayChange: boolean;
    place: string;
    facing: string;
    panes: string;
    hungOn: string;
    hungWords: string;
    downOn: string | null;
    downWords: string;
    old: boolean;
    now: WindowDoseTold;
    next: {
        on: string;
        mlxh: number | null;
    } | null;
    rows: ({
        row: number;
        paint: string | null;
        name: string;
        maker: string;
        pigments: string;
        summary: FadeCoursesSummary | null;
        odd: boolean;
        checks: {
            mlxh: number;
            range: [number, number];
            change: number;
            uncertainty: number;
            words: string;
            dark: string;
            window: string;
        }[];
    })[];
}

export interface ImportAnswer {
    uuid: string;
    name: string;
    state: string;
    progress: number;
    problem: string | null;
    separator: string;
    encoding: string;
    headings: string[];
    mapping: Record<string, number>;
    defaults: {
        currency: string;
        form: string;
        dates: string;
    };
    report: Record<string, unknown> | null;
    fields: Record<string, string>;
    needed: string[];
    separators: string[];
    encodings: string[];
    forms: string[];
}

export interface Instrument {
    order: {
        cell: string;
        what: string;
    }[];
    runs: InstrumentRunDetail[];
}

export interface InstrumentPreview {
    name: string;
    by: 'name' | 'order';
    samples: ({
        name: string;
        cell: string | null;
        what: string | null;
        lab: [number, number, number];
        hex: string;
        spectrum: {
            fromNm: number;
            stepNm: number;
            values: number[];
        } | null;
        doubt: string | null;
    })[];
}

export interface InstrumentRunDetail {
    uuid: string;
    edition: number;
    name: string;
    source: string;
    by: string;
    on: string;
    mine: boolean;
    mean: number | null;
    readings: ({
        cell: string;
        what: string;
        lab: [number, number, number];
        hex: string;
        d50: [number, number, number] | null;
        a: [number, number, number] | null;
        picture: {
            lab: [number, number, number];
            dE00: number;
            uncertainty95: number | null;
            outside: boolean;
        } | null;
        doubt: string | null;
    })[];
    pairs: {
        one: string;
        two: string;
        remark: string;
        index: number;
    }[];
}

export interface InvitationIndexAnswer {
    invitations: ({
        uuid: string;
        words: string;
        steward: boolean;
        expires: string;
        over: boolean;
        usedBy: string | null;
    })[];
    circles: string[];
}

export interface InvitationJoinAnswer {
    name: string;
    email: string;
}

export interface InvitationStoreAnswer {
    uuid: string;
    path: string;
    days: number;
}

export interface LedgerShowAnswer {
    uuid: string;
    name: string;
    fingerprint: string;
    key: string;
    records: number;
    revisions: number;
    elsewhere: number;
    questions: number;
    others: {
        uuid: string;
        name: string;
        proven: boolean;
        records: number;
    }[];
}

export interface LightOfCodeDetail {
    doses: number[];
    checks: number[];
    yearly: number;
    most: number;
    paints: Record<string, (LightOfCodeStop | null)[] | null>;
    tested: number;
    shown: number;
}

export interface LightOfCodeStop {
    kind: 'between' | 'checked' | 'expected';
    ladder: string[];
    ladderMost: string[] | null;
    swatch: string | null;
    swatchMost: string | null;
    dE00Above: number | null;
    seam: boolean;
}

export interface LightTold {
    words: string;
    told: string;
    band: string | null;
    or: string | null;
    chance: number;
    chances: Record<string, number>;
    outcome: string;
    doubt: string | null;
    mlxh: number | null;
    range: [number, number] | null;
    depth: number;
    change: number;
    uncertainty: number;
    number: string;
    beside: string | null;
    way: string;
    categories: string[];
    category: string | null;
    grade: string;
    strips: number;
    disagree: boolean;
}

export interface LightVerdictTold {
    words: string;
    told: string;
    band: string | null;
    or: string | null;
    chance: number;
    chances: Record<string, number>;
    outcome: string;
    doubt: string | null;
    mlxh: number | null;
    range: [number, number] | null;
    depth: number;
    change: number;
    uncertainty: number;
    number: string;
    beside: string | null;
    way: string;
    categories: string[];
    category: string | null;
    grade: string;
}

export interface LikePaintsDetail {
    uuid: string;
    conditions: string[];
    like: ({
        uuid: string;
        edition: number;
        maker: string;
        makerUuid: string;
        range: string;
        colourName: string;
        pigmentsWritten: string;
        series: string;
        medium: string;
        grade: string;
        discontinued: boolean;
        effects: string[] | null;
        statement: PigmentStatementDetail;
        mayChange: boolean;
        mine: boolean;
        dE00: number;
        unseen: boolean;
        words: string[];
        depths: {
            name: string;
            wanted: string;
            other: string;
            dE00: number;
        }[];
        mixes: number | null;
        loses: string[];
        light: string;
        holds: boolean | null;
    })[];
}

export interface MakerIndexAnswer {
    makers: {
        uuid: string;
        name: string;
    }[];
    forms: string[];
}

export interface MethodsAll {
    scale: string;
    scales: ['bench scale 1'];
    rules: number;
    methods: ({
        property: string;
        what: string;
        quantity: string;
        formula: string;
        limits: Record<string, number | null>;
        weakness: string;
        thresholds: Record<string, unknown>[];
        protocols: {
            id: string;
            title: string;
            spoilers: string[];
        }[];
    })[];
}

export interface MixAcross {
    partner: MixPaint;
    share: number;
    rows: ({
        paint: {
            uuid: string;
            name: string;
            maker: string;
            pigments?: string;
            hex?: string;
            counted?: boolean;
            misfit?: number;
            simulated?: boolean;
            card?: {
                uuid: string;
                title: string;
                mayChange: boolean;
            };
        };
        clarity: number | null;
        depths: MixDepth[] | null;
    })[];
}

export interface MixAcrossAnswer {
    partner: MixPaint;
    share: number;
    rows: ({
        paint: {
            uuid: string;
            name: string;
            maker: string;
            pigments?: string;
            hex?: string;
            counted?: boolean;
            misfit?: number;
            simulated?: boolean;
            card?: {
                uuid: string;
                title: string;
                mayChange: boolean;
            };
        };
        clarity: number | null;
        depths: MixDepth[] | null;
    })[];
    code: string;
}

export interface MixBench {
    paints: {
        uuid: string;
        name: string;
        maker: string;
        pigments: string;
        hex: string;
        counted: boolean;
        misfit: number;
        simulated: boolean;
        card: {
            uuid: string;
            title: string;
            mayChange: boolean;
        };
        mine: boolean;
    }[];
    mixes: NamedMix[];
    partners: MixPartners[];
}

export interface MixDepth {
    hex: string;
    lab: number[];
    range95: number;
    words: string;
    slip: {
        dE00: number;
        words: string[];
    };
    name: 'deep' | 'middle' | 'tint';
    apart: {
        dE00: number;
        surely: boolean;
        words: string[];
    } | null;
}

export interface MixGrey {
    uuid: string;
    name: string;
    maker: string;
    pigments: string;
    hex: string;
    counted: boolean;
    misfit: number;
    simulated: boolean;
    card: {
        uuid: string;
        title: string;
        mayChange: boolean;
    };
    share: number;
    cautions: string[];
}

export interface MixInLightDetail {
    start: {
        hex: string;
        words: string;
    };
    stops: ({
        mlxh: number;
        hex: string;
        kind: 'between' | 'checked' | 'expected';
        words: string;
        dE00: number;
        change: string[];
    })[];
    yearly: number;
    weaker: string | null;
}

export interface MixLayers {
    name: 'A over B' | 'B over A';
    hex: string;
    lab: number[];
    range95: number;
    words: string;
}

export interface MixPaint {
    uuid: string;
    name: string;
    maker: string;
    pigments: string;
    hex: string;
    counted: boolean;
    misfit: number;
    simulated: boolean;
    card: {
        uuid: string;
        title: string;
        mayChange: boolean;
    };
}

export interface MixPartners {
    place: string;
    pan: {
        uuid: string;
        name: string;
        maker: string;
        batch: string;
        paint: string;
        atHand: boolean;
    } | null;
}

export interface MixPlace {
    share: number;
    hex: string;
    onInk: string;
    lab: number[];
    body: number;
    words: string;
    range95: number;
    drops: number | null;
    slip: {
        dE00: number;
        words: string[];
    };
}

export interface MixRecipesDetail {
    wanted: {
        lab?: number[];
        hex: string | null;
        uuid?: string;
        edition?: number;
        name?: string;
        note?: string;
        share?: number;
        deposit?: number;
        layered?: boolean;
        a?: OddStripsLike;
        b?: OddStripsLike;
        maker?: string;
        pigments?: string;
        counted?: boolean;
        misfit?: number;
        simulated?: boolean;
        card?: {
            uuid: string;
            title: string;
            mayChange: boolean;
        };
    };
    of: number;
    single: boolean;
    places: {
        name: string;
        hex: string;
    }[];
    recipes: {
        parts: MixGrey[];
        dE00: number;
        near: boolean;
        pigments: number;
        places: {
            hex: string;
            dE00: number;
            words: string[];
        }[];
    }[];
}

export interface MixRecipesReach {
    alike: PaletteCheckAlike[];
    gaps: ({
        of: 'mixtures of two' | 'paints';
        degrees: number;
        hex: string;
        from: OddStripsLike | null;
        to: OddStripsLike | null;
    })[];
    side: number;
    lightnesses: [number, number, number, number];
    unmeasured: number;
    patches: [number, number, number, string][];
    paints: {
        uuid: string;
        name: string;
        maker: string;
        pigments: string;
        hex: string;
        counted: boolean;
        misfit: number;
        simulated: boolean;
        card: {
            uuid: string;
            title: string;
            mayChange: boolean;
        };
        lost: number;
        share: number;
    }[];
}

export interface MixRunDetail {
    a: MixPaint;
    b: MixPaint;
    counted: boolean;
    depths: [{
        name: 'tint';
        deposit: number;
        greyest: number;
        mostVivid: number;
        clarity: number | null;
        places: MixPlace[];
        layers: MixLayers[];
    }, {
        name: 'middle';
        deposit: number;
        greyest: number;
        mostVivid: number;
        clarity: number | null;
        places: MixPlace[];
        layers: MixLayers[];
    }, {
        name: 'deep';
        deposit: number;
        greyest: number;
        mostVivid: number;
        clarity: number | null;
        places: MixPlace[];
        layers: MixLayers[];
    }];
    painted: Record<string, unknown>[];
    lanes: ({
        paint: string;
        moved: number | null;
        card: string;
    })[];
    cost: {
        a: number;
        b: number;
        currency: string;
    } | null;
    measure: string | null;
    correction: {
        fields: number;
        used: boolean;
        strength: number | null;
        strength95: [number, number] | null;
    } | null;
}

export interface NamedMix {
    uuid: string;
    edition: number;
    name: string;
    note: string;
    share: number;
    deposit: number;
    layered: boolean;
    a: OddStripsLike;
    b: OddStripsLike;
    hex: string | null;
}

export interface OddStripsLike {
    uuid: string;
    name: string;
    maker: string;
}

export interface OddStripsTold {
    specimen: string;
    paint: OddStripsLike;
    state: 'set aside' | 'two disagree';
    colour: string;
    card: {
        uuid: string;
        title: string;
        mayChange: boolean;
    };
    row: number;
    tester: string;
    like: OddStripsLike[];
    mayDecide: boolean;
    decided: {
        word: string;
        by: string;
        paint: string | null;
    } | null;
}

export interface OddStripsWaiting {
    specimen: string;
    paint: OddStripsLike;
    state: 'set aside' | 'two disagree';
    colour: string;
    card: {
        uuid: string;
        title: string;
        mayChange: boolean;
    };
    row: number;
    tester: string;
    like: OddStripsLike[];
    mayDecide: boolean;
    decided: null;
}

export interface OpenDataDictionaryAnswer {
    profile: 'tabular-data-package';
    name: 'marsh-trial-ledger';
    id: string;
    title: string;
    created: string;
    description: string;
    resources: ({
        name: string;
        path: string;
        profile: 'tabular-data-resource';
        format: 'csv';
        mediatype: 'text/csv';
        encoding: 'utf-8';
        schema: {
            primaryKey?: string;
            fields: ({
                description?: string;
                name: string;
                type: 'boolean' | 'date' | 'datetime' | 'integer' | 'number' | 'string';
            })[];
            missingValues: [string];
            foreignKeys?: {
                fields: string;
                reference: {
                    resource: string;
                    fields: string;
                };
            }[];
        };
    })[];
}

export interface OpinionsChanged {
    uuid: string;
    name: string;
    maker: string;
    since: string;
    decided: string | null;
    changes: string[];
}

export interface OpinionsDecision {
    uuid: string;
    edition: number;
    word: string;
    reason: string;
    on: string;
    shared: boolean;
    by: string;
    mine: boolean;
}

export interface OpinionsStudy {
    uuid: string;
    edition: number;
    title: string;
    on: string | null;
    paper: string;
    purpose: string;
    went: string;
    shared: boolean;
    by: string;
    mayChange: boolean;
    paints: OddStripsLike[];
    pictures: string[];
}

export interface PaintClaim {
    uuid: string;
    property: string;
    words: string;
    readOn: string;
    scale: string | null;
    scaleUuid: string | null;
    classes: string[];
}

export interface PaintClaimScale {
    uuid: string;
    property: string;
    name: string;
    words: {
        word: string;
        classes: string[];
    }[];
}

export interface PaintDetail {
    uuid: string;
    edition: number;
    maker: string;
    makerUuid: string;
    range: string;
    colourName: string;
    pigmentsWritten: string;
    series: string;
    medium: string;
    grade: string;
    discontinued: boolean;
    effects: string[] | null;
    statement: PigmentStatementDetail;
    mayChange: boolean;
}

export interface PaintFormulation {
    uuid: string;
    edition: number;
    since: string | null;
    note: string;
    pigmentsWritten: string;
    statement: PigmentStatementDetail;
}

export interface PaintIndexAnswer {
    paints: ({
        uuid: string;
        edition: number;
        maker: string;
        makerUuid: string;
        range: string;
        colourName: string;
        pigmentsWritten: string;
        series: string;
        medium: string;
        grade: string;
        discontinued: boolean;
        effects: string[] | null;
        statement: PigmentStatementDetail;
        mayChange: boolean;
        colour: [string, string] | null;
        pans: PanDetail[];
    })[];
    total: number;
    page: number;
    pages: number;
    shows: string[];
}

export interface PaintKnowledgeDetail {
    rated: Record<string, {
        tests: number;
        testers: string[];
        protocols: string[];
    }>;
    more: {
        tests?: number;
        testers?: string[];
        protocols?: string[];
        earlier: string[];
        rating: RatingShown;
    }[];
    missing: string[];
    next: Record<string, unknown>[];
}

export interface PaintMergeStoreAnswer {
    uuid: string;
    into: string;
}

export interface PaintSetProperty {
    classes: string[];
    measured: RatingShown | RatingListed | null;
    without: {
        status: string;
        reason: string | null;
    } | null;
    tests: number;
    pooled: PropertyPooled | null;
    claims: PropertyClaim[];
    verdicts: PropertyVerdict[];
}

export interface PaintSetShown {
    uuid: string;
    edition: number;
    maker: string;
    makerUuid: string;
    range: string;
    colourName: string;
    pigmentsWritten: string;
    series: string;
    medium: string;
    grade: string;
    discontinued: boolean;
    effects: string[] | null;
    statement: PigmentStatementDetail;
    mayChange: boolean;
    strip: StripDetail | null;
    properties: Record<string, PaintSetProperty>;
    alsoJudged: PropertyVerdict[];
    notTested: string[];
}

export interface PaintShowAnswer {
    uuid: string;
    edition: number;
    maker: string;
    makerUuid: string;
    range: string;
    colourName: string;
    pigmentsWritten: string;
    series: string;
    medium: string;
    grade: string;
    discontinued: boolean;
    effects: string[] | null;
    statement: PigmentStatementDetail;
    mayChange: boolean;
    strip: StripDetail | null;
    properties: Record<string, PaintSetProperty>;
    alsoJudged: PropertyVerdict[];
    notTested: string[];
    spoken: (({
        text: string;
        property: string | null;
    })[])[];
    printed: {
        printed: string;
        nearest: string | null;
        dE00: number | null;
        words: string[];
        check: string;
    } | null;
    unlikely: number | null;
    odd: OddStripsTold[];
    withMedium: ({
        added: string;
        property: string;
        said: string | null;
        text: string;
        card: string;
        title: string;
    })[];
    opinions: {
        words: ('buy' | 'keep' | 'let go' | 'replace' | 'use up' | 'wanted')[];
        decisions: {
            uuid: string;
            edition: number;
            word: string;
            reason: string;
            on: string;
            shared: boolean;
            by: string;
            mine: boolean;
            changes: string[];
        }[];
        likedBy: string[];
        liked: boolean;
        groups: {
            uuid: string;
            name: string;
            by: string;
        }[];
        studies: OpinionsStudy[];
    };
    between: Record<string, unknown>;
    knowledge: PaintKnowledgeDetail;
    pans: PanDetail[];
    merges: {
        uuid: string;
        name: string;
        mayChange: boolean;
    }[];
    formulations: PaintFormulation[];
    tests: PaintTestsAnswer[];
    byHand: SpecimenByHand[];
    states: string[];
    got: string[];
    spoiledReasons: string[];
    swatches: SwatchDetail[];
    claimScales: PaintClaimScale[];
    forms: string[];
    media: string[];
    classes: Record<string, string[]>;
}

export interface PaintTestsAnswer {
    pan: string;
    properties: ({
        property: string;
        quantity: string;
        tests: PanTestsDetail[];
        counted: number;
        spread: number | null;
        apart: [Record<string, unknown>, Record<string, unknown>] | null;
    })[];
}

export interface PaletteCheckAlike {
    one: OddStripsLike;
    other: OddStripsLike;
    dE00: number;
    unseen: boolean;
    words: string[];
    apart: string[];
    mixes: number | null;
    enough: boolean;
}

export interface PanDetail {
    uuid: string;
    edition: number;
    form: string;
    batch: string;
    volumeMl: number | null;
    price: string | null;
    perMl: string | null;
    keptAt: string;
    palette: string | null;
    paletteUuid: string | null;
    slot: number | null;
    place: string;
    openedOn: string | null;
    state: string;
    got: string;
    note: string;
    extras: Record<string, string>;
    formulation: PaintFormulation | null;
    mine: boolean;
}

export interface PanIndexAnswer {
    sets: {
        uuid: string;
        edition: number;
        name: string;
        price: string;
        pans: number;
    }[];
    pans: ({
        uuid: string;
        edition: number;
        form: string;
        batch: string;
        volumeMl: number | null;
        price: string | null;
        perMl: string | null;
        keptAt: string;
        palette: string | null;
        paletteUuid: string | null;
        slot: number | null;
        place: string;
        openedOn: string | null;
        state: string;
        got: string;
        note: string;
        extras: Record<string, string>;
        formulation: PaintFormulation | null;
        mine: boolean;
        paint: PaintDetail;
    })[];
}

export interface PanPutSetAnswer {
    uuid: string;
    edition: number;
    name: string;
    price: string;
    pans: number;
}

export interface PanTestsDetail {
    specimen: string;
    status: string;
    text: string | null;
    value: number | null;
    uncertainty: number | null;
    class: string | null;
    card: string;
    title: string;
    paper: string;
    protocol: string;
    on: string;
    spoiled: string | null;
    spoilingUuid: string | null;
}

export interface PanToChoose {
    uuid: string;
    edition: number;
    form: string;
    batch: string;
    volumeMl: number | null;
    price: string | null;
    perMl: string | null;
    keptAt: string;
    palette: string | null;
    paletteUuid: string | null;
    slot: number | null;
    place: string;
    openedOn: string | null;
    state: string;
    got: string;
    note: string;
    extras: Record<string, string>;
    formulation: PaintFormulation | null;
    mine: boolean;
    paint: PaintDetail;
    code: string;
    hue: string;
    testedOnPapers: string[];
    lastTested: string | null;
    retest: string[];
}

export interface PaperIndexAnswer {
    lifting: {
        id: string;
        title: string;
    }[];
    paint: {
        id: string;
        title: string;
    }[];
    quality: {
        id: string;
        title: string;
    }[];
    usualBlocks: string;
    blocks: ({
        kind: string;
        words: string;
        tells: string;
        counts: [number, number, number] | null;
    })[];
    papers: PaperName[];
    fibres: string[];
    surfaces: string[];
}

export interface PaperName {
    uuid: string;
    words: string;
}

export interface PeopleLeavingAnswer {
    published: number;
    drafts: number;
    sessions: number;
    pans: number;
}

export interface PeopleLinkAnswer {
    path: string;
    hours: number;
}

export interface PhoneHeld {
    uuid: string;
    opened: boolean;
    ended: boolean;
    secondsLeft: number;
    pictures: PhonePictures[];
    for: string;
    swatches: boolean;
    hints: string[];
}

export interface PhoneLinkDetail {
    uuid: string;
    opened: boolean;
    ended: boolean;
    secondsLeft: number;
    pictures: PhonePictures[];
}

export interface PhoneLinkStoreAnswer {
    uuid: string;
    opened: boolean;
    ended: boolean;
    secondsLeft: number;
    pictures: PhonePictures[];
    urls: string[];
}

export interface PhoneLookAnswer {
    found: boolean;
    placings: number;
    says: string[];
}

export interface PhoneOpenAnswer {
    hold: string;
    uuid: string;
    opened: boolean;
    ended: boolean;
    secondsLeft: number;
    pictures: PhonePictures[];
    for: string;
    swatches: boolean;
    hints: string[];
}

export interface PhonePictureAnswer {
    uuid: string;
    state: string;
}

export interface PhonePictures {
    uuid: string;
    called: string;
    state: string;
    progress: number;
    step: string;
    problem: string | null;
    swatches: ({
        placing: number;
        problem: string | null;
        depths: number;
        colour: [number, number, number] | null;
    })[];
}

export interface PictureMeasurementAnswer {
    uuid: string;
    state: string;
    progress: number;
    step: string;
    problem: string | null;
    quality: ({
        name: string;
        value: number;
        unit: string;
        limit: number;
        refusal: number | null;
        state: 'good' | 'wider uncertainty' | 'not used';
        advice: string;
    })[];
    result: Record<string, unknown> | null;
}

export interface PigmentDetail {
    code: string;
    constitution: string;
    chemicalName: string;
    class: string;
    metals: string[];
    hueFamily: string;
    cautions: string[];
}

export interface PigmentIndexAnswer {
    pigments: ({
        code?: string;
        constitution?: string;
        chemicalName?: string;
        class?: string;
        metals?: string[];
        hueFamily?: string;
        cautions?: string[];
        paints: number;
        measured: number;
        colour: [string, string] | null;
    })[];
    others: {
        code: string;
        paints: number;
        measured: number;
    }[];
}

export interface PigmentStatementDetail {
    text: string;
    stated: boolean;
    singlePigment: boolean;
    codes: ({
        code: string;
        state: 'known' | 'not-colour-index' | 'not-in-catalogue';
        likelyMeaning: string | null;
        chemicalName: string | null;
    })[];
    cautions: string[];
}

export interface PlacedPan {
    uuid: string;
    edition: number;
    form: string;
    batch: string;
    volumeMl?: number | null;
    price?: string | null;
    perMl?: string | null;
    keptAt?: string;
    palette?: string | null;
    paletteUuid?: string | null;
    slot: number | null;
    place: string;
    openedOn: string | null;
    state: string;
    got?: string;
    note?: string;
    extras?: Record<string, string>;
    formulation?: PaintFormulation | null;
    mine?: boolean;
    paintUuid: string | null;
    name: string;
    maker: string;
    pigments: string;
    colour: [string, string] | null;
}

export interface ProfileDetail {
    uuid: string;
    name: string;
    ledger: string | null;
    since: string | null;
    records: {
        card: string;
        title: string;
        kind: string;
        publishedAt: string;
    }[];
    total: number;
    codes: string[];
    properties: {
        property: string;
        tests: number;
    }[];
    protocols: string[];
}

export interface PropertyClaim {
    uuid: string;
    property: string;
    words: string;
    readOn: string;
    scale: string | null;
    scaleUuid: string | null;
    classes: string[];
    check: 'agrees' | 'contradicted' | 'not comparable' | 'open';
    span: [number, number] | null;
}

export interface PropertyPooled {
    value: number;
    uncertainty: number;
    text: string;
    own: number[];
    another: number[];
    anotherText: string;
    tests: number;
    testers: number;
    off: number;
    otherwise: number;
}

export interface PropertyVerdict {
    uuid: string;
    property: string;
    word: string;
    note: string;
    by: string;
    on: string | null;
    blind: boolean;
    check: 'agrees' | 'contradicted' | 'not comparable' | 'open';
}

export interface RatingListed {
    property?: string;
    value?: number | null;
    uncertainty?: number | null;
    said?: string | null;
    text?: string;
    position?: number;
    low?: number;
    high?: number;
    own?: number[];
    pooled?: {
        pictures: number;
        spread: number;
    };
    light?: LightTold;
    values?: {
        said: string;
        where: string;
        text: string;
        tests: number;
        chances: Record<string, number>;
    }[];
    card: {
        simulated: boolean;
    };
}

export interface RatingShown {
    row?: number;
    property: string;
    status: string;
    reason: string | null;
    value: number | null;
    uncertainty: number | null;
    class: string | null;
    said?: string | null;
    chances?: Record<string, number>;
    classes: string[];
    classes95: string[];
    atDeposit?: number | null;
    scale?: string;
    remarks?: string[];
    cells?: string[];
    numbers?: Record<string, unknown>;
    formula?: string;
    protocol?: string;
    light?: LightTold | LightVerdictTold | FadeCoursesSummary;
    earlier?: ({
        scale: string;
        rules: number;
        told: string | null;
    })[];
    pooled?: {
        pictures: number;
        spread: number;
    };
    otherwise?: ({
        value: number;
        uncertainty?: number | null;
        said?: string | null;
    })[];
    ofThisPicture?: {
        said?: string | null;
        value: number;
        uncertainty?: number | null;
        class?: string | null;
        chances?: Record<string, number>;
        classes?: string[];
        classes95?: string[];
    };
    text?: string;
    quantity?: string;
    told?: string;
    brief?: string;
    position?: number;
    low?: number;
    high?: number;
    own?: number[];
    limits?: Record<string, number | null>;
    ofPicture?: string | null;
    values?: {
        said: string;
        where: string;
        text: string;
        tests: number;
        chances: Record<string, number>;
    }[];
    card?: {
        uuid: string;
        title: string;
        mayChange: boolean;
        simulated: boolean;
    } | null;
}

export interface RecordIndexAnswer {
    records: ({
        strips: string[][];
        card: string;
        number: number;
        title: string;
        kind: string;
        by: string;
        byUuid: string;
        publishedAt: string;
        withdrawn: boolean;
        ledger: string | null;
    })[];
    total: number;
    page: number;
    pages: number;
}

export interface RecordProtocolDetail {
    card: string;
    title: string;
    kind: string;
    tester: string;
    paper: string;
    side: string;
    conditions: Record<string, unknown>;
    rows: {
        row: number;
        name: string;
        maker: string;
        pigments: string;
    }[];
    steps: ({
        key?: string;
        title?: string;
        instruction?: string;
        wait?: boolean;
        minutes?: number | null;
        rows: number[];
    })[];
    protocols: Record<string, unknown>[];
    needsProgram: string;
}

export interface RepeatRecordPlan {
    paper: {
        uuid: string;
        words: string;
    };
    side: string;
    kind: string;
    blocks: string | null;
    protocols: string[];
    rows: {
        row: number;
        paint: PaintDetail;
        pans: {
            uuid: string;
            words: string;
        }[];
    }[];
    number: number;
}

export interface RepeatsDetail {
    pooled: RepeatsPooled[];
    drying: never[] | RepeatsDrying;
}

export interface RepeatsDrying {
    remarks: never[] | [string];
    rows: ({
        row: number;
        what: string;
        dL: number;
        chromaPercent: number | null;
        chromaUncertainty: number | null;
        hueDeg: number | null;
        words: string;
    })[];
    wet: string;
    dry: string;
}

export interface RepeatsPooled {
    repeatability: number | null;
    pictures: ({
        uuid: string;
        name: string;
        taken: string | null;
        calibration: string;
        dL: number;
        da: number;
        db: number;
        apart: number;
        stands: boolean;
    })[];
    cells: {
        id: string;
        what: string;
        lab: [number, number, number];
        spread: number;
        n: number;
    }[];
    ratings: ({
        row: number;
        property: string;
        n: number;
        mean: number | null;
        spread: number | null;
        uncertainty: number | null;
    })[];
    inDispute: string[];
}

export interface RowPaintTold {
    uuid: string;
    edition: number;
    maker: string;
    makerUuid: string;
    range: string;
    colourName: string;
    pigmentsWritten: string;
    series: string;
    discontinued: boolean;
    effects: string[] | null;
    statement: PigmentStatementDetail;
    mayChange: boolean;
    medium?: string;
    grade?: string;
}

export interface SessionCard {
    uuid: string;
    kind: string;
    title: string;
    code: string;
    properties: string[];
    measuring: CardMeasurementDetail | null;
    rows: SessionRow[];
}

export interface SessionKinds {
    title: string;
    instruction: string;
    timer: {
        kind: string;
        seconds: number;
    } | null;
    wait: boolean;
    perRow: boolean;
    needsPan: boolean;
    rowGap: number;
    roles: string[];
}

export interface SessionRow {
    uuid: string;
    row: number;
    codeWord: string | null;
    label: string;
    about: string;
    place: string;
    panForm: string;
    paint: string | null;
    conditions: Record<string, {
        value: string;
        inherited: string | null;
        own: boolean;
    }>;
    overrides: {
        uuid: string;
        edition: number;
        key: string;
        value: string;
        by: string;
    }[];
    remarks: {
        uuid: string;
        edition: number;
        word: string;
        note: string;
        by: string;
        mine: boolean;
        on: string;
    }[];
    byHand: SpecimenByHand[];
    photos: ({
        uuid: string;
        taken: string | null;
    })[];
    spoiled: ({
        uuid: string;
        property: string | null;
        reason: string;
        by: string;
    })[];
    verdicts: ({
        uuid: string;
        property: string;
        word: string;
        note: string;
        by: string;
        on: string | null;
        blind: boolean;
        check: 'agrees' | 'contradicted' | 'not comparable' | 'open';
        edition: number;
        mine: boolean;
    })[];
}

export interface SessionStanding {
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
    tasks: number;
    done: number;
    next: string | null;
    lastAt: string | null;
}

export interface SessionTask {
    uuid: string;
    edition: number;
    kind: string;
    state: string;
    reason: string;
    by: string | null;
    at: string | null;
}

export interface SessionTimer {
    uuid: string;
    edition: number;
    kind: string;
    label: string;
    seconds: number;
    task: string | null;
    by: string;
    startedAt: string;
    stoppedAt: string | null;
}

export interface ShelvesDetail {
    shelves: ({
        name: string;
        paints: ({
            uuid: string;
            edition: number;
            maker: string;
            makerUuid: string;
            range: string;
            colourName: string;
            pigmentsWritten: string;
            series: string;
            medium: string;
            grade: string;
            discontinued: boolean;
            effects: string[] | null;
            statement: PigmentStatementDetail;
            mayChange: boolean;
            mine: boolean;
            strip: StripDetail | null;
            light: LightTold | null;
            reasons: ({
                answer: string;
                reason: string;
                change: string | null;
            })[];
            perMl: string | null;
            /** anything */
            decided: unknown;
        })[];
    })[];
    of: number;
    mlxh: number;
    change: {
        of: string;
        before: string;
        after: string;
    } | null;
    thin: boolean;
}

export interface ShoreAnswer {
    strips: ShoreStrip[];
    measured: number;
    byCode: boolean;
    news: {
        uuid: string;
        title: string;
        by: string;
        on: string;
    }[];
    contradicted: ShoreContradicted[];
    changed: OpinionsChanged[];
}

export interface ShoreContradicted {
    uuid: string;
    name: string;
    property: string;
    words: string;
    tests: number;
    seen: {
        said: string | null;
        halves: [string[], string[]] | null;
        steps: string[];
    };
}

export interface ShoreStrip {
    uuid: string;
    name: string;
    maker: string;
    code: string;
    paints: number;
    alone: boolean;
    steps: string[];
    paper: string;
    grain: [number, number] | null;
    scan: [string, number];
    grey: boolean;
    pale: boolean;
}

export interface SideBySideAnswer {
    show: 'glazes' | 'grain' | 'ladders' | 'lifting' | 'lines' | 'water';
    shows: ({
        key: 'ladders' | 'glazes' | 'grain' | 'lifting' | 'water' | 'lines';
        title: string;
    })[];
    loupeMm: number;
    paints: SideBySideDetail[];
}

export interface SideBySideDetail {
    uuid: string;
    edition: number;
    maker: string;
    makerUuid: string;
    range: string;
    colourName: string;
    pigmentsWritten: string;
    series: string;
    medium: string;
    grade: string;
    discontinued: boolean;
    effects: string[] | null;
    statement: PigmentStatementDetail;
    mayChange: boolean;
    windows: SideBySideWindows[];
    ratings: RatingShown[];
    isReference: boolean;
    strength: SideBySideStrength | null;
}

export interface SideBySideStrength {
    relative: number | null;
    uncertainty: number | null;
    why: string | null;
    cost: string | null;
    channel?: string;
    perMl?: string | null;
}

export interface SideBySideWindows {
    fields: {
        name: string;
        atMm: number;
    }[];
    measurement: string | null;
    row: number;
    use: string;
    words: string;
    widthMm: number;
    heightMm: number;
}

export interface SignInShowAnswer {
    demo: boolean;
    practice: boolean;
    painting: {
        done: number;
        of: number;
    } | null;
    user: {
        uuid: string;
        name: string;
        email: string;
        isSteward: boolean;
        ofHouse: boolean;
        warning: string | null;
    } | null;
}

export interface SpecimenByHand {
    uuid: string;
    edition: number;
    what: string;
    value: number | null;
    unit: string;
    label: string;
    by: string;
    mine: boolean;
    on: string;
}

export interface StripDetail {
    ladder: {
        paper: string;
        ink: string | null;
        steps: ({
            onPaper: string;
            onBlack: string | null;
            deposit: number | null;
        })[];
        wash: string | null;
        unlifted: string | null;
        lifted: string | null;
        residue: number | null;
        grain: {
            value: number;
            deltaL: number | null;
            sizeMm: number | null;
        } | null;
    } | null;
    fade: {
        doseMlxh: number | null;
        paper: [string, string];
        depths: FadeStripDepth[];
    } | null;
}

export interface SwatchDetail {
    uuid: string;
    edition: number;
    picture: string;
    placing: number;
    problem: string | null;
    told: Record<string, unknown> | null;
    naming: string;
    called: string;
    paint: PaintDetail | null;
    guess: PaintDetail | null;
    mix: {
        a: OddStripsLike;
        b: OddStripsLike;
        dropsA: number | null;
        dropsB: number | null;
        measure: string;
    } | null;
    paintedWhen: string;
    paintedFrom: string | null;
    paintedTo: string | null;
    paperWords: string;
    note: string;
    shared: boolean;
    simulated: boolean;
    owner: string;
    mayChange: boolean;
    made: string;
}

export interface SwatchDrawer {
    drawer: string | null;
    swatches: SwatchDetail[];
    total: number;
    page: number;
    pages: number;
    pictures: SwatchPictures[];
    howTo: string[];
    spoilers: string[];
    effects: [{
        effect: 'fluorescent';
        words: string;
    }, {
        effect: 'shimmering';
        words: string;
    }];
}

export interface SwatchNarrowing {
    meanDE00: number;
    worstDE00: number;
    depths: number;
    says: string;
    paint: PaintDetail;
    strip: StripDetail | null;
}

export interface SwatchPictures {
    uuid: string;
    name: string;
    called: string;
    state: string;
    progress: number;
    step: string;
    problem: string | null;
}

export interface TodayAnswer {
    sessions?: SessionStanding[];
    timers?: ({
        uuid: string;
        edition: number;
        kind: string;
        label: string;
        seconds: number;
        task: string | null;
        by: string;
        startedAt: string;
        stoppedAt: string | null;
        session: string | null;
    })[];
    retest?: ({
        pan: string;
        paint: string;
        name: string;
        maker: string;
        place: string;
        openedOn: string | null;
        properties: string[];
    })[];
    forgottenCount?: number;
    forgotten?: ({
        pan: string;
        paint: string;
        name: string;
        maker: string;
        place: string;
        openedOn: string | null;
    })[];
    now?: string;
    odd: OddStripsWaiting[];
    checks: ({
        uuid: string;
        edition: number;
        kind: string;
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
        nextCheck: string | null;
        timeZone: string | null;
    })[];
    checksWaiting: TodayChecksWaitingAnswer[];
    waiting: ({
        uuid: string;
        edition: number;
        kind: string;
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
        nextCheck: string | null;
        timeZone: string | null;
    })[];
    toHang: ({
        uuid: string;
        edition: number;
        kind: string;
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
        nextCheck: string | null;
        timeZone: string | null;
    })[];
    drafts: ({
        uuid: string;
        edition: number;
        kind: string;
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
        nextCheck: string | null;
        timeZone: string | null;
    })[];
}

export interface TodayChecksWaitingAnswer {
    card: string;
    title: string;
    checkedOn: string;
    doseMlxh: number | null;
}

export interface TokenIndexAnswer {
    tokens: ({
        id: number;
        name: string;
        scopes: Record<string, unknown> | null;
        lastUsed: string | null;
        expires: string | null;
        over: boolean;
    })[];
    scopes: {
        read: 'read all that you may read';
        collection: string;
        bench: string;
        ledger: string;
    };
    days: [number, number, number];
}

export interface TokenStoreAnswer {
    id: number;
    token: string;
}

export interface VerdictPutAnswer {
    uuid: string;
    property: string;
    word: string;
    note: string;
    by: string;
    on: string | null;
    blind: boolean;
    check: 'agrees' | 'contradicted' | 'not comparable' | 'open';
    edition: number;
}

export interface WindowDoseTold {
    mlxh: number;
    range: [number, number];
    uncertainty: number;
    measured: number;
    megajoules: number;
    words: string;
    livingRoomYears: number;
    museumYears: number;
}

/** RFC 9457; the sentence for a person is the detail. */
export interface Problem {
    type: 'urn:marsh-trial:problem:bad-address' | 'urn:marsh-trial:problem:not-signed-in' | 'urn:marsh-trial:problem:not-allowed' | 'urn:marsh-trial:problem:not-there' | 'urn:marsh-trial:problem:no-such-method' | 'urn:marsh-trial:problem:conflict' | 'urn:marsh-trial:problem:changed-meanwhile' | 'urn:marsh-trial:problem:too-large' | 'urn:marsh-trial:problem:page-expired' | 'urn:marsh-trial:problem:not-valid' | 'urn:marsh-trial:problem:edition-needed' | 'urn:marsh-trial:problem:too-many' | 'urn:marsh-trial:problem:fault' | 'urn:marsh-trial:problem:busy' | 'urn:marsh-trial:problem:storage-full';
    title: 'Wrong address' | 'Not signed in' | 'Not allowed' | 'Not there' | 'No such method' | 'Conflict with what is there' | 'Changed meanwhile' | 'Too large' | 'Page expired' | 'Not valid' | 'Edition needed' | 'Too many attempts' | 'Fault of the program' | 'Busy' | 'Storage full';
    status: number;
    detail: string;
    /** sentences by field */
    errors?: Record<string, unknown>;
    /** field to send as true to have it done all the same */
    say?: string;
    /** UUID of what is there already */
    existing?: string;
}
