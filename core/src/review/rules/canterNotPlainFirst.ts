import { REINS, type Rein } from '../../arena/rein.ts';
import { CANTERS_FROM } from '../../gaits/stages.ts';
import { TAU } from '../../units.ts';
import type { RideSpan } from '../../ride/types.ts';
import { rule } from '../rule.ts';
import { named } from '../wording.ts';
import { isWholeLesson, turnedBetween } from './shared.ts';

/** So much plain canter on a lead before anything is asked in it. Common practice. */
const PLAIN_M = 40;
/** A smaller circle is work. */
const LARGE_M = 18;

type Facts = { kind: string; lead: string | null };

/** The first canter of the day is plain, forward and large, on each lead; work in canter comes after it. */
export const canterNotPlainFirst = rule({
  code: 'canter-not-plain-first',
  level: 'hint',
  source: 'practice',
  teaching: true,
  check(ride) {
    if (!isWholeLesson(ride) || ride.horse.stage < CANTERS_FROM) return [];
    const plainM: Record<Rein, number> = { left: 0, right: 0 };
    const isPlain = (span: RideSpan): boolean => {
      const { pace, lateral, counterCanter } = span.riding;
      const { total } = turnedBetween(ride, span.startM, span.startM + span.lengthM);
      const tight = total > TAU / 2 && (2 * span.lengthM) / total < LARGE_M;
      return pace === 'working' && !lateral && !counterCanter && !tight;
    };
    for (const span of ride.spans) {
      const { lead } = span.riding;
      if (span.gait !== 'canter' || lead === null || span.lengthM === 0) continue;
      if (isPlain(span)) {
        plainM[lead] += span.lengthM;
        continue;
      }
      const missing = REINS.filter((side) => plainM[side] < PLAIN_M);
      if (missing.length === 0) return [];
      const { itemId, act, kind } = ride.movements[span.movement]!;
      const one = missing.length === 1 ? missing[0]! : null;
      return [{ itemId, act, at: ride.path.at(span.startM), facts: { kind, lead: one } }];
    }
    return [];
  },
  say: ({ kind, lead }: Facts) => ({
    what: lead
      ? `The ${named(kind)} is asked in canter before a plain canter on the ${lead} lead.`
      : `The ${named(kind)} is asked before there was a plain canter.`,
    why: 'The first canter of the day is forward and large, on each lead.',
  }),
});
