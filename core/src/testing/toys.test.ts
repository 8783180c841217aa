import { afterEach, expect, jest, test } from '@jest/globals';
import type { Horse } from '../book/records.ts';
import type { Observation } from '../observations/observation.ts';

/** What one change costs: a toy of each kind is its file and its line in the table, and works everywhere. */

afterEach(() => void jest.resetModules());

test('a figure is read, printed, completed, ridden, chosen, explained and weighed', async () => {
  const { figures } = await import('../figures/table.ts');
  const { act } = await import('../forms/contract.ts');
  const { pattern } = await import('../forms/pattern.ts');
  const { arc } = await import('../geometry/arc.ts');
  const toy = act<{ side: 'left' | 'right'; radiusM: number }>({
    kind: 'toy-round',
    hard: 'changing',
    called: 'round of the toy',
    learnedFrom: 3,
    shows: { contact: 4 },
    pattern: pattern('toyround {side:side} {radiusM:metres}'),
    plan: ({ at, headingRad }, { side, radiusM }) => ({
      legs: [{ curve: arc(at, headingRad, radiusM, (side === 'left' ? 2 : -2) * Math.PI) }],
    }),
    examples: [{ line: 'C toyround left 6', metres: 12 * Math.PI }],
    palette: [{ group: 'Circles', name: 'toy', says: '{a} toyround {in} 6' }],
    help: [{ section: 'Circles and loops', line: 'C toyround left 6', says: 'Round, for once.' }],
  });
  jest.resetModules();
  jest.unstable_mockModule('../figures/table.ts', () => ({ figures: { ...figures, toy } }));
  const { parseLesson } = await import('../notation/parse.ts');
  const { printLesson } = await import('../notation/print.ts');
  const { compileRide } = await import('../ride/compile.ts');
  const { FORM_WORDS } = await import('../lesson/forms.ts');
  const { mirrorLesson } = await import('../lesson/mirror.ts');
  const { reviewed } = await import('../review/reviewed.ts');
  const { PALETTE } = await import('../placing/palette.ts');
  const { REFERENCE } = await import('../formats/reference.ts');
  const { ALL_EXAMPLES } = await import('./examples.ts');
  const { demandsOf } = await import('../sheet/demands.ts');

  const text = 'lesson "Toy"\nA trot working\nC toyround left 6 x2\n';
  const { lesson, faults } = parseLesson(text);
  expect(faults).toEqual([]);
  expect(printLesson(lesson)).toContain('C toyround left 6 x2');
  expect(printLesson(mirrorLesson(lesson))).toContain('C toyround right 6 x2');
  expect(FORM_WORDS).toContain('toyround');
  const ride = compileRide(lesson);
  expect(ride.faults).toEqual([]);
  const rounds = ride.movements.filter((m) => (m.kind as string) === 'toy-round');
  expect(rounds.reduce((sum, m) => sum + m.metres, 0)).toBeCloseTo(2 * 2 * Math.PI * 6, 6);
  // What its file says of it, the rules go by.
  const young = compileRide(lesson, { ...ride.horse, stage: 1 });
  const said = reviewed(parseLesson(text), young).open;
  expect(said.map(({ code }) => code)).toContain('no-long-rein-after');
  expect(said.find(({ code }) => code === 'not-yet')?.what).toBe(
    'The round of the toy belongs to stage 3; this horse is at stage 1.',
  );
  const box = { itemIds: rounds.map((m) => m.itemId) };
  expect(demandsOf(box, ride).contact).toBeGreaterThan(0.6);
  // The desk, the help and the tests of the family go by it as well.
  const circles = PALETTE.find(({ name }) => name === 'Circles')!.choices;
  expect(circles.map(({ name }) => name)).toContain('toy');
  expect(REFERENCE.flatMap(({ rows }) => rows.map((r) => r.says))).toContain('Round, for once.');
  expect(ALL_EXAMPLES.map(([, { line }]) => line)).toContain('C toyround left 6');
});

