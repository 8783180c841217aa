import { beatStrokes } from '../drawing/strokes.ts';
import { svgPathOf } from '../drawing/svgPath.ts';
import { compileRide, MOST_MOVEMENTS } from '../ride/compile.ts';
import { lessonSchema } from '../lesson/schema.ts';
import { parseLesson } from '../notation/parse.ts';
import { printLesson } from '../notation/print.ts';
import { sentenceOf } from '../review/messages/messages.ts';
import { reviewLesson } from '../review/review.ts';

/** The line on which the bound is reached is ridden to its end: its acts, and the way to it. */
const LAST_LINE = 13;

/**
 * What has to hold for any text at all: it is read into a document of its schema, that document comes back
 * from its own text, and it is ridden, reviewed and drawn without a throw, within a bound of work.
 *
 * @throws when something does not hold
 */
export function holdsFor(text: string): void {
  const parsed = parseLesson(text);
  const { lesson } = parsed;
  const read = lessonSchema.safeParse(lesson);
  if (!read.success) throw new Error(`Not of its schema: ${JSON.stringify(read.error.issues[0])}`);
  const again = parseLesson(printLesson(lesson)).lesson;
  if (printLesson(again) !== printLesson(lesson))
    throw new Error('Does not come back from its text');
  const ride = compileRide(lesson);
  if (ride.movements.length > MOST_MOVEMENTS + LAST_LINE)
    throw new Error('More movements than the bound');
  const { metres, seconds } = ride.totals;
  if (!Number.isFinite(metres + seconds)) throw new Error(`No number: ${metres} m, ${seconds} s`);
  for (const finding of reviewLesson(lesson, ride, parsed)) {
    const said = Object.values(sentenceOf(finding)).join(' ');
    if (/NaN|undefined|Infinity/.test(said)) throw new Error(`No sentence: ${said}`);
  }
  for (const stroke of beatStrokes(ride)) {
    if (/NaN|Infinity/.test(svgPathOf((sink) => stroke.draw(sink)))) throw new Error('No line');
  }
}
