/** Numbers as people write them. */

/** An empty cell is nothing; what is no number is NaN. A comma is a point. */
export function readNumber(said: string): number | null {
  if (said === '') return null;
  return Number(said.replace(',', '.'));
}

/** Every number in a text. A comma between digits is a point. */
export const numbersIn = (said: string): number[] =>
  (said.replace(/(\d),(\d)/g, '$1.$2').match(/-?\d+(\.\d+)?/g) ?? []).map(Number);