test('a rule speaks, in its own words', async () => {
  const { RULES } = await import('../review/rules/table.ts');
  const { rule } = await import('../review/rule.ts');
  const toy = rule({
    code: 'toy-halts',
    level: 'hint',
    source: 'practice',
    check: (ride) => [{ itemId: ride.movements[0]!.itemId, act: 0, facts: { times: 3 } }],
    say: ({ times }: { times: number }) => ({
      what: `Toy: ${times} halts.`,
      why: 'One is enough.',
    }),
  });
  jest.resetModules();
  jest.unstable_mockModule('../review/rules/table.ts', () => ({ RULES: [...RULES, toy] }));
  const { parseLesson } = await import('../notation/parse.ts');
  const { compileRide } = await import('../ride/compile.ts');
  const { reviewed } = await import('../review/reviewed.ts');
  const parsed = parseLesson('A trot working\nA circle left 20\n');
  const { open } = reviewed(parsed, compileRide(parsed.lesson));
  expect(open.find(({ code }) => (code as string) === 'toy-halts')).toMatchObject({
    level: 'hint',
    what: 'Toy: 3 halts.',
    line: 1,
  });
});

test('an observation is checked, said, measured, written into a table and noted', async () => {
  const { KINDS } = await import('../observations/kinds/table.ts');
  const { halfSchema, half, kindOf, place, seen } = await import('../observations/kind.ts');
  const toy = kindOf(seen('toy', { ...place, swing: halfSchema }), {
    said: ({ swing }) => `the tail swings: ${swing}`,
    measure: { sd: 2, says: 'As it is.', read: ({ swing }) => ({ suppleness: swing }) },
    table: {
      says: 'value: 0 to 10',
      gait: true,
      read: (value) => ({ swing: Number(value) }),
      write: ({ swing }) => [String(swing), ''],
    },
    instrument: {
      name: 'tail',
      group: 'feel',
      place: 'line',
      entries: [half('swing', 'swing', 5)],
    },
  });
  jest.resetModules();
  jest.unstable_mockModule('../observations/kinds/table.ts', () => ({ KINDS: { ...KINDS, toy } }));
  const { ALL_KINDS, observationSchema, sayObservation } =
    await import('../observations/observation.ts');
  const { evidenceOf, MEASURES } = await import('../progress/evidence.ts');
  const { READING_KINDS, readingCells } = await import('../formats/readingsCsv.ts');
  const id = '0190a0b0-0000-7000-8000-000000000001';
  const entered = { id, sessionId: id, at: '2026-01-01T10:00:00Z', kind: 'toy', swing: 7.5 };
  const parse = (o: object): Observation => observationSchema.parse(o);
  expect(() => parse({ ...entered, rein: 'left', gait: 'trot', swing: 11 })).toThrow();
  const o = parse({ ...entered, rein: 'left', gait: 'trot' });
  expect(sayObservation(o)).toBe('the tail swings: 7.5');
  expect(evidenceOf([o])).toMatchObject([
    { scale: 'suppleness', rein: 'left', value: 7.5, variance: 4, from: id },
  ]);
  expect(MEASURES.map((m) => m.kind as string)).toContain('toy');
  expect(READING_KINDS as readonly string[]).toContain('toy');
  expect(readingCells('2026-01-01', 'Marram', o)).toEqual([
    ...['2026-01-01', 'Marram', 'toy', 'left', 'trot', '7.5', ''],
  ]);
  expect(ALL_KINDS.filter((k) => k.instrument).map((k) => k.kind as string)).toContain('toy');
});

