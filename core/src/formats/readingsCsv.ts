import type { Rein } from '../arena/rein.ts';
import type { Gait } from '../gaits/paces.ts';
import {
  observationSchema,
  type Observation,
  type ObservationKind,
  type ObservationOf,
} from '../observations/observation.ts';
import { readNumber, type TableForm } from './cells.ts';

export type ReadingField = 'date' | 'horse' | 'reading' | 'rein' | 'gait' | 'value' | 'detail';

export const READING_FIELDS: readonly ReadingField[] = [
  'date',
  'horse',
  'reading',
  'rein',
  'gait',
  'value',
  'detail',
];

/** A reading as a table has it: no session yet, and no time of day. */
export interface ReadingRow {
  readonly date: string;
  readonly horseId: string;
  /** An observation without its id, session and instant. */
  readonly seen: Readonly<Record<string, unknown>> & { readonly kind: ObservationKind };
}

/** How one kind of reading stands in a line: its value, and what else belongs to it. */
interface ReadingForm<K extends ObservationKind> {
  readonly kind: K;
  /** What to write in `value` and `detail`. */
  readonly says: string;
  /** The rein's field; null when the reading has none. */
  readonly rein: 'rein' | 'lead' | 'to';
  readonly gait: boolean;
  read(value: string, detail: string): Record<string, unknown>;
  write(o: ObservationOf<K>): readonly [value: string, detail: string];
}

const reading = <K extends ObservationKind>(form: ReadingForm<K>): ReadingForm<K> => form;

const numbers = (said: string): number[] =>
  (said.replace(/(\d),(\d)/g, '$1.$2').match(/-?\d+(\.\d+)?/g) ?? []).map(Number);
const orNothing = (said: string): string | undefined => said || undefined;
const percent = (share: number): string => String(Math.round(share * 10_000) / 100);

/** The readings of a table, one a kind. */
export const READINGS = [
  reading({
    kind: 'contact',
    says: 'value: left / right, 0–10 in halves, as 2 / 3.5; detail: before, during or after',
    rein: 'rein',
    gait: true,
    read(value, detail) {
      const [left, right] = numbers(value);
      return { left, right, when: detail || 'during' };
    },
    write: ({ left, right, when }) => [`${left} / ${right}`, when],
  }),
  reading({
    kind: 'tempo',
    says: 'value: strides a minute, as 78.5; detail: scatter in per cent of a beat, then drift in per cent a minute',
    rein: 'rein',
    gait: true,
    read(value, detail) {
      const [scatter, driftPercent] = numbers(detail);
      return {
        perMinute: readNumber(value),
        scatter: scatter === undefined ? undefined : Math.round(scatter * 100) / 10_000,
        ...(driftPercent !== undefined && { driftPercent }),
      };
    },
    write: ({ perMinute, scatter, driftPercent }) => [
      String(perMinute),
      [percent(scatter), ...(driftPercent === undefined ? [] : [driftPercent])].join(' / '),
    ],
  }),
  reading({
    kind: 'halt',
    says: 'value: square, or the leg that was left (LF, RF, LH, RH); detail: seconds',
    rein: 'rein',
    gait: false,
    read: (value, detail) => ({
      square: value.toLowerCase() === 'square',
      ...(value.toLowerCase() !== 'square' && { leg: value.toUpperCase() }),
      seconds: readNumber(detail) ?? 0,
    }),
    write: ({ square, leg, seconds }) => [square ? 'square' : (leg ?? ''), String(seconds)],
  }),
  reading({
    kind: 'depart',
    says: 'value: prompt, late or wrong lead; the rein is the lead that was asked',
    rein: 'lead',
    gait: true,
    read: (value) => ({
      right: ['prompt', 'late'].includes(value) ? true : value === 'wrong lead' ? false : undefined,
      prompt: value === 'prompt',
    }),
    write: ({ right, prompt }) => [right ? (prompt ? 'prompt' : 'late') : 'wrong lead', ''],
  }),
  reading({
    kind: 'change',
    says: 'value: clean, late or missed; the rein is the new lead',
    rein: 'to',
    gait: false,
    read: (quality) => ({ quality }),
    write: ({ quality }) => [quality, ''],
  }),
  reading({
    kind: 'drift',
    says: 'value: haunches or shoulders; detail: left or right, the side it went to',
    rein: 'rein',
    gait: true,
    read: (part, side) => ({ part, side }),
    write: ({ part, side }) => [part, side],
  }),
  reading({
    kind: 'stretch',
    says: 'value: yes, partly or no; detail: rounded or reaching',
    rein: 'rein',
    gait: true,
    read: (taken, form) => ({ taken, form: orNothing(form) }),
    write: ({ taken, form = '' }) => [taken, form],
  }),
  reading({
    kind: 'sign',
    says: 'value: the sign, as snort, chewing, hollow back, short steps',
    rein: 'rein',
    gait: true,
    read: (sign) => ({ sign }),
    write: ({ sign }) => [sign, ''],
  }),
  reading({
    kind: 'head',
    says: 'value: before, at or behind (the vertical)',
    rein: 'rein',
    gait: true,
    read: (position) => ({ position }),
    write: ({ position }) => [position, ''],
  }),
  reading({
    kind: 'aid',
    says: 'value: at once, at once but tense, late or reminder',
    rein: 'rein',
    gait: true,
    read: (answer) => ({ answer }),
    write: ({ answer }) => [answer, ''],
  }),
  reading({
    kind: 'release',
    says: 'value: before, with or after the yielding',
    rein: 'rein',
    gait: true,
    read: (when) => ({ when }),
    write: ({ when }) => [when, ''],
  }),
  reading({
    kind: 'overtrack',
    says: 'value: hoof breadths past the fore print, −4 to 6',
    rein: 'rein',
    gait: false,
    read: (value) => ({ hooves: readNumber(value) }),
    write: ({ hooves }) => [String(hooves), ''],
  }),
  reading({
    kind: 'plain',
    says: 'value: a mark for the gait on its own, 0–10 in halves; detail: before or after the exercise',
    rein: 'rein',
    gait: true,
    read: (value, when) => ({ value: readNumber(value), when }),
    write: ({ value, when }) => [String(value), when],
  }),
  reading({
    kind: 'bout',
    says: 'value: seconds of collected work at one go',
    rein: 'rein',
    gait: true,
    read: (value) => ({ seconds: readNumber(value) }),
    write: ({ seconds }) => [String(seconds), ''],
  }),
] as const;

