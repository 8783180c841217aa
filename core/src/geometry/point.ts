/** Metres in the arena frame: x to the right, y away from a person who stands at A and looks at C. */
export interface Point {
  readonly x: number;
  readonly y: number;
}