test('a chain stands on the shelf, is laid on both reins, and may be planned', async () => {
  const { CHAINS } = await import('../exercises/chains/table.ts');
  const { chain, exercise, rung } = await import('../exercises/exercise.ts');
  const { BEND } = await import('../exercises/aids.ts');
  const { FAULTS } = await import('../exercises/faults.ts');
  const toy = chain({
    id: 'toys',
    name: 'Toys',
    about: 'For once.',
    faculties: ['bend'],
    remarks: { 'steady-hand': 'Steady.', 'stretch-first': 'Long.', 'light-rein': 'Light.' },
    exercises: [
      exercise({
        id: 'toy-circle',
        name: 'Circle of the toy',
        purpose: 'Round, for once.',
        builds: { suppleness: 4 },
        stage: 1,
        gaits: ['trot'],
        template: '{at} trot working\n{at} circle left {size}',
        at: ['A', 'E'],
        rungs: [rung('20 m', { size: 20 })],
        load: 2,
        aids: BEND,
        good: { measure: 'Roundness', threshold: 'Round.' },
        leaveWhen: 'Round twice.',
        repair: null,
        faults: [FAULTS.quick],
      }),
    ],
  });
  jest.resetModules();
  jest.unstable_mockModule('../exercises/chains/table.ts', () => ({ CHAINS: [...CHAINS, toy] }));
  const { chainOf } = await import('../exercises/catalogue.ts');
  const { CATALOGUE } = await import('../exercises/shelf.ts');
  const { missingNames } = await import('../exercises/graph.ts');
  const { sitesOf } = await import('../exercises/sites.ts');
  const { candidatesOf } = await import('../planner/candidates.ts');
  const { horseFileSchema, wishesSchema } = await import('../planner/request.ts');
  const { LONG_ARENA } = await import('../arena/arena.ts');

  const onShelf = CATALOGUE.find('toy-circle')!;
  expect(onShelf.remarks['light-rein']).toBe('Light.');
  expect(chainOf('toy-circle')?.name).toBe('Toys');
  expect(missingNames(CATALOGUE.exercises)).toEqual([]);
  const sites = sitesOf(onShelf, onShelf.rungs[0]!, LONG_ARENA);
  expect(sites.map(({ at, rein }) => `${at} ${rein}`).sort()).toEqual([
    ...['A left', 'A right', 'B left', 'B right', 'C left', 'C right', 'E left', 'E right'],
  ]);
  const { candidates } = candidatesOf({
    horse: horseFileSchema.parse({ name: 'Marram', stage: 2 }),
    wishes: wishesSchema.parse({ minutes: 40, arena: LONG_ARENA, date: '2026-05-04' }),
  });
  expect(candidates.map((c) => c.exercise.id)).toContain('toy-circle');
});

test('a limit is of every stage, and of one horse where the instructor says so', async () => {
  const { LIMITS } = await import('../gaits/limitTable.ts');
  const toy = {
    stages: { 1: null, 2: 1, 3: 2, 4: 3, 5: 4, 6: 5, 7: 6, 8: 7 },
    own: { label: 'Most toys', least: 1, most: 9 },
  };
  jest.resetModules();
  jest.unstable_mockModule('../gaits/limitTable.ts', () => ({ LIMITS: { ...LIMITS, toy } }));
  const { OWN_LIMITS, STAGE_LIMITS } = await import('../gaits/limits.ts');
  const { ANY_HORSE, limitsOf } = await import('../gaits/horse.ts');
  const { limitsSchema } = await import('../book/records.ts');
  const { profileOf } = await import('../book/profile.ts');
  const { horseFileSchema, profileOfFile } = await import('../planner/request.ts');

  expect(OWN_LIMITS as readonly string[]).toContain('toy');
  expect(STAGE_LIMITS[3]).toMatchObject({ toy: 2 });
  expect(limitsOf({ ...ANY_HORSE, stage: 4 })).toMatchObject({ toy: 3 });
  // Of the book.
  expect(limitsSchema.safeParse({ toy: 10 }).success).toBe(false);
  const limits = limitsSchema.parse({ toy: 8 });
  const horse = { name: 'Marram', stage: 4, measured: [], bornYear: null, limits };
  expect(limitsOf(profileOf(horse as unknown as Horse, '2026-05-04'))).toMatchObject({ toy: 8 });
  // Of the horse file.
  const file = (toy: number) => ({ name: 'Marram', stage: 4, limits: { toy } });
  expect(horseFileSchema.safeParse(file(0)).success).toBe(false);
  expect(limitsOf(profileOfFile(horseFileSchema.parse(file(5))))).toMatchObject({ toy: 5 });
});
