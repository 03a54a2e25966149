// Written by artisan interface:registry from Measuring\Measures.

/** Those that makers claim and every page of a paint rates. */
export const PROPERTIES = [
    'transparency',
    'staining',
    'granulation',
    'lightfastness',
] as const;

/** What a property card says beyond them. */
export const MORE = [
    'gradation',
    'two-tone',
    'evenness',
    'wash separation',
    'stepped gradation',
    'strength',
    'two-line transparency',
    'blotting',
    'glazing',
    'spread',
    'softened edge',
    'salt',
    'separation',
    're-wetting',
    'drops',
    'bloom',
] as const;

export type Property = (typeof PROPERTIES)[number];

export type Quantity = Property | (typeof MORE)[number];
