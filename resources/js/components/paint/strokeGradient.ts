/**
 * A stroke as a background, from full strength to palest.
 *
 * @param steps colours, full strength first; none: nothing was painted
 * @param towards where it is palest
 */
export function strokeGradient(steps: string[], towards: 'top' | 'right'): string | undefined {
    return steps.length === 0 ? undefined : `linear-gradient(to ${towards}, ${[...steps, steps.at(-1)!].join(', ')})`;
}
