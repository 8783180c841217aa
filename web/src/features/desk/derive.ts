import type { HorseProfile } from '@canter-book/core/gaits/horse';
import { countsPerStride, countWord } from '@canter-book/core/gaits/paces';
import type { Approach } from '@canter-book/core/lesson/terms';
import { parseInSteps, type Parsed } from '@canter-book/core/notation/parse';
import { profileOf } from '@canter-book/core/book/profile';
import type { Horse } from '@canter-book/core/book/records';
import { compileInSteps } from '@canter-book/core/ride/compile';
import type { Ride } from '@canter-book/core/ride/types';
import { atOnce, type Steps } from '@canter-book/core/steps';
import { clock } from '@canter-book/core/units';
import { today } from '../../app/dates.ts';

/** Everything the desk shows, derived from the text and the horse. */
export interface Derived {
  readonly text: string;
  readonly parsed: Parsed;
  readonly horse: Horse | null;
  /** The lesson’s own, else the horse’s. */
  readonly approach: Approach;
  readonly profile: HorseProfile;
  readonly ride: Ride;
  /** By line number: what stands in the margin. */
  readonly margin: ReadonlyMap<number, string>;
  readonly itemAtLine: ReadonlyMap<number, string>;
}

const byName = (horses: readonly Horse[], name: string | undefined): Horse | null =>
  horses.find((h) => h.name.toLowerCase() === name?.trim().toLowerCase()) ?? null;

/** Worked out when it is first asked for, and once. */
function once<T>(work: () => T): () => T {
  let done: { value: T } | null = null;
  return () => (done ??= { value: work() }).value;
}

/** The ride is worked out at once, because the picture waits for it; the rest when it is looked at. */
export const derive = (text: string, horses: readonly Horse[]): Derived =>
  atOnce(deriveInSteps(text, horses));

/** The same, line by line: for a desk that is opened. */
export function* deriveInSteps(text: string, horses: readonly Horse[]): Steps<Derived> {
  const parsed = yield* parseInSteps(text);
  const horse = byName(horses, parsed.lesson.horse?.name);
  const profile = profileOf(horse, today());
  const ride = yield* compileInSteps(parsed.lesson, profile);
  const margin = once(() => marginOf(parsed, ride));
  return {
    text,
    parsed,
    horse,
    approach: parsed.lesson.approach?.name ?? horse?.approach ?? 'steady-hand',
    profile,
    ride,
    itemAtLine: new Map([...parsed.spans].map(([id, span]) => [span.line, id])),
    get margin() {
      return margin();
    },
  };
}

function marginOf({ spans }: Parsed, ride: Ride): Map<number, string> {
  const margin = new Map<number, string>();
  const once = ride.movements.filter((m) => m.round === 1);
  for (const [id, { line }] of spans) {
    const phase = ride.phases.find((p) => p.itemId === id);
    if (phase) {
      const planned = phase.plannedS === null ? '' : ` of ${clock(phase.plannedS)}`;
      margin.set(line, `${clock(phase.seconds)}${planned}`);
      continue;
    }
    const own = once.filter((m) => m.itemId === id && m.act !== -1);
    const first = own[0];
    if (!first) continue;
    const metres = own.reduce((sum, m) => sum + m.metres, 0);
    const counts = own.reduce((sum, m) => sum + m.strides * countsPerStride(m.gait), 0);
    margin.set(
      line,
      metres < 0.5
        ? `at ${clock(first.startsAtS)}`
        : `${Math.round(metres)} m · ${Math.round(counts)} ${countWord(first.gait)}`,
    );
  }
  return margin;
}
