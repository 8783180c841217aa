import type { MovingGait, PaceName } from '@canter-book/core/gaits/paces';
import type { Rein } from '@canter-book/core/arena/rein';
import type { Scale } from '@canter-book/core/scales';
import type { Restriction } from '@canter-book/core/gaits/restriction';
import type { Horse } from '@canter-book/core/book/records';

/** The made-up yard: a community yard in a converted boatyard on a tidal creek. */
export const DEMO_YARD = 'Quillwater Riding Cooperative';

export const RIDERS = [
  { name: 'Ines Calloway', notes: 'Weight slips to the left in corners.', stage: 6 },
  { name: 'Marnie Feld', notes: 'Looks down before a transition.', stage: 4 },
  { name: 'Tobias Wrenfield', notes: 'Quiet hand; a late half-halt.', stage: 7 },
  { name: 'Pia Undershaw', notes: 'Learning to wait for the answer.', stage: 2 },
] as const;

/** A level over the twelve weeks: from the first to the last, with a dip when there was a setback. */
export interface Story {
  readonly from: number;
  readonly to: number;
  readonly dip?: { readonly week: number; readonly depth: number; readonly weeks: number };
}

/** Metres, strides, seconds over a known distance. */
export type Ridden = readonly [
  gait: MovingGait,
  pace: PaceName,
  metres: number,
  strides: number,
  seconds: number,
];

export interface DemoHorse extends Omit<
  Horse,
  'id' | 'revision' | 'riderIds' | 'bornYear' | 'measured' | 'limits' | 'fitness' | 'events'
> {
  /** Weeks ago, what kind, and what happened. */
  readonly happened?: readonly (readonly [number, Horse['events'][number]['kind'], string])[];
  readonly ridden?: readonly Ridden[];
  /** Its dated limits: weeks since they began, weeks still to go. */
  readonly told?: Pick<Restriction, 'what' | 'saidBy'> & {
    readonly weeks: readonly [number, number];
  };
  readonly age: number;
  readonly riders: readonly number[];
  readonly sessionsAWeek: number;
  story(scale: Scale, rein: Rein): Story;
}

/** How far above (or below) the horse's base each scale lies: the higher scales come later. */
const LADDER: Readonly<Record<Scale, number>> = {
  rhythm: 1,
  suppleness: 0.5,
  contact: 0.2,
  impulsion: 0,
  straightness: -0.4,
  collection: -1.2,
};

const steady =
  (base: number, gain: number, weak: Rein | null, gap: number) =>
  (scale: Scale, rein: Rein): Story => {
    const from = base + LADDER[scale] - (rein === weak ? gap : 0);
    return { from, to: from + gain };
  };

export const HORSES: readonly DemoHorse[] = [
  {
    name: 'Tansy',
    happened: [
      [11, 'theme', 'One tempo through the corners'],
      [6, 'theme', 'Straight out of every circle'],
    ],
    kind: 'cob mare, was driven before',
    age: 11,
    heightCm: 152,
    stage: 4,
    approach: 'stretch-first',
    hollowSide: 'left',
    theme: 'Shoulders in front of the hind legs',
    notes:
      'Brave in traffic, shy of the flags by the slipway. Canter is new to her under the saddle.',
    riders: [0, 1],
    ridden: [
      ['walk', 'medium', 48, 27.5, 29.6],
      ['trot', 'working', 48, 20, 14.4],
      ['trot', 'working', 48, 19.5, 14.1],
      ['trot', 'collected', 48, 22, 15.9],
      ['canter', 'working', 48, 23, 13.3],
      ['canter', 'working', 48, 22.5, 13.0],
    ],
    sessionsAWeek: 3,
    // Her weak left rein catches up clearly; the right one barely moves.
    story(scale, rein) {
      const right = 6 + LADDER[scale];
      if (rein === 'right') return { from: right, to: right + 0.4 };
      return { from: right - 2, to: right - 0.1 };
    },
  },
  {
    name: 'Kelpwick',
    kind: 'home-bred Connemara-type gelding',
    age: 9,
    heightCm: 146,
    stage: 4,
    approach: 'steady-hand',
    hollowSide: 'right',
    theme: 'A canter depart that waits',
    notes: 'Clever: learns the letter instead of the aid.',
    riders: [1, 3],
    sessionsAWeek: 3,
    story: steady(6, 0.9, 'right', 0.7),
  },
  {
    name: 'Samphire',
    kind: 'Arab-type mare, retired from long distances',
    age: 17,
    heightCm: 150,
    stage: 3,
    approach: 'light-rein',
    hollowSide: null,
    theme: 'The same tempo on both reins',
    notes: 'Never tired, seldom slow. Has stood still on one level since early autumn.',
    riders: [2],
    sessionsAWeek: 2,
    // A plateau: nothing changes but the weather.
    story: steady(5.8, 0, 'left', 0.3),
  },
  {
    name: 'Bollard',
    kind: 'heavy warmblood gelding, back after a winter’s rest',
    age: 13,
    heightCm: 172,
    stage: 5,
    approach: 'steady-hand',
    hollowSide: 'left',
    theme: 'Carrying, not leaning',
    notes: 'Built up slowly since spring; leans when he tires.',
    told: { what: { kind: 'walk first', minutes: 15 }, saidBy: 'the vet', weeks: [8, 3] },
    riders: [0, 2],
    sessionsAWeek: 3,
    // Set back in the sixth week, and recovering.
    story(scale, rein) {
      const from = 6.2 + LADDER[scale] - (rein === 'left' ? 0.6 : 0);
      return { from, to: from + 0.5, dip: { week: 6, depth: 2, weeks: 4.5 } };
    },
  },
  {
    name: 'Skipjack',
    kind: 'cheerful gelding of mixed blood',
    age: 5,
    heightCm: 160,
    stage: 2,
    approach: 'stretch-first',
    hollowSide: 'right',
    theme: 'One tempo, also past the gate',
    notes: 'Five years old. Short rides, not every day, no collected work.',
    riders: [3],
    sessionsAWeek: 2,
    story: steady(4.9, 1.2, 'right', 0.8),
  },
];

export const HOMEWORK = [
  'Two quiet breaths before each depart; if he is not settled, do not ask.',
  'Ten strides straight after every corner.',
  'Let the outer rein decide the size of the circle.',
  'Walk on a long rein between tries, and look where you are going.',
  'Count four walk steps in every trot–walk–trot.',
  'Stretch on the easier rein first, then on the other.',
] as const;
