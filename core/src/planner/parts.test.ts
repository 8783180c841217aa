import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { EXERCISES, findExercise } from '../exercises/catalogue.ts';
import { STAGE_NUMBERS } from '../gaits/stage.ts';
import { letterOnTrack, lettersOf } from '../arena/arena.ts';
import { parseLesson } from '../notation/parse.ts';
import { printLesson } from '../notation/print.ts';
import { SCALES } from '../scales.ts';
import { WARM_UP_CHECKS } from '../observations/words.ts';
import type { Item, Lesson } from '../lesson/document.ts';
import { APPROACHES } from '../lesson/terms.ts';
import { candidatesOf, type OnOffer } from './candidates.ts';
import { packed } from './integer.ts';
import { setMarkOf, setOf, setsIn } from './marks.ts';
import { needsOf } from './need.ts';
import { notesOf } from './notes.ts';
import { Pen } from './pen.ts';
import type { LaidStep } from './placement.ts';
import { horseFileSchema, profileOfFile, wishesSchema } from './request.ts';
import type { Status } from './readiness.ts';
import type { Chosen, Selection } from './selection.ts';
import { frameOf, mostMinutes } from './timing.ts';
import { trackOf } from './track.ts';
import { USUAL_WRITING } from './writing.ts';

const request = (horse: object, wishes: object) => ({
  horse: horseFileSchema.parse({ name: 'Marram', stage: 4, ...horse }),
  wishes: wishesSchema.parse({
    minutes: 45,
    arena: { widthM: 20, lengthM: 60 },
    date: '2026-06-15',
    ...wishes,
  }),
});

describe('the minutes of a lesson', () => {
  const any = fc.record({
    stage: fc.constantFrom(...STAGE_NUMBERS),
    age: fc.option(fc.integer({ min: 3, max: 20 }), { nil: undefined }),
    fitness: fc.constantFrom('unfit' as const, 'usual' as const, 'fit' as const),
    minutes: fc.integer({ min: 15, max: 90 }),
    hot: fc.boolean(),
  });

  test('the parts add up to what there is, and none is negative', () => {
    fc.assert(
      fc.property(any, ({ minutes, hot, ...horse }) => {
        const asked = request(horse, { minutes, hot });
        const f = frameOf(asked);
        const whole = Math.min(minutes, mostMinutes(asked));
        const sum =
          f.walkInMin +
          f.plainMin +
          f.warmUpMin +
          f.workMin +
          2 * f.breaks +
          f.stretchMin +
          f.coolDownMin;
        for (const part of Object.values(f)) expect(part).toBeGreaterThanOrEqual(0);
        expect(f.coolDownMin).toBeGreaterThanOrEqual(5);
        // Where breaks take more than there is, two minutes of work are kept.
        expect(sum).toBeLessThanOrEqual(whole + 2 * f.breaks + 2);
        expect(sum).toBeGreaterThanOrEqual(whole - 1);
      }),
      { numRuns: 300, seed: 101 },
    );
  });

  test('a three-year-old, a green horse and heat each shorten it', () => {
    const most = (horse: object, wishes: object = {}) => mostMinutes(request(horse, wishes));
    expect(most({ age: 3 })).toBe(30);
    expect(most({ stage: 2 })).toBe(45);
    expect(most({})).toBe(60);
    expect(most({}, { hot: true })).toBe(40);
  });
});

