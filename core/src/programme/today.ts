import type { Scale } from '../scales.ts';
import type { Shelf } from '../exercises/shelf.ts';
import { mondayOf } from '../progress/days.ts';
import type { DayKind } from './days.ts';
import {
  gateSaid,
  missingShort,
  type GateEvidence,
  readGate,
  type Gate,
  type GateState,
} from './gate.ts';
import type { ProgrammeRecord } from './record.ts';

/** One day of the programme of a horse. */
export interface ProgrammeDay {
  readonly theme: Scale;
  readonly kind: DayKind;
  readonly minutes: number;
  /** Null where no step of it has one. */
  readonly gate: {
    readonly says: string;
    readonly state: GateState;
    /** Sentences on what it still lacks. */
    readonly missing: readonly string[];
  } | null;
}

/** The theme of the week a day lies in. */
export const themeOn = (
  programme: Pick<ProgrammeRecord, 'plan'> | null | undefined,
  date: string,
): Scale | undefined => programme?.plan.weeks.find((w) => w.monday === mondayOf(date))?.theme;

/** Null where the programme does not reach. */
export function programmeOn(
  { plan }: Pick<ProgrammeRecord, 'plan'>,
  date: string,
  horse: GateEvidence,
  shelf: Shelf,
): ProgrammeDay | null {
  const monday = mondayOf(date);
  const week = plan.weeks.find((w) => w.monday === monday);
  const day = week?.days.find((d) => d.date === date);
  if (!week || !day) return null;
  const step = plan.steps.findLast((s) => s.from <= monday && s.theme === week.theme);
  const { kind, minutes } = day;
  return { theme: week.theme, kind, minutes, gate: step ? toldOf(step.gate) : null };

  function toldOf(gate: Gate) {
    const { state, missing } = readGate(gate, horse);
    return {
      says: gateSaid(gate, shelf),
      state,
      missing: missing.map((m) => missingShort(m)),
    };
  }
}
