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

export interface Instrument {
  readonly kind: ObservationKind;
  readonly name: string;
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
    place: 'rein and gait',
    entries: [choice('answer', 'the answer', ['at once', 'at once but tense', 'late', 'reminder'])],
  },
  {
    kind: 'interval',
    name: 'intervals',
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
    place: 'rein',
    entries: [
      yesNo('square', 'it stands', ['square', 'not square']),
      { ...choice('leg', 'leg left', ['LF', 'RF', 'LH', 'RH']), optional: true } as Entry,
      { kind: 'clock', name: 'seconds', label: 'immobile' },
      { ...choice('endedBy', 'ended by', ['rider', 'horse']), optional: true } as Entry,
    ],
  },
  {
    kind: 'depart',
    name: 'depart',
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
    place: 'none',
    entries: [
      choice('to', 'to the', ['left', 'right']),
      choice('quality', 'it was', ['clean', 'late', 'missed'], ['clean', 'late behind', 'missed']),
    ],
  },
  {
    kind: 'stretch',
    name: 'stretch',
    place: 'rein and gait',
    entries: [
      choice('taken', 'taken', ['yes', 'partly', 'no']),
      { ...choice('form', 'how', ['reaching', 'rounded']), optional: true } as Entry,
    ],
  },
  {
    kind: 'sign',
    name: 'ease, tension',
    place: 'rein and gait',
    entries: [choice('sign', 'a sign', SIGNS)],
  },
  {
    kind: 'head',
    name: 'head',
    place: 'rein and gait',
    entries: [choice('position', 'the vertical', HEAD_POSITIONS)],
  },
  {
    kind: 'drift',
    name: 'drift',
    place: 'rein and gait',
    entries: [
      choice('part', 'what drifts', ['haunches', 'shoulders']),
      choice('side', 'to the', ['left', 'right']),
    ],
  },
  {
    kind: 'bout',
    name: 'collected bout',
    place: 'rein and gait',
    entries: [{ kind: 'clock', name: 'seconds', label: 'collected' }],
  },
  {
    kind: 'uneven',
    name: 'uneven beats',
    place: 'rein and gait',
    entries: [
      yesNo('persists', 'in a plain pace', ['still uneven', 'even again, or not tried yet']),
    ],
  },
  {
    kind: 'check',
    name: 'warm-up',
    place: 'rein and gait',
    entries: [
      choice('check', 'the horse', WARM_UP_CHECKS),
      yesNo('done', 'it is', ['there', 'not yet']),
    ],
  },
  {
    kind: 'release',
    name: 'release',
    place: 'rein and gait',
    entries: [choice('when', 'of the yielding', ['before', 'with', 'after'])],
  },
  {
    kind: 'overtrack',
    name: 'overtrack',
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
    name: 'plain gait',
    place: 'rein and gait',
    entries: [choice('when', 'of the exercise', ['before', 'after']), half('value', 'mark', 6)],
  },
  {
    kind: 'not asked',
    name: 'rightly not asked',
    place: 'rein and gait',
    entries: [{ kind: 'words', name: 'what', label: 'what was set up and not asked' }],
  },
  {
    kind: 'felt',
    name: 'what did you feel?',
    place: 'none',
    entries: [{ kind: 'words', name: 'text', label: 'the rider’s own words' }],
  },
  {
    kind: 'corner',
    name: 'corners with bend',
    place: 'rein',
    entries: [yesNo('bent', 'this corner', ['with bend', 'without'])],
  },
  {
    kind: 'spook',
    name: 'fright',
    place: 'rein',
    entries: [
      choice('letter', 'at', [...'AKVESHCMRBPF']),
      yesNo('calm', 'it was passed', ['calmly', 'not yet']),
    ],
  },
  {
    kind: 'note',
    name: 'note',
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