describe('the way round the track', () => {
  const sizes = [
    { widthM: 20, lengthM: 60, insetM: 0 },
    { widthM: 20, lengthM: 40, insetM: 0.5 },
  ];

  test.each(sizes)('%j: there and back is once round, on either rein', (arena) => {
    const track = trackOf(arena);
    const place = fc.double({ min: 0, max: track.lengthM, noNaN: true });
    fc.assert(
      fc.property(place, place, (a, b) => {
        const [there, back] = [track.wayM('left', a, b), track.wayM('left', b, a)];
        const sum = there + back;
        // A place just behind counts as where the horse stands.
        const whole = [0, track.lengthM].some((m) => Math.abs(sum - m) < 1.6);
        expect(whole).toBe(true);
        expect(track.wayM('right', a, b)).toBeCloseTo(back, 9);
      }),
      { numRuns: 200, seed: 102 },
    );
  });

  test('the long arena is 160 m round; K to H on the right rein is 48 m', () => {
    const track = trackOf(sizes[0]!);
    expect(track.lengthM).toBeCloseTo(160, 9);
    expect(track.wayM('right', track.letter('K'), track.letter('H'))).toBeCloseTo(48, 9);
    expect(track.wayM('left', track.letter('H'), track.letter('K'))).toBeCloseTo(48, 9);
    expect(track.wayM('left', track.letter('A'), track.letter('F'))).toBeCloseTo(16, 9);
    expect(() => track.letter('Q')).toThrow('no letter Q');
  });

  test('letters of the rail stand in their order, anticlockwise from F', () => {
    const track = trackOf(sizes[0]!);
    const order = ['F', 'P', 'B', 'R', 'M', 'C', 'H', 'S', 'E', 'V', 'K', 'A'];
    const places = order.map((name) => track.letter(name));
    expect([...places].sort((a, b) => a - b)).toEqual(places);
    for (const letter of lettersOf(sizes[0]!).filter((l) => l.side !== 'centre')) {
      expect(track.placeOf(letterOnTrack(sizes[0]!, letter))).toBeCloseTo(
        track.letter(letter.name),
        9,
      );
    }
  });
});

describe('the mark of a set', () => {
  test.each(EXERCISES.map((e) => [e.id, e] as const))('%s is read back', (_, e) => {
    e.rungs.forEach((_r, rung) => {
      const { lesson: bare } = parseLesson(
        'A trot working\nC circle left 20\nwalk break 2 min\nB halt\n',
      );
      const [begins, ...rest] = bare.items;
      const marked: Lesson = {
        ...bare,
        items: [{ ...begins!, set: setMarkOf(e, rung) } as Item, ...rest],
      };
      const { lesson } = parseLesson(printLesson(marked));
      expect(lesson.items[0]).toMatchObject({ set: setMarkOf(e, rung) });
      expect(printLesson(lesson)).toBe(printLesson(marked));
      expect(setOf(lesson.items[0]!)).toEqual({ exercise: e.id, rung });
      // The break ends it.
      expect([...setsIn(lesson).values()]).toHaveLength(2);
    });
  });

  test('other comments are none', () => {
    expect(setOf({ before: [' settle first', ' allowed turns-dense: small hall'] })).toBeNull();
    expect(setOf({})).toBeNull();
    const { lesson } = parseLesson('\n# soft\n# set trot-circle 2: Circle\nA trot working\n');
    // Below another comment it stays where it was written, and is the mark all the same.
    expect(lesson.items[0]).not.toHaveProperty('set');
    expect(setOf(lesson.items[0]!)).toEqual({ exercise: 'trot-circle', rung: 1 });
  });

  test('a further round says which it is, and belongs to the same set', () => {
    const text =
      '# set trot-circle 2: Circle\nE trot working, circle left 20\n# set trot-circle 2 round 2\nE circle left 20\n# set trot-circle 2 round 3: Circle\nA circle left 20\n';
    const { lesson } = parseLesson(text);
    expect(printLesson(lesson)).toBe(text);
    const mark = { exercise: 'trot-circle', rung: 1 };
    expect(lesson.items.map((i) => ('set' in i ? i.set : null))).toEqual([
      { ...mark, name: 'Circle' },
      { ...mark, round: 2 },
      { ...mark, round: 3, name: 'Circle' },
    ]);
    expect([...setsIn(lesson).values()]).toEqual([mark, mark, mark]);
    // The first round is not counted, and no set has a hundred.
    for (const other of ['round 1', 'round 0', 'round 100', 'round'])
      expect(
        parseLesson(`# set trot-circle 2 ${other}\nA walk\n`).lesson.items[0],
      ).not.toHaveProperty('set');
  });

  test('in a lesson that was kept long ago it stands in a comment', () => {
    expect(setOf({ before: ['', ' set trot-circle 3: Circle in trot, 15 m'] })).toEqual({
      exercise: 'trot-circle',
      rung: 2,
    });
  });
});

