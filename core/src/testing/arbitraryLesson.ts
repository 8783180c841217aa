import fc from 'fast-check';
import { linesOf, type Instruction, type Item, type Lesson } from '../lesson/document.ts';
import { parseLesson } from '../notation/parse.ts';
import { ALL_EXAMPLES, textOf } from './examples.ts';

/** Random lesson documents for property tests, within what the schema allows. */

const words = fc
  .array(
    fc.constantFrom('keep', 'the', 'beat', 'look', 'up', 'breathe', 'left-hand', '3', '(soft)'),
    {
      minLength: 1,
      maxLength: 6,
    },
  )
  .map((list) => list.join(' '));
const comment = fc.oneof(
  words.map((w) => ` ${w}`),
  fc.constant(''),
);
const before = fc.option(fc.array(comment, { minLength: 1, maxLength: 2 }), { nil: undefined });
const trailing = fc.option(
  words.map((w) => ` ${w}`),
  { nil: undefined },
);
const trivia = fc.record({ before, trailing });
const side = fc.constantFrom('left' as const, 'right' as const);
const diameterM = fc.constantFrom(20, 18, 15, 12, 10, 8, 6, 7.5);
const letter = fc.constantFrom(...'ACKEHFBMXDG');

/** Every instruction of every example: new ones are drawn here by themselves. */
const exampled = fc.constantFrom(
  ...ALL_EXAMPLES.flatMap(([, example]) =>
    linesOf(parseLesson(textOf(example)).lesson.items).flatMap((l) => l.instructions),
  ),
);

const instruction: fc.Arbitrary<Instruction> = fc.oneof(
  { weight: 12, arbitrary: exampled },
  fc.record({ form: fc.constant('circle' as const), params: fc.record({ side, diameterM }) }),
  fc.record({
    form: fc.constant('circle' as const),
    params: fc.record({ diameterM }),
    times: fc.integer({ min: 1, max: 4 }),
  }),
  fc.record({
    form: fc.constant('goLarge' as const),
    params: fc.constant({}),
    lastsS: fc.constantFrom(60, 90, 300),
  }),
  fc.record({
    form: fc.constant('trot' as const),
    params: fc.constantFrom({}, { pace: 'working' }, { pace: 'collected' }),
    at: fc.constantFrom('half' as const, 'quarter' as const),
  }),
  fc.record({
    form: fc.constant('canter' as const),
    params: fc.record({ lead: side, pace: fc.constantFrom('working', 'medium') }),
  }),
  fc.record({
    form: fc.constant('walk' as const),
    params: fc.constantFrom({ pace: 'free' }, { proceed: true }),
  }),
  fc.record({
    form: fc.constant('halt' as const),
    params: fc.constantFrom({}, { seconds: 4 }, { seconds: 2.5 }),
  }),
  fc.record({
    form: fc.constant('halfCircleReturn' as const),
    params: fc.record({ side, diameterM, to: letter }),
  }),
  fc.record({
    form: fc.constant('serpentine' as const),
    params: fc.record({ loops: fc.integer({ min: 1, max: 9 }), to: fc.constantFrom('A', 'C') }),
  }),
  fc.record({
    form: fc.constant('walkBreak' as const),
    params: fc.record({ lasts: fc.constantFrom(45, 60, 120) }),
  }),
  fc.record({
    form: fc.constant('stretch' as const),
    params: fc.constant({}),
    then: fc.constant(true as const),
  }),
  fc.constantFrom<Instruction>(
    { form: 'changeRein', params: {} },
    { form: 'centreLine', params: {} },
    { form: 'flyingChange', params: {}, at: 'X' },
    { form: 'giveAndRetake', params: {} },
    { form: 'simpleChange', params: {} },
  ),
);

const place = fc.oneof(
  fc.constant(null),
  letter.map((name) => ({ kind: 'at' as const, letter: name })),
  fc
    .array(letter, { minLength: 2, maxLength: 4 })
    .map((letters) => ({ kind: 'route' as const, letters })),
  fc.record({ kind: fc.constant('along' as const), from: letter, to: letter }),
  fc.tuple(letter, letter).map((letters) => ({ kind: 'between' as const, letters })),
);

let next = 0;
const id = fc.constant(null).map(() => `t${++next}`);

/** Drops what is undefined, as the documents of the book have it. */
const dense = <T extends object>(value: T): T =>
  Object.fromEntries(Object.entries(value).filter(([, v]) => v !== undefined)) as T;

