import { positiveMod } from '../units.ts';
import type { Rein } from '../arena/rein.ts';
import { beatsOf, dutyOf, type Hoof } from './footfalls.ts';
import type { MovingGait, PaceName } from './paces.ts';

/** A hoof by its side of the bend: the instructor's words, not left and right. */
type HorseLeg = 'inside hind' | 'outside hind' | 'inside fore' | 'outside fore';

type When = 'in the air' | 'lifting' | 'about to land' | 'on the ground';

/** When an aid is given, told by the leg it speaks to. Schools differ: each is offered by its name. */
export interface AidTiming {
  readonly aid: string;
  readonly gaits: readonly MovingGait[];
  readonly school: string;
  readonly leg: HorseLeg;
  readonly when: When;
}

/** Common practice, in our own words; where schools disagree both stand here. */
export const AID_TIMINGS = [
  {
    aid: 'half-halt with the outer rein',
    gaits: ['walk', 'trot'],
    school: 'rein and leg of a side while its hind foot is in the air',
    leg: 'outside hind',
    when: 'in the air',
  },
  {
    aid: 'half-halt with the outer rein',
    gaits: ['walk', 'trot'],
    school: 'outer rein as the outer foreleg swings forward',
    leg: 'outside fore',
    when: 'in the air',
  },
  {
    aid: 'leg-yield leg',
    gaits: ['walk', 'trot'],
    school: 'as the inside hind lifts',
    leg: 'inside hind',
    when: 'lifting',
  },
  {
    aid: 'canter depart',
    gaits: ['walk'],
    school: 'as the outside hind is about to land',
    leg: 'outside hind',
    when: 'about to land',
  },
  {
    aid: 'sit in rising trot',
    gaits: ['trot'],
    school: 'as the inside hind and outside fore are on the ground',
    leg: 'inside hind',
    when: 'on the ground',
  },
  {
    aid: 'flying change',
    gaits: ['canter'],
    school: 'as the leading foreleg stands, before the suspension',
    leg: 'inside fore',
    when: 'on the ground',
  },
] as const satisfies readonly AidTiming[];

/** Shares of a stride around lifting and landing that count as "as it …". Common practice. */
const MOMENT = 0.12;

function hoofOf(leg: HorseLeg, inside: Rein): Hoof {
  const [side, end] = leg.split(' ') as ['inside' | 'outside', 'hind' | 'fore'];
  const left = (side === 'inside') === (inside === 'left');
  return `${left ? 'L' : 'R'}${end === 'hind' ? 'H' : 'F'}`;
}

export interface AidWindow {
  /** Shares of the stride; the end may lie past 1 when the window runs into the next stride. */
  readonly from: number;
  readonly to: number;
}

/** The part of each stride in which an aid falls, by the footfalls of the gait. */
export function aidWindow(
  timing: AidTiming,
  gait: MovingGait,
  pace: PaceName,
  inside: Rein,
): AidWindow {
  const hoof = hoofOf(timing.leg, inside);
  const lands = beatsOf(gait, inside).find((beat) => beat.hooves.includes(hoof))!.at;
  const lifts = lands + dutyOf(gait, pace);
  const window = {
    'in the air': [lifts, lands + 1],
    lifting: [lifts - MOMENT / 2, lifts + MOMENT / 2],
    'about to land': [lands + 1 - MOMENT, lands + 1],
    'on the ground': [lands, lifts],
  }[timing.when] as [number, number];
  const from = positiveMod(window[0], 1);
  return { from, to: from + window[1] - window[0] };
}

/** How early (negative) or late (positive) a moment of the stride is for an aid, 0 inside its window. */
export function aidOffset({ from, to }: AidWindow, strideShare: number): number {
  const after = positiveMod(strideShare - from, 1);
  const width = to - from;
  if (after <= width) return 0;
  const late = after - width;
  const early = 1 - after;
  return late <= early ? late : -early;
}
