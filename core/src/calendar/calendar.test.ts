import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { daysLater } from '../progress/days.ts';
import { appointmentSchema, type Appointment, type BusyCalendar } from './appointment.ts';
import { NEW_TIMETABLE } from './newTimetable.ts';
import { cancelOnce, endBefore, holdAfterAll, moveFrom, moveOnce } from './changes.ts';
import { clashesOf, clashSaid, type Names } from './clashes.ts';
import { freeTimes } from './free.ts';
import { keyOf, occurrencesIn, occurrencesOf, spanOf, type Occurrence } from './occurrences.ts';
import { clockAt, instantOf } from './zone.ts';

const uuid = (n: number) => `00000000-0000-7000-8000-${String(n).padStart(12, '0')}`;
const TANSY = uuid(101);
const KELPWICK = uuid(102);
const INES = uuid(201);

const some = (more: Partial<Appointment> & { n?: number } = {}): Appointment => {
  const { n = 1, ...rest } = more;
  return appointmentSchema.parse({
    id: uuid(n),
    revision: 0,
    horseId: TANSY,
    riderId: INES,
    instructor: 'Rowan Ashdown',
    arena: 'Sail loft',
    date: '2026-03-02',
    start: '10:00',
    minutes: 45,
    zone: 'Europe/Dublin',
    ...rest,
  });
};
const weekly = (more: Partial<Appointment> = {}) =>
  some({ repeat: { everyWeeks: 1, weekdays: [0, 3], until: null }, ...more });
const days = (a: Appointment, from = '2026-03-01', to = '2026-03-31') =>
  occurrencesOf(a, from, to).map((o) => o.date);

describe('an appointment that comes again', () => {
  test('falls on its weekdays, every second week when it says so, until its last day', () => {
    expect(days(weekly())).toEqual([
      '2026-03-02',
      '2026-03-05',
      '2026-03-09',
      '2026-03-12',
      '2026-03-16',
      '2026-03-19',
      '2026-03-23',
      '2026-03-26',
      '2026-03-30',
    ]);
    const second = weekly({
      date: '2026-03-05',
      repeat: { everyWeeks: 2, weekdays: [0, 3], until: '2026-03-30' },
    });
    expect(days(second)).toEqual(['2026-03-05', '2026-03-16', '2026-03-19', '2026-03-30']);
  });

  test('can be left out, held after all, and moved once', () => {
    const out = cancelOnce(weekly(), '2026-03-05', 'the farrier');
    expect(occurrencesOf(out, '2026-03-05', '2026-03-05')[0]!.cancelled).toBe('the farrier');
    expect(
      occurrencesOf(holdAfterAll(out, '2026-03-05'), '2026-03-05', '2026-03-05')[0]!.cancelled,
    ).toBeNull();
    const there = { date: '2026-03-06', start: '11:30', minutes: 30, arena: 'Slipway' };
    const moved = moveOnce(weekly(), '2026-03-05', there);
    expect(days(moved, '2026-03-02', '2026-03-09')).toEqual([
      '2026-03-02',
      '2026-03-06',
      '2026-03-09',
    ]);
    expect(occurrencesOf(moved, '2026-03-06', '2026-03-06')).toMatchObject([
      { named: '2026-03-05', ...there, isMoved: true },
    ]);
    const back = { date: '2026-03-05', start: '10:00', minutes: 45, arena: 'Sail loft' };
    expect(moveOnce(moved, '2026-03-05', back).moved).toEqual([]);
  });

  test('whatever is changed from a day on leaves the days before alone, and loses none after', () => {
    fc.assert(
      fc.property(
        fc.subarray([0, 1, 2, 3, 4, 5, 6], { minLength: 1 }),
        fc.integer({ min: 1, max: 3 }),
        fc.integer({ min: 0, max: 40 }),
        fc.integer({ min: -3, max: 3 }),
        (weekdays, everyWeeks, nth, shift) => {
          const rule = weekly({ repeat: { everyWeeks, weekdays, until: null } });
          const all = days(rule, '2026-03-01', '2027-12-31');
          const named = all[Math.min(nth, all.length - 1)]!;
          const there = { date: daysLater(named, shift), start: '15:00', minutes: 30, arena: '' };
          const { before, after } = moveFrom(rule, named, there, uuid(9));
          const earlier = all.filter((d) => d < named);
          expect(before ? days(before, '2026-03-01', '2027-12-31') : []).toEqual(earlier);
          expect(occurrencesOf(after, there.date, there.date)).toMatchObject([{ start: '15:00' }]);
          expect(days(after, there.date, daysLater(there.date, 7 * everyWeeks - 1))).toHaveLength(
            weekdays.length,
          );
          expect(endBefore(rule, named)?.repeat?.until ?? null).toBe(before?.repeat?.until ?? null);
        },
      ),
    );
  });

  test('spans all the days it can fall on', () => {
    const moved = moveOnce(
      weekly({ repeat: { everyWeeks: 1, weekdays: [0], until: '2026-03-30' } }),
      '2026-03-30',
      { date: '2026-04-04', start: '10:00', minutes: 45, arena: '' },
    );
    expect(spanOf(moved)).toEqual({ first: '2026-03-02', last: '2026-04-04' });
    expect(spanOf(weekly())).toEqual({ first: '2026-03-02', last: null });
  });
});