const line: fc.Arbitrary<Item> = fc
  .record({
    id,
    place,
    instructions: fc.array(instruction, { minLength: 1, maxLength: 3 }),
    note: fc.option(words, { nil: undefined }),
    trivia,
  })
  .map(({ trivia: t, ...rest }) => dense({ kind: 'line' as const, ...rest, ...t }) as Item);

const phase: fc.Arbitrary<Item> = fc
  .record({
    id,
    name: fc.constantFrom('warm-up' as const, 'work' as const, 'stretch' as const),
    minutes: fc.option(fc.constantFrom(5, 12, 7.5), { nil: undefined }),
    trivia,
  })
  .map(({ trivia: t, ...rest }) => dense({ kind: 'phase' as const, ...rest, ...t }) as Item);

const corners: fc.Arbitrary<Item> = fc
  .record({ id, radiusM: fc.constantFrom(0, 3, 4.5), trivia })
  .map(({ trivia: t, ...rest }) => dense({ kind: 'corners' as const, ...rest, ...t }) as Item);

const ground: fc.Arbitrary<Item> = fc
  .record({ id, letter, what: fc.constantFrom('cone' as const, 'barrel' as const), trivia })
  .map(({ trivia: t, ...rest }) => dense({ kind: 'ground' as const, ...rest, ...t }) as Item);

const poles: fc.Arbitrary<Item> = fc
  .record({
    id,
    letter,
    count: fc.option(fc.integer({ min: 1, max: 6 }), { nil: undefined }),
    spacedM: fc.option(fc.constantFrom(0.8, 1.3, 2.4), { nil: undefined }),
    lay: fc.option(fc.constantFrom('staggered' as const, 'across' as const), { nil: undefined }),
  })
  .map((rest) => dense({ kind: 'ground' as const, what: 'poles' as const, ...rest }) as Item);

const coefficient = fc.option(fc.integer({ min: 2, max: 5 }), { nil: undefined });

const sheetItem: fc.Arbitrary<Item> = fc
  .oneof(
    fc.record({
      kind: fc.constant('box' as const),
      number: fc.integer({ min: 1, max: 40 }),
      coefficient,
      title: fc.option(words, { nil: undefined }),
      directive: fc.option(words, { nil: undefined }),
    }),
    fc.record({ kind: fc.constant('collective' as const), name: words, coefficient }),
    fc.record({
      kind: fc.constant('errors' as const),
      how: fc.constantFrom('points' as const, 'percent' as const),
      costs: fc.array(fc.constantFrom(0.5, 1, 2, 4), { minLength: 1, maxLength: 3 }),
    }),
  )
  .chain((item) =>
    fc.record({ id, trivia }).map(({ id, trivia: t }) => dense({ id, ...item, ...t }) as Item),
  );

const repeat: fc.Arbitrary<Item> = fc
  .record({
    id,
    times: fc.integer({ min: 1, max: 5 }),
    items: fc.array(line, { maxLength: 3 }),
    trivia,
    tail: before,
    closing: trailing,
  })
  .map(({ trivia: t, ...rest }) => dense({ kind: 'repeat' as const, ...rest, ...t }) as Item);

export const arbitraryLesson: fc.Arbitrary<Lesson> = fc
  .record({
    title: fc.option(
      fc
        .tuple(words, fc.constantFrom(undefined, {}, { stage: 3 as const }), trivia)
        .map(([text, test, t]) => dense({ text, test, ...t })),
      { nil: undefined },
    ),
    arena: fc.option(
      fc.constantFrom(
        { widthM: 20, lengthM: 60, insetM: 0.5 },
        { widthM: 20, lengthM: 40, insetM: 0 },
        { widthM: 15, lengthM: 32.5, insetM: 0.8 },
      ),
      { nil: undefined },
    ),
    approach: fc.option(
      fc.constantFrom({ name: 'steady-hand' as const }, { name: 'light-rein' as const }),
      { nil: undefined },
    ),
    start: fc.option(
      fc.constantFrom(
        {
          how: 'start' as const,
          letter: 'A',
          gait: 'walk' as const,
          pace: 'medium' as const,
          rein: 'right' as const,
        },
        {
          how: 'enter' as const,
          letter: 'A',
          gait: 'trot' as const,
          pace: 'working' as const,
          rein: 'left' as const,
        },
      ),
      { nil: undefined },
    ),
    items: fc.array(
      fc.oneof({ weight: 6, arbitrary: line }, phase, corners, ground, poles, sheetItem, repeat),
      {
        maxLength: 8,
      },
    ),
    tail: before,
  })
  .map((lesson) => dense({ version: 1 as const, ...lesson }) as Lesson);
