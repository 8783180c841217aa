import { HELP_SECTIONS, type HelpRow as Row } from '../forms/told.ts';
import { FORM_IDS, formOf } from '../lesson/forms.ts';
import { parseLesson } from '../notation/parse.ts';
import { compileRide } from '../ride/compile.ts';
import type { Ride } from '../ride/types.ts';

export type { Row };

export interface Group {
  readonly title: string;
  readonly rows: readonly Row[];
}

const TEST = 'test "Our own first"';

/** Rows for writing that is no form: places, conditions, test sheets, the frame. They stand after the forms of their section. */
const OTHERS: Partial<Record<(typeof HELP_SECTIONS)[number], readonly Row[]>> = {
  Where: [
    { line: 'C circle left 20', says: 'At a letter: stay on your way until C, then begin.' },
    {
      line: 'F-M shoulder-in',
      says: 'From letter to letter: along one side, or straight across.',
      before: 'A track left',
    },
    { line: 'H-X-F change rein', says: 'The same, through a point.' },
    { line: 'C..E canter left', says: 'Along the track, whatever lies between.' },
    { line: 'H/E canter left', says: 'Halfway between two letters.' },
  ],
  'Counts and conditions': [
    {
      line: 'E circle left 10 until back',
      says: 'At the ringside until you tap; planned once, three rounds at most.',
    },
    {
      line: 'H-K shoulder-in until lost max 2',
      says: 'Until the first stride that loses it, twice at most.',
    },
  ],
  'Test sheets': [
    {
      line: 'test "Our own first" for stage 2',
      says: 'At the head, instead of “lesson”: what follows is ridden and marked, not taught.',
    },
    {
      line: 'box 2 x2 "stretch" -- reaches for the hand',
      says: 'The lines below it share one mark, which counts twice; after the dashes what is looked for.',
      before: TEST,
    },
    { line: 'collective "rider" x2', says: 'A mark for the whole ride.', before: TEST },
    {
      line: 'errors points 2 4 out',
      says: 'What the first and the second error cost; the third ends it. “percent” takes percentage points.',
    },
  ],
  'The frame of a lesson': [
    {
      line: 'phase work 18 min',
      says: 'A part with its minutes: warm-up, work, stretch, cool-down.',
    },
    { line: 'repeat 3 {\n  C circle left 20\n}', says: 'Lines that are ridden again.' },
    { line: 'C circle left 20 -- keep the beat', says: 'After two dashes: a note to the rider.' },
    { line: '# look at the left hind', says: 'After #: a note to yourself.' },
    { line: 'poles 3 spaced 1.3 at E', says: 'Poles, a cone, a barrel on the ground.' },
  ],
};

const ofForms = FORM_IDS.flatMap((id) => formOf(id).help ?? []);

/**
 * The whole shorthand: how it is written, and what it means. Every form says its own rows, and each row is
 * ridden and drawn, so that none can go stale. The page of help and `docs/shorthand.md` are made of it.
 */
export const REFERENCE: readonly Group[] = HELP_SECTIONS.map((title) => ({
  title,
  rows: [...ofForms.filter(({ section }) => section === title), ...(OTHERS[title] ?? [])],
}));

/** A row of the reference as the lesson it would be. */
export const lessonOfRow = ({ before = '', line, after = '' }: Row) =>
  parseLesson(`arena 20x60\nstart C trot working left\n${before}\n${line}\n${after}\n`);

/** Ridden; null where nothing is ridden for it. */
export function rideOfRow(row: Row): Ride | null {
  const ride = compileRide(lessonOfRow(row).lesson);
  return ride.totals.metres > 0.5 ? ride : null;
}
