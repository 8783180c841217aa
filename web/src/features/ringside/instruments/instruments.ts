import type { Rein } from '@canter-book/core/arena/rein';
import type { MovingGait } from '@canter-book/core/gaits/paces';
import type { Instrument, InstrumentGroup, Values } from '@canter-book/core/observations/kind';
import {
  ALL_KINDS,
  type Observation,
  type ObservationKind,
} from '@canter-book/core/observations/observation';

export const GROUPS: readonly { readonly group: InstrumentGroup; readonly words: string }[] = [
  { group: 'feel', words: 'Feel: hand, leg and ease' },
  { group: 'count', words: 'Count: tempo, strides, corners' },
  { group: 'stop', words: 'Stop and look: halts, departs, slips' },
];

export interface AnInstrument extends Instrument {
  readonly kind: ObservationKind;
}

export interface Place {
  readonly rein: Rein;
  readonly gait: MovingGait;
  readonly itemId?: string | undefined;
}

/** The instruments of the ringside, the most used first. */
export const INSTRUMENTS: readonly AnInstrument[] = ALL_KINDS.flatMap(({ kind, instrument }) =>
  instrument ? [{ kind, ...instrument }] : [],
);

/** The observation an instrument makes, or null while something is missing. */
export function observationFrom(
  instrument: AnInstrument,
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
  const where = {
    none: {},
    rein: { rein },
    'rein and gait': { rein, gait },
    line: { rein, gait, ...(itemId && { itemId }) },
  }[instrument.place];
  return { ...base, kind: instrument.kind, ...where, ...finished } as Observation;
}

/** Words come first: what the thumb has no button for. */
export const FREE_NOTE: AnInstrument = INSTRUMENTS.find((i) => i.kind === 'note')!;
