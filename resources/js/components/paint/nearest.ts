/** Place of the value that is nearest to a wanted one; of equally near ones the first. */
export function nearest(values: number[], wanted: number): number {
    return values.reduce((best, v, i) => (Math.abs(v - wanted) < Math.abs(values[best]! - wanted) ? i : best), 0);
}
