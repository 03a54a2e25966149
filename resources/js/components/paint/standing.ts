/**
 * A stroke standing upright as a background: full strength at the foot, palest at the top.
 *
 * @param steps colours, full strength first; none: nothing was painted
 */
export function standing(steps: string[]): string | undefined {
    return steps.length === 0 ? undefined : `linear-gradient(to top, ${[...steps, steps.at(-1)!].join(', ')})`;
}
