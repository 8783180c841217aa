import { ANY_HORSE, type HorseProfile } from '@canter-book/core/gaits/horse';
import { STAGES, type StageLimits } from '@canter-book/core/gaits/stages';
import { countsPerStride } from '@canter-book/core/gaits/paces';
import { parseLesson, type Parsed } from '@canter-book/core/notation/parse';
import type { Horse } from '@canter-book/core/observations/records';
import type { Finding } from '@canter-book/core/review/finding';
import { reviewLesson } from '@canter-book/core/review/review';
import { compileRide } from '@canter-book/core/ride/compile';
import type { Ride } from '@canter-book/core/ride/types';
import { clock } from '@canter-book/core/units';

/** Everything the desk shows, derived from the text and the horse. */
export interface Derived {
  readonly text: string;
  readonly parsed: Parsed;
  readonly horse: Horse | null;
  readonly ride: Ride;
  readonly findings: readonly Finding[];
  /** By line number: what stands in the margin. */
  readonly margin: ReadonlyMap<number, string>;
  readonly itemAtLine: ReadonlyMap<number, string>;
}

/** What was entered: an empty field keeps the stage's limit. */
const entered = <T extends object>(values: T): Partial<T> =>
  Object.fromEntries(Object.entries(values).filter(([, v]) => v !== undefined)) as Partial<T>;

export function profileOf(horse: Horse | null): HorseProfile {
  if (!horse) return ANY_HORSE;
  const { name, heightCm, stage, hollowSide, bornYear, measured } = horse;
  const { smallestCircleM = {}, ...others } = horse.limits;
  const circles = entered(smallestCircleM);
  const anyCircle = Object.keys(circles).length > 0;
  return {
    name,
    heightCm,
    stage,
    hollowSide,
    measured,
    limits: {
      ...(entered(others) as Partial<StageLimits>),
      ...(anyCircle && {
        smallestCircleM: {
          ...STAGES[stage].smallestCircleM,
          ...circles,
        } as StageLimits['smallestCircleM'],
      }),
    },
    ...(bornYear !== null && { age: new Date().getFullYear() - bornYear }),
  };
}

const byName = (horses: readonly Horse[], name: string | undefined): Horse | null =>
  horses.find((h) => h.name.toLowerCase() === name?.trim().toLowerCase()) ?? null;

export function derive(text: string, horses: readonly Horse[]): Derived {
  const parsed = parseLesson(text);
  const horse = byName(horses, parsed.lesson.horse?.name);
  const ride = compileRide(parsed.lesson, profileOf(horse));
  const itemAtLine = new Map([...parsed.spans].map(([id, span]) => [span.line, id]));
  return {
    text,
    parsed,
    horse,
    ride,
    findings: reviewLesson(parsed.lesson, ride, parsed),
    margin: marginOf(parsed, ride),
    itemAtLine,
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
        : `${Math.round(metres)} m · ${Math.round(counts)}${first.gait === 'walk' ? ' steps' : ''}`,
    );
  }
  return margin;
}