describe('the need of a scale', () => {
  const one = fc.record({
    mean: fc.double({ min: 0, max: 10, noNaN: true }),
    sd: fc.constantFrom(0.3, 1, 2),
  });
  const levels = fc.record(
    Object.fromEntries(SCALES.map((s) => [s, fc.record({ left: one, right: one })])),
  );

  test('lies between nothing and the theme’s, and falls as the scale is confirmed', () => {
    fc.assert(
      fc.property(levels, fc.constantFrom(...SCALES), (known, theme) => {
        const horse = horseFileSchema.parse({ name: 'M', stage: 5, levels: known, theme });
        const needs = needsOf(horse);
        const better = {
          ...known,
          [theme]: { left: { mean: 10, sd: 0.3 }, right: { mean: 10, sd: 0.3 } },
        };
        const after = needsOf(horseFileSchema.parse({ ...horse, levels: better }));
        for (const scale of SCALES) {
          for (const rein of ['left', 'right'] as const) {
            expect(needs[scale][rein]).toBeGreaterThan(0);
            expect(needs[scale][rein]).toBeLessThanOrEqual(1.5 + 1e-9);
          }
        }
        expect(after[theme].left).toBeLessThanOrEqual(needs[theme].left + 1e-9);
        // What stands above a confirmed scale is needed no less than before.
        for (const scale of SCALES.slice(SCALES.indexOf(theme) + 1)) {
          expect(after[scale].left).toBeGreaterThanOrEqual(needs[scale].left - 1e-9);
        }
      }),
      { numRuns: 200, seed: 103 },
    );
  });

  test('the lowest scale that is not confirmed comes first', () => {
    const at = (mean: number) => ({ left: { mean, sd: 0.4 }, right: { mean, sd: 0.4 } });
    const horse = horseFileSchema.parse({
      name: 'M',
      stage: 5,
      levels: Object.fromEntries(SCALES.map((s, i) => [s, at(i < 2 ? 7.5 : 5)])),
    });
    const needs = needsOf(horse);
    const first = [...SCALES].sort((a, b) => needs[b].left - needs[a].left)[0];
    expect(first).toBe('contact');
  });
});

describe('the pen', () => {
  const circle = findExercise('trot-circle')!;
  const chosen = (
    id: string,
    seconds: number,
  ): [Chosen, { spots: []; seconds: number; endsIn: 'trot' }] => [
    {
      candidate: {
        id,
        exercise: circle,
        rung: 0,
        phase: 'work',
        leastMin: 1,
        difficulty: 'plain trot',
        canterShare: 0,
        roundS: seconds,
        asked: [],
        worth: { left: 1, right: 1 },
        forScale: 'rhythm',
        readiness: {
          exercise: circle.id,
          rung: 0,
          status: 'confirmed',
          probability: 1,
          level: null,
          because: 'It is.',
          wouldChange: '',
        },
      },
      minutes: { left: 1, right: 1 },
    },
    { spots: [], seconds, endsIn: 'trot' },
  ];

  test('never lets the work between two breaks grow beyond what the horse bears', () => {
    const horse = profileOfFile(horseFileSchema.parse({ name: 'M', stage: 2 }));
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 30, max: 240 }), { minLength: 1, maxLength: 14 }),
        (rounds) => {
          const sets = rounds.map((seconds, i) => chosen(`s${i}`, seconds));
          const byId = new Map(
            sets.map(([c]) => [c.candidate.id, { chosen: c, why: 'For rhythm: the even beat' }]),
          );
          const timeOf = new Map(sets.map(([c, r]) => [c.candidate.id, r]));
          const steps: LaidStep[] = rounds.map((_, i) => ({
            set: `s${i}`,
            spot: { rein: 'left', at: 'A', entry: 0, exit: 0, text: `A circle left 20 x${i + 1}` },
          }));
          let made = 0;
          const pen = new Pen(horse, USUAL_WRITING, () => `i${++made}`);
          const items = pen.write(steps, byId, (c) => timeOf.get(c.candidate.id)!);
          let since = 0;
          let round = 0;
          const lines = printLesson({ version: 1, items }).split('\n');
          for (const line of lines) {
            if (line.startsWith('walk break')) since = 0;
            else if (line.startsWith('A circle')) since += rounds[round++]!;
            expect(since).toBeLessThanOrEqual(8 * 60);
          }
          expect(round).toBe(rounds.length);
          expect(lines.filter((l) => l.includes(' -- For rhythm'))).toHaveLength(rounds.length);
        },
      ),
      { numRuns: 150, seed: 104 },
    );
  });
});

