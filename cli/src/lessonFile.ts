import type { HorseProfile } from '@canter-book/core/gaits/horse';
import { parseLesson, type Parsed } from '@canter-book/core/notation/parse';
import { sortAllowed } from '@canter-book/core/review/allowed';
import { reviewLesson } from '@canter-book/core/review/review';
import type { Finding } from '@canter-book/core/review/finding';
import { compileRide } from '@canter-book/core/ride/compile';
import type { Ride } from '@canter-book/core/ride/types';
import type { Call } from './call.ts';
import { readText } from './textFile.ts';

export interface LessonRead {
  readonly parsed: Parsed;
  readonly ride: Ride;
  readonly findings: readonly Finding[];
}

/** Reads, compiles and reviews a file (`-` is standard input). A file that cannot be read ends the call with status 2. */
export function readLessonFile(file: string, horse: HorseProfile, call: Call): LessonRead {
  const parsed = parseLesson(readText(file, call));
  const ride = compileRide(parsed.lesson, horse);
  // What the instructor let stand, with the reason beside it, is not said again.
  const { open } = sortAllowed(parsed.lesson, reviewLesson(parsed.lesson, ride, parsed));
  return { parsed, ride, findings: open };
}

/** Status 1 when the lesson has errors. */
export function exitStatus(findings: readonly Finding[]): number {
  return findings.some((finding) => finding.level === 'error') ? 1 : 0;
}

export const findingLines = (findings: readonly ReturnType<typeof findingLine>[]): string =>
  findings.length ? `${findings.join('\n')}\n` : 'Nothing to say.\n';

export function findingLine(found: {
  line: number | null;
  column: number | null;
  level: string;
  message: string;
  rule: string;
}): string {
  const where = found.line === null ? 'lesson' : `${found.line}:${found.column}`;
  return `${where}  ${found.level}  ${found.message}  [${found.rule}]`;
}
