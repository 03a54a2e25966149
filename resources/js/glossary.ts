/** Terms of the trade and of measurement, each in a sentence or two; read where a term stands, and together on their own page. */
export const GLOSSARY = {
    transparency:
        'How much of what lies beneath a wash still shows. A stroke is laid over a black line: the less veil it leaves on the ' +
        'line, the more transparent the paint.',
    veil:
        'The light that a paint itself sends back where it lies over a black line. A transparent paint leaves the line black; ' +
        'a covering one hides it.',
    staining:
        'How much of a dry stroke stays when it is wetted and lifted with a brush. What stains cannot be taken back; what lifts ' +
        'can be corrected.',
    residue: 'The share of a stroke’s paint that lifting left: 0.1 is nearly clean, 1 is all of it.',
    granulation: 'Pigment that settles into the hollows of the paper and leaves a texture. Rough paper shows more of it than smooth paper.',
    lightfastness:
        'How a paint stands light. A strip is cut in two: one half hangs in a window, the other lies in the dark, and both are ' +
        'held against each other.',
    depth:
        'How much paint lies on the paper. Paints are compared at one depth, since a thin wash of any paint is paler, clearer ' +
        'and fades sooner than a thick one.',
    'middle strength':
        'A wash that reflects two fifths of the light that its paper does, where the paint absorbs most. Colours are compared ' +
        'there unless something else is said.',
    masstone: 'A paint at full strength, hardly thinned.',
    tint: 'A paint thinned to a pale wash.',
    dE:
        'Difference of two colours. Below 1 hardly anybody sees it side by side; from 3 on it is plain. In vivid colours more ' +
        'is needed, which the words take into account.',
    'Mlx h':
        'Million lux hours: light times time. A living room gives about 0.7 in a year, a sunny window several in a month. ' +
        'Fading is counted in light, since days in winter and in summer are not alike.',
    'reference light':
        'The light after which a paint’s category is read: 38.5 Mlx h behind window glass, some fifty years in a living room ' +
        '(ASTM D4303, from memory).',
    category:
        'Lightfastness by how far a paint has changed at the reference light: I, excellent; II, very good; III, fair; IV, poor; ' +
        'V, very poor (ASTM D4303, from memory). Before that light is reached several remain possible.',
    'dark half': 'The half of a fade strip that was kept in the dark, against which the other is held.',
    'window half': 'The half of a fade strip that hung in the light.',
    'one more card':
        'What a further test of this paint, by whoever paints it, would likely say: in 95 of 100 cards. It is wider than what ' +
        'one picture leaves open, since hands, days and papers differ.',
    'cannot be told apart': 'Two paints whose tests differ by no more than tests of one paint do. It does not prove them alike.',
} as const;

export type Term = keyof typeof GLOSSARY;

/** The term’s name in an address. */
export function anchor(term: Term): string {
    return term.replaceAll(' ', '-').toLowerCase();
}
