import type { z } from '../schema.ts';
import type {
  Item,
  RepeatBlock,
  boxSchema,
  collectiveSchema,
  errorsSchema,
  groundSchema,
  instructionSchema,
  lessonSchema,
  lineSchema,
  momentSchema,
  phaseSchema,
  placeSchema,
  setMarkSchema,
  startSchema,
} from './schema.ts';

export type Place = z.infer<typeof placeSchema>;
export type Moment = z.infer<typeof momentSchema>;
export type Instruction = z.infer<typeof instructionSchema>;
export type LessonLine = z.infer<typeof lineSchema>;
export type GroundItem = z.infer<typeof groundSchema>;
export type Phase = z.infer<typeof phaseSchema>;

export type Box = z.infer<typeof boxSchema>;
export type Collective = z.infer<typeof collectiveSchema>;
export type ErrorCosts = z.infer<typeof errorsSchema>;

export type SetMark = z.infer<typeof setMarkSchema>;
export type { Item, RepeatBlock };

/** The lesson: the one truth from which text, drawing, ride and findings are derived. */
export type Lesson = z.infer<typeof lessonSchema>;
export type Start = z.infer<typeof startSchema>;

export const DEFAULT_START: Start = {
  how: 'start',
  letter: 'A',
  gait: 'walk',
  pace: 'medium',
  rein: 'left',
};

export const EMPTY_LESSON: Lesson = { version: 1, items: [] };

/** A test sheet is a lesson document whose boxes are marked. */
export const isSheet = ({ title }: Pick<Lesson, 'title'>): boolean => title?.test !== undefined;

/** All lines in reading order, also those inside repeats. */
export function linesOf(items: readonly Item[]): LessonLine[] {
  return items.flatMap((item) =>
    item.kind === 'line' ? [item] : item.kind === 'repeat' ? linesOf(item.items) : [],
  );
}
