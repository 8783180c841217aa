import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Appointment } from '../calendar/appointment.ts';
import type { Horse, LessonRecord, Session } from '../book/records.ts';
import { parseLesson } from '../notation/parse.ts';
import type { MarkedRide } from '../sheet/markedRide.ts';
import { mergeFields, same } from './fields.ts';
import { mergeDocument } from './merge.ts';

const scalar = fc.constantFrom('a', 'b', '', null, 0, 1);
const thing = fc.record({ id: fc.constantFrom('1', '2', '3'), says: scalar });
const value = fc.record({
  x: scalar,
  y: scalar,
  words: fc.uniqueArray(fc.constantFrom('soft', 'round', 'forward')),
  things: fc.uniqueArray(thing, { selector: ({ id }) => id }),
});

describe('three versions of one thing', () => {
  test('what one side alone has changed is as that side has it', () => {
    fc.assert(
      fc.property(value, value, (was, now) => {
        expect(same(mergeFields(was, now, was).merged, now)).toBe(true);
        expect(same(mergeFields(was, was, now).merged, now)).toBe(true);
        expect(mergeFields(was, now, now)).toEqual({ merged: now, overruled: [] });
      }),
    );
  });

  test('of each field: mine where I changed it, theirs where not, and contested where both did', () => {
    fc.assert(
      fc.property(value, value, value, (was, mine, theirs) => {
        const { merged, overruled } = mergeFields(was, mine, theirs);
        for (const name of ['x', 'y'] as const) {
          expect(merged[name]).toBe(mine[name] === was[name] ? theirs[name] : mine[name]);
          const isContested =
            mine[name] !== was[name] && theirs[name] !== was[name] && mine[name] !== theirs[name];
          expect(overruled.includes(name)).toBe(isContested);
        }
        // Merged once more, nothing changes.
        expect(same(mergeFields(theirs, merged, theirs).merged, merged)).toBe(true);
      }),
    );
  });

  test('of a list: what either side added is there, what either took away is not, once each', () => {
    fc.assert(
      fc.property(value, value, value, (was, mine, theirs) => {
        const { merged } = mergeFields(was, mine, theirs);
        for (const word of ['soft', 'round', 'forward']) {
          const [before, here, there] = [was, mine, theirs].map((v) =>
            (v.words as string[]).includes(word),
          );
          expect((merged.words as string[]).includes(word)).toBe(
            before ? here && there : here || there,
          );
        }
        const ids = merged.things.map(({ id }) => id);
        expect(new Set(ids).size).toBe(ids.length);
      }),
    );
  });

  test('without a base, what is empty here overrules nothing; where nothing else changed, the order is as it was put here', () => {
    expect(mergeFields(undefined, { a: '', b: 'mine' }, { a: 'theirs', b: 'x' })).toEqual({
      merged: { a: 'theirs', b: 'mine' },
      overruled: ['b'],
    });
    expect(
      mergeFields({ l: ['a', 'b'], n: 1 }, { l: ['b', 'a', 'c'], n: 1 }, { l: ['a', 'b'], n: 2 }),
    ).toMatchObject({ merged: { l: ['b', 'a', 'c'], n: 2 } });
  });
});

const horse: Horse = {
  id: 'h1',
  revision: 3,
  name: 'Marram',
  kind: 'dun mare',
  bornYear: 2015,
  heightCm: 165,
  stage: 4,
  approach: 'steady-hand',
  hollowSide: null,
  theme: '',
  notes: '',
  riderIds: [],
  measured: [],
  limits: {},
  fitness: 'usual',
  events: [],
};

test('a horse: a field here, an event there, and the revision the book has', () => {
  const mine = { ...horse, fitness: 'fit' as const, notes: 'Saddle fits' };
  const theirs: Horse = {
    ...horse,
    revision: 4,
    notes: 'New girth',
    events: [{ date: '2026-03-02', kind: 'vet', text: 'Back checked' }],
  };
  expect(mergeDocument('horse', { was: horse, mine, theirs })).toEqual({
    merged: { ...theirs, fitness: 'fit', notes: 'Saddle fits' },
    overruled: ['notes'],
  });
});

const text = 'lesson "Soft"\nA trot working\n';
const lesson: LessonRecord = {
  id: 'l1',
  revision: 1,
  title: 'Soft',
  horseId: null,
  document: parseLesson(text).lesson,
  tags: ['warm-up'],
  template: false,
  updatedAt: '2026-01-01T00:00:00Z',
};
const written = (line: string): LessonRecord => ({
  ...lesson,
  document: parseLesson(`${text}${line}\n`).lesson,
});

