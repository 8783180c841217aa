import { ANY_HORSE, type HorseProfile } from '../gaits/horse.ts';
import {
  sayObservation,
  type Observation,
  type ObservationKind,
} from '../observations/observation.ts';
import type { Session } from '../book/records.ts';
import { compileRide } from '../ride/compile.ts';
import { cuesOf } from '../ringside/cues.ts';

/** A line of a session looked back on: what was planned for it, and what was seen in it. */
export interface TimelineRow {
  readonly itemId: string | null;
  readonly text: string;
  /** Seconds after the beginning it was planned for; null for what was not planned. */
  readonly plannedS: number | null;
  /** Seconds after the beginning at which the first thing was seen in it. */
  readonly riddenS: number | null;
  readonly seen: readonly SeenAt[];
}

export interface SeenAt {
  readonly id: string;
  readonly atS: number;
  readonly said: string;
  /** Who saw it, where several did. */
  readonly by?: string;
}

const NOT_RIDDEN: readonly ObservationKind[] = ['mark', 'withdrawn', 'homework'];
const OWNER = 'the owner';

/**
 * What was planned against what was ridden. Planned lines come in their order; what was seen outside
 * them comes in a row of its own, at its time. Marks are left out: they stand in their own table; and what the rider says
 * of the homework, which comes on another day.
 */
export function timelineOf(
  session: Session,
  seen: readonly Observation[],
  horse: HorseProfile = ANY_HORSE,
): TimelineRow[] {
  const began = Date.parse(session.startedAt);
  const readings = seen.filter((o) => !NOT_RIDDEN.includes(o.kind));
  const several = new Set(readings.map((o) => o.by)).size > 1;
  const at = (o: Observation): SeenAt => ({
    id: o.id,
    atS: Math.max(0, (Date.parse(o.at) - began) / 1000),
    said: sayObservation(o),
    ...(several && { by: o.by ?? OWNER }),
  });
  const itemOf = (o: Observation): string | null =>
    'itemId' in o && typeof o.itemId === 'string' ? o.itemId : null;
  const rows: TimelineRow[] = [];
  const known = new Set<string>();
  if (session.document) {
    const ride = compileRide(session.document, horse);
    for (const cue of cuesOf(ride, session.document)) {
      if (known.has(cue.itemId)) continue;
      known.add(cue.itemId);
      const own = readings.filter((o) => itemOf(o) === cue.itemId).map(at);
      rows.push({
        itemId: cue.itemId,
        text: cue.text,
        plannedS: cue.atS,
        riddenS: own[0]?.atS ?? null,
        seen: own,
      });
    }
  }
  const others = readings.filter((o) => !known.has(itemOf(o) ?? ''));
  for (const other of others) {
    const row: TimelineRow = {
      itemId: null,
      text: '',
      plannedS: null,
      riddenS: at(other).atS,
      seen: [at(other)],
    };
    // Before the first planned line that was ridden later.
    const before = rows.findIndex((r) => (r.riddenS ?? r.plannedS ?? Infinity) > row.riddenS!);
    rows.splice(before < 0 ? rows.length : before, 0, row);
  }
  return rows;
}