test('ten o’clock is ten o’clock in summer and in winter, and what is skipped in spring is an hour later', () => {
  // The clocks of Dublin go forward on 29 March 2026 at one, and back on 25 October at two.
  expect(instantOf('2026-03-28', '10:00', 'Europe/Dublin').toISOString()).toBe(
    '2026-03-28T10:00:00.000Z',
  );
  expect(instantOf('2026-03-30', '10:00', 'Europe/Dublin').toISOString()).toBe(
    '2026-03-30T09:00:00.000Z',
  );
  expect(instantOf('2026-10-26', '10:00', 'Europe/Dublin').toISOString()).toBe(
    '2026-10-26T10:00:00.000Z',
  );
  expect(clockAt(instantOf('2026-03-29', '01:30', 'Europe/Dublin'), 'Europe/Dublin')).toEqual({
    date: '2026-03-29',
    time: '02:30',
  });
  expect(clockAt(new Date('2026-03-29T23:30:00Z'), 'Europe/Dublin')).toEqual({
    date: '2026-03-30',
    time: '00:30',
  });
});

const TIMETABLE = {
  ...NEW_TIMETABLE,
  arenas: [
    { name: 'Sail loft', place: 'Quay', most: 2 },
    { name: 'Slipway', place: 'Quay', most: 1 },
    { name: 'Far field', place: 'Marsh', most: 4 },
  ],
  travel: [{ from: 'Quay', to: 'Marsh', minutes: 20 }],
};
const NAMES: Names = {
  horse: (id) => (id === TANSY ? 'Tansy' : 'Kelpwick'),
  rider: () => 'Ines Calloway',
};
const DAY = '2026-03-02';
const clashes = (all: readonly Appointment[], busy: readonly BusyCalendar[] = []) => {
  const on = occurrencesIn(all, DAY, DAY);
  const of = on.find((o) => o.appointment.id === uuid(1))!;
  return clashesOf(of, on, TIMETABLE, busy).map((c) => clashSaid(c, NAMES));
};
const other = (more: Partial<Appointment>) =>
  some({ n: 2, horseId: KELPWICK, riderId: null, instructor: '', arena: '', ...more });

describe('what cannot be at the same time', () => {
  test.each<[string, Partial<Appointment>, string[]]>([
    [
      'the horse twice',
      { horseId: TANSY, start: '10:30' },
      ['Tansy is already in a lesson at 10:30.'],
    ],
    ['one after the other', { horseId: TANSY, start: '10:45' }, []],
    [
      'the rider twice',
      { riderId: INES, start: '10:15' },
      ['Ines Calloway already rides at 10:15.'],
    ],
    [
      'the instructor twice',
      { instructor: 'Rowan Ashdown', arena: 'Slipway', start: '10:30' },
      ['Rowan Ashdown already teaches at 10:30, Slipway.'],
    ],
    ['two taught together', { instructor: 'Rowan Ashdown', arena: 'Sail loft' }, []],
    ['two in an arena for two', { arena: 'Sail loft', start: '10:30' }, []],
    [
      'a way that is too short',
      { instructor: 'Rowan Ashdown', arena: 'Far field', start: '11:00' },
      ['Rowan Ashdown needs 20 min to come from 11:00, Far field.'],
    ],
    [
      'a way that is long enough',
      { instructor: 'Rowan Ashdown', arena: 'Far field', start: '11:05' },
      [],
    ],
    ['what is not held', { horseId: TANSY, cancelled: [{ date: DAY, why: 'lame' }] }, []],
  ])('%s', (_, more, said) => expect(clashes([some(), other(more)])).toEqual(said));

  test('an arena over its number, a morning without a break, closed doors, a calendar of one’s own', () => {
    const full = [
      some(),
      other({ arena: 'Sail loft', start: '10:10' }),
      some({ n: 3, horseId: uuid(103), riderId: null, instructor: '', start: '10:20' }),
    ];
    expect(clashes(full)).toEqual(['Sail loft is full: 2 at a time.']);
    const morning = [0, 1, 2].map((i) =>
      some({
        n: 10 + i,
        horseId: uuid(110 + i),
        riderId: null,
        arena: '',
        start: `0${7 + i}:00`,
        minutes: 60,
      }),
    );
    expect(clashes([some({ arena: '' }), ...morning])).toEqual([
      'Rowan Ashdown has taught since 07:00 without a break.',
    ]);
    expect(clashes([some({ start: '06:30' })])).toEqual(['The yard is closed at that time.']);
    const busy: BusyCalendar = {
      id: uuid(5),
      revision: 1,
      name: 'own.ics',
      instructor: '',
      riderId: INES,
      readAt: '2026-03-01T08:00:00Z',
      hours: [{ date: DAY, start: '09:00', minutes: 90, title: 'Dentist' }],
    };
    expect(clashes([some()], [busy])).toEqual(['Ines Calloway is busy from 09:00: Dentist.']);
  });

  test('times that are offered are free, near the one that was wanted first', () => {
    const all = [
      some({ n: 2 }),
      some({ n: 3, start: '10:45' }),
      some({ n: 4, date: daysLater(DAY, 1) }),
    ];
    const [wanted] = occurrencesOf(some({ instructor: '' }), DAY, DAY) as [Occurrence];
    const on = (date: string) => occurrencesIn(all, date, date);
    const free = freeTimes(wanted, on, TIMETABLE, []);
    expect(free).toEqual([
      { date: DAY, start: '09:15' },
      { date: DAY, start: '09:00' },
      { date: DAY, start: '08:45' },
      { date: daysLater(DAY, 2), start: '10:00' },
    ]);
    for (const { date, start } of free) {
      const there = { ...wanted, date, start };
      expect(clashesOf(there, on(date), TIMETABLE, [])).toEqual([]);
    }
    const late = freeTimes(wanted, on, TIMETABLE, [], 4, { date: DAY, minutes: 11 * 60 });
    expect(late[0]).toEqual({ date: DAY, start: '11:30' });
  });
});

test('two times of one appointment have two names', () => {
  const keys = occurrencesOf(weekly(), '2026-03-01', '2026-03-31').map(keyOf);
  expect(new Set(keys).size).toBe(keys.length);
});
