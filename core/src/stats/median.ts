/** The middle of a list: the mean of the two middle values for an even count; null for none. */
export function median(values: readonly number[]): number | null {
  if (values.length === 0) return null;
  const sorted = Float64Array.from(values).sort();
  return middleOf(sorted);
}

/** The median of what is in order already, one or more. */
export function middleOf(sorted: Float64Array): number {
  const middle = sorted.length >> 1;
  return sorted.length % 2 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2;
}