test.each(STAGE_NUMBERS)(
  'at stage %s the shelf has the whole checklist, work and stretches for every approach',
  (stage) => {
    const known = { mean: 6, sd: 0.5 };
    const levels = Object.fromEntries(SCALES.map((s) => [s, { left: known, right: known }]));
    for (const approach of APPROACHES) {
      const { candidates } = candidatesOf(request({ stage, approach, levels }, {}));
      const inPhase = (phase: string) => candidates.filter((c) => c.phase === phase);
      const asked = new Set(inPhase('warm-up').flatMap((c) => c.exercise.checks));
      expect([approach, WARM_UP_CHECKS.filter((c) => !asked.has(c))]).toEqual([approach, []]);
      expect(inPhase('work').length).toBeGreaterThanOrEqual(8);
      expect(inPhase('stretch').length).toBeGreaterThanOrEqual(3);
    }
  },
);

describe('what is said with a plan', () => {
  const chosen = (id: string, status: Status): Chosen =>
    ({
      candidate: { exercise: findExercise(id)!, readiness: { status } },
      minutes: { left: 2, right: 2 },
    }) as unknown as Chosen;
  const said = (
    of: Parameters<typeof request>,
    more: Partial<Selection> = {},
    shut: readonly { exercise: string; because: string }[] = [],
  ) => {
    const selection = { chosen: [], brokenPins: [], unchecked: [], objective: 1, gap: 0, ...more };
    return notesOf(
      request(...of),
      { candidates: [], shut, needs: {} } as unknown as OnOffer,
      selection,
    );
  };

  test('nothing, when there is nothing to take care of', () => {
    expect(said([{}, {}], { chosen: [chosen('travers', 'confirmed')] })).toEqual([]);
  });

  test('what is new is not ridden alone', () => {
    const list = [chosen('trot-circle', 'confirmed'), chosen('travers', 'new')];
    expect(said([{}, {}], { chosen: list })).toEqual([
      '“Travers” is new: have someone on the ground.',
    ]);
  });

  test('heat, and a horse that is not fit, hand over to those who decide', () => {
    const notes = said([{ fitness: 'unfit' }, { hot: true, minutes: 20 }]).join(' ');
    expect(notes).toContain('the yard and the federation; they come first');
    expect(notes).toContain('only by the vet’s plan');
  });

  test('fewer minutes than were asked are told', () => {
    expect(said([{ age: 3 }, { minutes: 60 }])).toEqual([
      'You asked for 60 minutes; 30 are enough for Marram: it is 3 years old.',
    ]);
  });

  test('a wish that could not be kept says why, when it is known', () => {
    const shut = [{ exercise: 'renvers', because: 'It belongs to stage 6.' }];
    expect(said([{}, {}], { brokenPins: ['renvers', 'travers'] }, shut)).toEqual([
      '“Renvers” isn’t in it: It belongs to stage 6.',
      '“Travers” doesn’t fit with the rest of what you asked for.',
    ]);
    expect(said([{}, {}], { unchecked: ['steps sideways'] })).toEqual([
      'The warm-up does not ask “steps sideways”; begin the work with it.',
    ]);
  });
});

describe('the programme as the solver takes it', () => {
  test('packs each row: its bounds, its columns, what is named twice added up', () => {
    const { variables, costs, lower, upper, starts, indices, values } = packed({
      objective: [
        ['a', 1.5],
        ['b', -2],
        ['a', 0.5],
      ],
      constraints: [
        {
          name: 'one of them',
          terms: [
            ['b', 1],
            ['a', 1],
            ['b', 2],
          ],
          sense: '<=',
          limit: 1,
        },
        { name: 'empty', terms: [], sense: '>=', limit: 0 },
        { name: 'a new one', terms: [['c', -1]], sense: '>=', limit: -1 },
        { name: 'just so', terms: [['a', 1]], sense: '=', limit: 1 },
      ],
    });
    expect(variables).toEqual(['a', 'b', 'c']);
    expect([...costs]).toEqual([2, -2, 0]);
    expect([...lower]).toEqual([-Infinity, -1, 1]);
    expect([...upper]).toEqual([1, Infinity, 1]);
    expect([...starts]).toEqual([0, 2, 3, 4]);
    expect([...indices]).toEqual([1, 0, 2, 0]);
    expect([...values]).toEqual([3, 1, -1, 1]);
  });
});
