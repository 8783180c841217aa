import type { Rein } from '@canter-book/core/arena/rein';
import type { MovingGait } from '@canter-book/core/gaits/paces';
import type { Observation, ObservationKind } from '@canter-book/core/observations/observation';
import { HEAD_POSITIONS, SIGNS, WARM_UP_CHECKS } from '@canter-book/core/observations/words';
import { tapTempo } from '@canter-book/core/stats/tapTempo';

/** One thing to be answered by the thumb. */
export type Entry =
  | {
      readonly kind: 'choice';
      readonly name: string;
      readonly label: string;
      readonly options: readonly (string | boolean)[];
      readonly words?: readonly string[];
      readonly optional?: boolean;
    }
  | { readonly kind: 'half'; readonly name: string; readonly label: string; readonly from: number }
  | {
      readonly kind: 'number';
      readonly name: string;
      readonly label: string;
      readonly from: number;
      readonly least: number;
      readonly most: number;
      readonly step: number;
    }
  | { readonly kind: 'taps'; readonly name: string; readonly label: string }
  | { readonly kind: 'clock'; readonly name: string; readonly label: string }
  | { readonly kind: 'counter'; readonly name: string; readonly label: string }
  | { readonly kind: 'words'; readonly name: string; readonly label: string };

/** What is felt, what is counted, and what happens at a moment. */
export type Group = 'feel' | 'count' | 'stop';

export const GROUPS: readonly { readonly group: Group; readonly words: string }[] = [
  { group: 'feel', words: 'Feel: hand, leg and ease' },
  { group: 'count', words: 'Count: tempo, strides, corners' },
  { group: 'stop', words: 'Stop and look: halts, departs, slips' },
];

export interface Instrument {
  readonly kind: ObservationKind;
  readonly name: string;
  /** Under which head it stands; the free note stands by itself. */
  readonly group: Group | null;
  /** It needs a rein and a gait of its own. */
  readonly place: 'rein and gait' | 'rein' | 'none';
  readonly entries: readonly Entry[];
  /** What the entries come to, when it is more than themselves; null when it is not enough yet. */
  readonly finish?: (values: Values) => Values | null;
}

export type Values = Readonly<Record<string, unknown>>;

export interface Place {
  readonly rein: Rein;
  readonly gait: MovingGait;
  readonly itemId?: string | undefined;
}

/** LF, RF, LH, RH, for people. */
const LEG_WORDS = ['left fore', 'right fore', 'left hind', 'right hind'];

const choice = (
  name: string,
  label: string,
  options: readonly (string | boolean)[],
  words?: readonly string[],
): Entry => ({ kind: 'choice', name, label, options, ...(words && { words }) });
const yesNo = (name: string, label: string, words: readonly [string, string]): Entry =>
  choice(name, label, [true, false], words);
const half = (name: string, label: string, from: number): Entry => ({
  kind: 'half',
  name,
  label,
  from,
});

