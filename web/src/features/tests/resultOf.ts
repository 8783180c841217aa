import { compileRide } from '@canter-book/core/ride/compile';
import type { Lesson } from '@canter-book/core/lesson/document';
import type { MarkedRide } from '@canter-book/core/sheet/markedRide';
import { markFaults, type Marks } from '@canter-book/core/sheet/marks';
import { scoreOf, type Score } from '@canter-book/core/sheet/score';
import { sheetOf, type Sheet } from '@canter-book/core/sheet/sheet';
import { percent } from './words.ts';

/** Sheets by their document: the boxes do not hang on who rides it, so they are worked out once. */
const sheets = new WeakMap<Lesson, Sheet>();

export function sheetOfDocument(document: Lesson): Sheet {
  const known = sheets.get(document) ?? sheetOf(document, compileRide(document));
  sheets.set(document, known);
  return known;
}

export const marksOf = ({ judges, errors, target }: MarkedRide): Marks => ({
  judges,
  errors,
  ...(target !== null && { target }),
});

/** A result in a list. */
export const resultWords = (result: Score | null): string =>
  result === null ? 'not finished' : result.eliminated ? 'eliminated' : percent(result.percent);

/** The result of a ride, null while marks are missing. */
export function resultOf(ride: MarkedRide): Score | null {
  const sheet = sheetOfDocument(ride.document);
  const marks = marksOf(ride);
  if (ride.judges.length === 0 || markFaults(sheet, marks).length > 0) return null;
  return scoreOf(sheet, marks);
}
