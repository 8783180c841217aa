/** Numbers as people write them, and how far they may go. */

/** From the least to the most, both included; `above` itself is too small. */
export type Bounds = ({ readonly least: number } | { readonly above: number }) & {
  readonly most: number;
  readonly whole?: true;
};

export const within = (bounds: Bounds, value: number): boolean =>
  ('above' in bounds ? value > bounds.above : value >= bounds.least) &&
  value <= bounds.most &&
  (!bounds.whole || Number.isInteger(value));

/** An empty cell is nothing; what is no number is NaN. A comma is a point. */
export function readNumber(said: string): number | null {
  if (said === '') return null;
  return Number(said.replace(',', '.'));
}

/** Every number in a text. A comma between digits is a point. */
export const numbersIn = (said: string): number[] =>
  (said.replace(/(\d),(\d)/g, '$1.$2').match(/-?\d+(\.\d+)?/g) ?? []).map(Number);