export const READING_KINDS = READINGS.map((r) => r.kind);

const formOf = (kind: string) =>
  READINGS.find((r) => r.kind === kind) as unknown as ReadingForm<ObservationKind> | undefined;

/** Any identity at all: a row has none yet, and is only checked. */
const NOBODY = '00000000-0000-7000-8000-000000000000';
const ANY_DAY = '2000-01-01T12:00:00.000Z';

/** A table with a line a reading. */
export const READINGS_TABLE: TableForm<ReadingField, ReadingRow> = {
  fields: READING_FIELDS,
  aliases: { day: 'date', 'horse name': 'horse', kind: 'reading', what: 'reading', more: 'detail' },
  read(row, { horses }) {
    const date = row.date('date');
    const horse = row.named('horse', horses, 'horse');
    const form = formOf(row.cell('reading').toLowerCase());
    if (!form) return row.fault('reading', `write one of ${READING_KINDS.join(', ')}`);
    const rein = row.cell('rein').toLowerCase();
    if (!isRein(rein)) return row.fault('rein', 'write left or right');
    const gait = row.cell('gait').toLowerCase();
    if (form.gait && !isGait(gait)) return row.fault('gait', 'write walk, trot or canter');
    const seen = {
      kind: form.kind,
      // A lead or a new lead is also the rein it is asked on, where the reading has a place.
      ...(form.gait && { rein, gait }),
      [form.rein]: rein,
      ...form.read(row.cell('value'), row.cell('detail').toLowerCase()),
    };
    const checked = observationSchema.safeParse({
      ...seen,
      id: NOBODY,
      sessionId: NOBODY,
      at: ANY_DAY,
    });
    if (!checked.success) return row.fault('value', form.says);
    return date && horse ? { date, horseId: horse.id, seen } : null;
  },
};

const isRein = (said: string): said is Rein => said === 'left' || said === 'right';
const isGait = (said: string): said is Gait => ['walk', 'trot', 'canter'].includes(said);

/** A reading as the row of a table; null for what is no reading (marks and tries have tables of their own). */
export function readingCells(date: string, horse: string, o: Observation): string[] | null {
  const form = formOf(o.kind);
  if (!form) return null;
  const fields = o as unknown as Record<string, string | undefined>;
  const [value, detail] = form.write(o);
  return [date, horse, o.kind, fields[form.rein] ?? '', fields['gait'] ?? '', value, detail];
}
