import { z } from '../schema.ts';
import { REINS, type Rein } from '../arena/rein.ts';
import type { Exercise } from '../exercises/exercise.ts';
import { isRepair } from '../exercises/catalogue.ts';
import type { Shelf } from '../exercises/shelf.ts';
import { SCALES, type Scale } from '../scales.ts';
import { setName } from '../planner/marks.ts';
import { readinessOf } from '../planner/readiness.ts';
import type { Done, HorseFile } from '../planner/request.ts';
import { capital } from '../words.ts';

/** The gate at the end of a theme: tries of one exercise, and the level of the scale. */

/** Three of the last four tries. Common practice. */
const OF = 4;
const GOOD = 3;

export const gateSchema = z.strictObject({
  scale: z.enum(SCALES),
  /** On both reins. */
  least: z.number().check(z.gte(0), z.lte(10)),
  /** The exercise that shows it; null where the shelf has none for this horse. */
  show: z.nullable(
    z.strictObject({
      exercise: z.string().check(z.maxLength(80)),
      rung: z.int().check(z.gte(0), z.lte(7)),
    }),
  ),
});

export type Gate = z.infer<typeof gateSchema>;
export const GATE_STATES = ['open', 'nearly', 'not yet'] as const;
export type GateState = (typeof GATE_STATES)[number];

/** Something a gate still lacks. */
export type Missing =
  | {
      readonly what: 'level';
      readonly rein: Rein;
      readonly is: number | null;
      readonly least: number;
    }
  | {
      readonly what: 'tries';
      readonly rein: Rein;
      readonly good: number;
      readonly of: number;
    };

/** The evidence a gate is read from. */
export interface GateEvidence {
  readonly levels: HorseFile['levels'];
  readonly done: readonly Done[];
}

export interface GateReading {
  readonly state: GateState;
  readonly missing: readonly Missing[];
}

/** The last tries of a rung or a harder one, the newest last; those of one rein where the reins were told apart. */
function lastTries(done: readonly Done[], exercise: string, rung: number, rein: Rein): boolean[] {
  const own = done
    .filter((d) => d.exercise === exercise && d.rung >= rung)
    .toSorted((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0));
  const all = own.flatMap(({ tries, good, lost }) =>
    tries
      ? tries.filter((t) => t.rein === rein).map((t) => t.good)
      : // Without their order, what was lost is taken to have come first.
        [...Array<boolean>(lost).fill(false), ...Array<boolean>(good).fill(true)],
  );
  return all.slice(-OF);
}

/** A scale this near its level lacks little. */
const NEAR = 0.4;

export function readGate({ scale, least, show }: Gate, horse: GateEvidence): GateReading {
  const missing: Missing[] = [];
  let far = 0;
  for (const rein of REINS) {
    const known = horse.levels[scale]?.[rein];
    if (known && known.mean >= least) continue;
    missing.push({ what: 'level', rein, is: known?.mean ?? null, least });
    if (!known || known.mean < least - NEAR) far++;
  }
  if (show) {
    for (const rein of REINS) {
      const good = lastTries(horse.done, show.exercise, show.rung, rein).filter(Boolean).length;
      if (good >= GOOD) continue;
      missing.push({ what: 'tries', rein, good, of: OF });
      if (good < GOOD - 1) far++;
    }
  }
  const state = missing.length === 0 ? 'open' : far === 0 ? 'nearly' : 'not yet';
  return { state, missing };
}

/** "Shoulder-in, eight strides, on both reins: three of the last four tries good; straightness at 6". */
export function gateSaid({ scale, least, show }: Gate, shelf: Shelf): string {
  const exercise = show && shelf.find(show.exercise);
  const level = `${scale} at ${least} on both reins`;
  if (!show || !exercise) return capital(level);
  return `${setName(exercise, show.rung)}: three of the last four tries good on each rein; ${level}`;
}

export const missingSaid = (missing: Missing, scale: Scale): string => {
  if (missing.what === 'tries')
    return `${missing.good} of the last ${missing.of} tries good on the ${missing.rein} rein`;
  const { is, rein, least } = missing;
  return is === null
    ? `no marks for ${scale} on the ${rein} rein yet`
    : `${scale} on the ${rein} rein stands at ${is.toFixed(1)}, ${(least - is).toFixed(1)} short`;
};

/** The same where there is room for a few words: "2 of 4 good on the left", "left 5.6, wants 6". */
export const missingShort = (missing: Missing): string => {
  if (missing.what === 'tries')
    return `${missing.good} of ${missing.of} good on the ${missing.rein}`;
  const { is, rein, least } = missing;
  return is === null ? `no marks on the ${rein}` : `${rein} ${is.toFixed(1)}, wants ${least}`;
};

/** Rank of an exercise as a gate: one being learned shows more than one that is there already. */
const RANK = { new: 2, improving: 3, confirmed: 1, 'not yet': 0 } as const;

/** Whether a scale is the first thing an exercise builds. */
export const isFor = ({ builds }: Exercise, scale: Scale): boolean =>
  builds[scale] !== undefined && builds[scale] === Math.max(...Object.values(builds));

/**
 * The gate of a theme: an exercise that is mostly for its scale, which this horse is learning, on the rung it is
 * learning; no repair, and none that another gate asks.
 */
export function gateFor(
  scale: Scale,
  least: number,
  horse: HorseFile,
  shelf: Shelf,
  shown: ReadonlySet<string> = new Set(),
): Gate {
  let best: { show: NonNullable<Gate['show']>; worth: number } | null = null;
  // Where nothing is begun yet, what is nearest to it.
  let nearest: { show: NonNullable<Gate['show']>; worth: number } | null = null;
  for (const exercise of shelf.exercises) {
    const { id, builds, phases } = exercise;
    if (!isFor(exercise, scale) || !phases.includes('work')) continue;
    if (shown.has(id) || isRepair(exercise)) continue;
    const share = builds[scale]! / Object.values(builds).reduce((sum, n) => sum + n, 0);
    for (const rung of exercise.rungs.keys()) {
      const { status, probability } = readinessOf(horse, exercise, rung, shelf);
      if (status === 'not yet') {
        const near = probability - rung;
        if (probability > 0 && near > (nearest?.worth ?? -Infinity))
          nearest = { show: { exercise: id, rung }, worth: near };
        continue;
      }
      const apart = horse.stage - Math.max(exercise.stage, exercise.rungs[rung]!.stage ?? 1);
      const worth = 10 * RANK[status] + 20 * share - 4 * apart - rung - probability;
      if (!best || worth > best.worth) best = { show: { exercise: id, rung }, worth };
    }
  }
  return { scale, least, show: (best ?? nearest)?.show ?? null };
}

/** The gate one step easier: the rung before, or the exercise it goes back to; itself when there is none. */
export function easier(gate: Gate, shelf: Shelf): Gate {
  if (!gate.show) return gate;
  const { exercise: id, rung } = gate.show;
  if (rung > 0) return { ...gate, show: { exercise: id, rung: rung - 1 } };
  const parent = shelf.find(shelf.find(id)?.parent ?? '');
  return parent ? { ...gate, show: { exercise: parent.id, rung: parent.rungs.length - 1 } } : gate;
}