test('a lesson: tags and lines go together; two who wrote, or one who threw it away, have to choose', () => {
  const tagged = { ...lesson, revision: 2, tags: ['warm-up', 'wet day'] };
  const mine = written('E halt');
  const both = mergeDocument('lesson', { was: lesson, mine, theirs: tagged });
  expect(both?.merged).toEqual({ ...tagged, document: mine.document });
  expect(both?.overruled).toEqual([]);
  expect(mergeDocument('lesson', { was: lesson, mine, theirs: written('B halt') })).toBeNull();
  const gone = { ...lesson, revision: 2, removedAt: '2026-01-02T00:00:00Z' };
  expect(mergeDocument('lesson', { was: lesson, mine, theirs: gone })).toBeNull();
  // Who throws it away, or brings it back, has chosen.
  const theirs = written('B halt');
  expect(mergeDocument('lesson', { was: lesson, mine: gone, theirs })?.merged).toMatchObject({
    removedAt: gone.removedAt,
    document: theirs.document,
  });
});

const session: Session = {
  id: 's1',
  revision: 1,
  horseId: 'h1',
  riderId: null,
  lessonId: null,
  document: null,
  date: '2026-01-01',
  startedAt: '2026-01-01T10:00:00Z',
  endedAt: null,
  minutes: null,
  notes: 'fresh',
  homework: '',
};

test('a session: the end from here, homework from there, and notes of both', () => {
  const mine = {
    ...session,
    endedAt: '2026-01-01T10:40:00Z',
    minutes: 40,
    notes: 'fresh, then soft',
  };
  const theirs = { ...session, revision: 2, homework: 'Two quiet halts' };
  const merged = (a: Session, b: Session) =>
    mergeDocument('session', { was: session, mine: a, theirs: b });
  expect(merged(mine, theirs)).toMatchObject({
    merged: { ...mine, revision: 2, homework: 'Two quiet halts' },
    leftOut: [],
  });
  expect(merged(mine, { ...theirs, notes: 'fresh. Windy' })!.merged.notes).toBe(
    'fresh. Windy\nfresh, then soft',
  );
  const long = { ...theirs, notes: 'x'.repeat(1990) };
  expect(merged(mine, long)).toMatchObject({
    merged: { notes: long.notes },
    leftOut: ['fresh, then soft'],
  });
  // Words that were taken away by one side alone are gone.
  expect(merged({ ...session, notes: '' }, theirs)!.merged.notes).toBe('');
  // Taught on after it was deleted elsewhere, it is back; deleted here, it is gone.
  const removedAt = '2026-01-01T10:10:00Z';
  expect(merged(mine, { ...theirs, removedAt })!.merged).not.toHaveProperty('removedAt');
  expect(merged({ ...session, removedAt }, theirs)!.merged).toMatchObject({ removedAt });
  expect(
    mergeDocument('session', { was: null, mine, theirs: { ...theirs, notes: 'fresh' } })!.merged,
  ).toMatchObject({ notes: 'fresh, then soft', homework: 'Two quiet halts', minutes: 40 });
});

const judge = (at: string, marks: Record<string, number> = {}) => ({
  at,
  marks,
  collectives: {},
  remarks: {},
});
const ride: MarkedRide = {
  id: 'r1',
  revision: 1,
  horseId: 'h1',
  riderId: null,
  lessonId: null,
  document: lesson.document,
  date: '2026-06-15',
  kind: 'practice',
  place: '',
  judges: [judge('C'), judge('E')],
  errors: 1,
  target: 7,
  notes: '',
  corrections: [],
};

test('a marked ride: each judge from whoever wrote there, the higher count of errors, the rest by field', () => {
  const mine = { ...ride, judges: [judge('C', { 1: 6.5 }), judge('E')], errors: 2, place: 'Home' };
  const theirs = {
    ...ride,
    revision: 4,
    judges: [judge('C'), judge('E', { 1: 8 })],
    errors: 3,
    target: 6.5,
  };
  const { merged } = mergeDocument('ride', { was: ride, mine, theirs })!;
  expect(merged).toMatchObject({ revision: 4, errors: 3, place: 'Home', target: 6.5 });
  expect(merged.judges).toEqual([judge('C', { 1: 6.5 }), judge('E', { 1: 8 })]);
  // One that was taken back here alone is taken back.
  const fewer = mergeDocument('ride', { was: ride, mine: { ...ride, errors: 0 }, theirs: ride });
  expect(fewer!.merged.errors).toBe(0);
});

test('an appointment: moved on one day here, cancelled on another there', () => {
  const was: Appointment = {
    id: 'a1',
    revision: 1,
    title: '',
    horseId: 'h1',
    riderId: null,
    instructor: '',
    arena: '',
    lessonId: null,
    date: '2026-03-02',
    start: '10:00',
    minutes: 45,
    zone: 'Europe/Berlin',
    repeat: null,
    cancelled: [],
    moved: [],
    notes: '',
  };
  const mine = { ...was, cancelled: [{ date: '2026-03-09', why: 'frost' }] };
  const theirs = { ...was, revision: 2, cancelled: [{ date: '2026-03-16', why: 'show' }] };
  expect(mergeDocument('appointment', { was, mine, theirs })!.merged).toEqual({
    ...theirs,
    cancelled: [...theirs.cancelled, ...mine.cancelled],
  });
});