/** What can be seen and noted at the ringside, the most used first. One line an instrument. */
export const INSTRUMENTS: readonly Instrument[] = [
  {
    kind: 'contact',
    name: 'contact',
    group: 'feel',
    place: 'rein and gait',
    entries: [
      choice('when', 'of a movement', ['before', 'during', 'after']),
      half('left', '◐ left hand', 2),
      half('right', '◑ right hand', 2),
    ],
  },
  {
    kind: 'tempo',
    name: 'tempo',
    group: 'count',
    place: 'rein and gait',
    entries: [{ kind: 'taps', name: 'tapsMs', label: 'tap on one beat of each stride' }],
    finish(values) {
      const taps = values['tapsMs'] as readonly number[] | undefined;
      const found = taps && tapTempo(taps);
      if (!taps || !found) return null;
      const { perMinute, scatter, driftPercent } = found;
      const within = Math.max(-500, Math.min(500, driftPercent));
      return { tapsMs: taps, perMinute, scatter: Math.min(1, scatter), driftPercent: within };
    },
  },
  {
    kind: 'aid',
    name: 'lightest aid',
    group: 'feel',
    place: 'rein and gait',
    entries: [choice('answer', 'the answer', ['at once', 'at once but tense', 'late', 'reminder'])],
  },
  {
    kind: 'interval',
    name: 'intervals',
    group: 'count',
    place: 'rein and gait',
    entries: [{ kind: 'counter', name: 'interval', label: 'tap each stride' }],
    finish: (values) => {
      const found = values['interval'] as Values | undefined;
      return found && (found['held'] as readonly number[]).length > 0 ? found : null;
    },
  },
  {
    kind: 'halt',
    name: 'halt',
    group: 'stop',
    place: 'rein',
    entries: [
      yesNo('square', 'it stands', ['square', 'not square']),
      {
        ...choice('leg', 'Leg out behind', ['LF', 'RF', 'LH', 'RH'], LEG_WORDS),
        optional: true,
      } as Entry,
      { kind: 'clock', name: 'seconds', label: 'immobile' },
      { ...choice('endedBy', 'ended by', ['rider', 'horse']), optional: true } as Entry,
    ],
  },
  {
    kind: 'depart',
    name: 'depart',
    group: 'stop',
    place: 'rein and gait',
    entries: [
      choice('lead', 'lead asked', ['left', 'right']),
      yesNo('right', 'it took', ['the lead asked', 'the other']),
      yesNo('prompt', 'it came', ['at once', 'late']),
    ],
  },
  {
    kind: 'change',
    name: 'change',
    group: 'stop',
    place: 'none',
    entries: [
      choice('to', 'to the', ['left', 'right']),
      choice('quality', 'it was', ['clean', 'late', 'missed'], ['clean', 'late behind', 'missed']),
    ],
  },
  {
    kind: 'stretch',
    name: 'stretch',
    group: 'feel',
    place: 'rein and gait',
    entries: [
      choice('taken', 'taken', ['yes', 'partly', 'no']),
      { ...choice('form', 'how', ['reaching', 'rounded']), optional: true } as Entry,
    ],
  },
  {
    kind: 'sign',
    name: 'ease, tension',
    group: 'feel',
    place: 'rein and gait',
    entries: [choice('sign', 'a sign', SIGNS)],
  },
  {
    kind: 'head',
    name: 'head',
    group: 'feel',
    place: 'rein and gait',
    entries: [choice('position', 'the vertical', HEAD_POSITIONS)],
  },
  {
    kind: 'drift',
    name: 'drift',
    group: 'stop',
    place: 'rein and gait',
    entries: [
      choice('part', 'what drifts', ['haunches', 'shoulders']),
      choice('side', 'to the', ['left', 'right']),
    ],
  },
  {
    kind: 'bout',
    name: 'collected bout',
    group: 'count',
    place: 'rein and gait',
    entries: [{ kind: 'clock', name: 'seconds', label: 'collected' }],
  },
  {
    kind: 'uneven',
    name: 'uneven beats',
    group: 'stop',
    place: 'rein and gait',
    entries: [
      yesNo('persists', 'in a plain pace', ['still uneven', 'even again, or not tried yet']),
    ],
  },
  {
    kind: 'check',
    name: 'warm-up',
    group: 'count',
    place: 'rein and gait',
    entries: [
      choice('check', 'the horse', WARM_UP_CHECKS),
      yesNo('done', 'it is', ['there', 'not yet']),
    ],
  },
  {
    kind: 'release',
    name: 'release',
    group: 'feel',
    place: 'rein and gait',
    entries: [choice('when', 'of the yielding', ['before', 'with', 'after'])],
  },
  {
    kind: 'overtrack',
    name: 'overtrack',
    group: 'count',
    place: 'rein',
    entries: [
      {
        kind: 'number',
        name: 'hooves',
        label: 'hooves past the fore print',
        from: 0,
        least: -4,
        most: 6,
        step: 0.5,
      },
    ],
  },
  {
    kind: 'plain',
    name: 'gait on its own',
    group: 'feel',
    place: 'rein and gait',
    entries: [choice('when', 'of the exercise', ['before', 'after']), half('value', 'mark', 6)],
  },
  {
    kind: 'not asked',
    name: 'wisely left out',
    group: 'stop',
    place: 'rein and gait',
    entries: [{ kind: 'words', name: 'what', label: 'what was set up and not asked' }],
  },
  {
    kind: 'felt',
    name: 'what did you feel?',
    group: 'feel',
    place: 'none',
    entries: [{ kind: 'words', name: 'text', label: 'the rider’s own words' }],
  },
  {
    kind: 'corner',
    name: 'corners with bend',
    group: 'count',
    place: 'rein',
    entries: [yesNo('bent', 'this corner', ['with bend', 'without'])],
  },
  {
    kind: 'spook',
    name: 'fright',
    group: 'stop',
    place: 'rein',
    entries: [
      choice('letter', 'at', [...'AKVESHCMRBPF']),
      yesNo('calm', 'it was passed', ['calmly', 'not yet']),
    ],
  },
  {
    kind: 'note',
    name: 'note',
    group: null,
    place: 'none',
    entries: [{ kind: 'words', name: 'text', label: 'a note' }],
  },
];

/** The observation an instrument makes, or null while something is missing. */
export function observationFrom(
  instrument: Instrument,
  values: Values,
  place: Place,
  base: Pick<Observation, 'id' | 'sessionId' | 'at'>,
): Observation | null {
  const finished = instrument.finish ? instrument.finish(values) : values;
  if (!finished) return null;
  const missing = instrument.entries.some((entry) => {
    if (instrument.finish) return false;
    const optional = entry.kind === 'choice' && entry.optional;
    return !optional && (finished[entry.name] === undefined || finished[entry.name] === '');
  });
  if (missing) return null;
  const { rein, gait, itemId } = place;
  const where =
    instrument.place === 'none'
      ? {}
      : instrument.place === 'rein'
        ? { rein }
        : { rein, gait, ...(itemId && { itemId }) };
  const withPlace = instrument.kind === 'check' ? { rein, gait } : where;
  return { ...base, kind: instrument.kind, ...withPlace, ...finished } as Observation;
}

/** Words come first: what the thumb has no button for. */
export const FREE_NOTE: Instrument = INSTRUMENTS.find((i) => i.kind === 'note')!;
