/** Keys of everything that is asked of the server: one place, so that what is kept and what is thrown away go by the same name. */

type Part = string | number | null | undefined;

const key =
    <N extends string>(name: N) =>
    (...of: Part[]) =>
        [name, ...of] as const;

export const keys = {
    account: key('account'),
    accuracy: key('accuracy'),
    begin: key('begin'),
    bench: key('bench'),
    benchPrint: key('bench-print'),
    capture: key('capture'),
    card: key('card'),
    cardRoom: key('card-room'),
    cards: key('cards'),
    code: key('code'),
    equalLight: key('equal-light'),
    import: key('import'),
    imports: key('imports'),
    layout: key('layout'),
    leaving: key('leaving'),
    light: key('light'),
    lightOfCode: key('light-of-code'),
    makers: key('makers'),
    methods: key('methods'),
    mix: key('mix'),
    mixes: key('mixes'),
    mixLight: key('mix-light'),
    across: key('across'),
    recipes: key('recipes'),
    narrowing: key('narrowing'),
    paint: key('paint'),
    paints: key('paints'),
    palettes: key('palettes'),
    pans: key('pans'),
    papers: key('papers'),
    people: key('people'),
    phone: key('phone'),
    pigments: key('pigments'),
    plan: key('plan'),
    protocols: key('protocols'),
    rack: key('rack'),
    readings: key('readings'),
    record: key('record'),
    records: key('records'),
    repeats: key('repeats'),
    session: key('session'),
    sessionChoices: key('session-choices'),
    sessions: key('sessions'),
    sideBySide: key('side-by-side'),
    statement: key('statement'),
    swatches: key('swatches'),
    swatchNarrowing: key('swatch-narrowing'),
    today: key('today'),
};
