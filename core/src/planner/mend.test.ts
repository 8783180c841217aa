import { describe, expect, test } from '@jest/globals';
import { findExercise } from '../exercises/catalogue.ts';
import type { Finding, RuleFacts } from '../review/finding.ts';
import type { Candidate } from './candidates.ts';
import type { Composed, WrittenSet } from './compose.ts';
import {
  mend,
  oneOfEachKind,
  squeezed,
  stretched,
  trimmed,
  widened,
  type Mended,
  type Trouble,
} from './mend.ts';
import { parseLesson } from '../notation/parse.ts';
import type { Frame } from './timing.ts';
import { USUAL_WRITING, type Writing } from './writing.ts';

/** Each kind of trouble, and what is tried first, then next, and last. */

const set = (id: string, worth: number, rounds = 3): WrittenSet => ({
  chosen: {
    candidate: {
      id: `${id}_0_work`,
      exercise: findExercise(id)!,
      phase: 'work',
      worth: { left: worth, right: worth },
    } as Candidate,
    minutes: { left: 3, right: 3 },
  },
  why: 'For rhythm: the even beat; secure',
  firstRein: 'left',
  rounds: { left: rounds, right: rounds },
});
const composed: Composed = {
  lesson: parseLesson('A trot working\n').lesson,
  kept: new Set(),
  sets: [set('trot-circle', 1), set('shoulder-in', 3), set('trot-large', 0.5)],
  repeats: new Set(['work']),
};
const LEAST = 'trot-large_0_work';

function trouble<C extends keyof RuleFacts>(
  code: C,
  facts: RuleFacts[C],
  more: Partial<Omit<Trouble, 'finding'>> = {},
): Trouble {
  const finding = { code, facts, level: 'warning', itemId: null, act: -1 } as unknown as Finding;
  return { finding, exercise: null, phase: null, ...more };
}
/** What is tried, one after the other, until something is given up. */
function tries(of: Trouble, most = 12, in_ = composed): Mended[] {
  const all: Mended[] = [];
  let writing: Writing = USUAL_WRITING;
  while (all.length < most) {
    const next = mend(of, in_, writing);
    all.push(next);
    if (!next.writing) break;
    writing = next.writing;
  }
  return all;
}
const phase = (seconds: number, over: boolean, name = 'work') =>
  trouble('phase-off-plan', { name, plannedS: 1200, seconds, over } as never, { phase: name });

describe('a part that is too long', () => {
  test('is written with fewer rounds while there are more than one', () => {
    expect(mend(phase(1800, true), composed, USUAL_WRITING).writing!.fill).toEqual({
      ...USUAL_WRITING.fill,
      work: USUAL_WRITING.fill.work * 0.6,
    });
  });

  test('is else chosen for anew, with the fewer minutes the longer it was', () => {
    const bare = { ...composed, repeats: new Set<never>() };
    const by = (seconds: number) => mend(phase(seconds, true), bare, USUAL_WRITING).by!;
    expect(mend(phase(1500, true), bare, USUAL_WRITING).squeeze).toBe('work');
    expect(by(1500)).toBe(3);
    expect(by(2400)).toBeGreaterThan(by(1500));
    expect(by(1441)).toBeGreaterThanOrEqual(1);
  });

  test('a lesson over its most loses as many minutes as it is over', () => {
    const long = trouble('lesson-too-long', { minutes: 49, mostMin: 45 }, { phase: 'warm-up' });
    expect(mend(long, composed, USUAL_WRITING)).toEqual({ squeeze: 'warm-up', by: 4 });
    const fuller = { ...composed, repeats: new Set(['warm-up'] as const) };
    expect(mend(long, fuller, USUAL_WRITING).writing!.fill['warm-up']).toBeLessThan(0.5);
  });
});

test('a green horse is first asked whether it goes without the straight lines between the sets', () => {
  const bare = { ...composed, repeats: new Set<never>() };
  const green = { ...USUAL_WRITING, straighten: 1 as const };
  const long = trouble('lesson-too-long', { minutes: 49, mostMin: 45 }, { phase: 'work' });
  for (const found of [long, phase(1500, true)]) {
    const { writing } = mend(found, bare, green);
    expect(writing).toEqual({ ...green, straighten: 0, plainTried: true });
    // Once: when the review asked for them again, minutes have to go.
    expect(mend(found, bare, { ...writing!, straighten: 1 }).squeeze).toBe('work');
  }
});

test('a part with too little in it is filled first, and then gets shorter', () => {
  const said = tries(phase(100, false, 'stretch'));
  expect(said.length).toBeGreaterThan(2);
  const fills = said.slice(0, -1).map((m) => m.writing!.fill.stretch);
  expect(fills).toEqual([...fills].sort((a, b) => a - b));
  expect(said.at(-1)).toEqual({ trim: 'stretch' });
});

describe('reins that are uneven', () => {
  test('get as many rounds, then rounds more, then lose what is worth least', () => {
    const said = tries(trouble('reins-uneven', { rein: 'left', percent: 30 } as never));
    expect(said[0]!.writing!.evenRounds).toBe(true);
    expect(said.slice(1, -1).map((m) => m.writing!.more)).toEqual(
      [1, 2, 3, 4].map((rounds) => ({ rein: 'right', rounds, gait: 'trot working' })),
    );
    expect(said.at(-1)).toEqual({ ban: LEAST });
  });

  test('a lesson in walk gets its rounds in walk', () => {
    const walked = { ...composed, lesson: parseLesson('A walk medium\n').lesson };
    const even = { ...USUAL_WRITING, evenRounds: true };
    const of = trouble('reins-uneven', { rein: 'right', percent: 30 } as never);
    expect(mend(of, walked, even).writing!.more!.gait).toBe('walk medium');
  });

  test('a gait on one rein only is evened, then something goes', () => {
    const said = tries(trouble('one-sided-gait', { gait: 'canter', rein: 'left' } as never));
    expect(said.map((m) => m.ban ?? null)).toEqual([null, LEAST]);
  });
});

test('a green horse gets straight lines between sets, after every round, then fewer curves', () => {
  const said = tries(trouble('turns-dense', { percent: 55 } as never));
  expect(said.map((m) => m.writing?.straighten)).toEqual([1, 2, undefined]);
  expect(said.at(-1)).toEqual({ ban: 'trot-circle_0_work' });
});

test('breaks come earlier, as far as that is a lesson still', () => {
  const said = tries(trouble('break-overdue', {} as never, { exercise: 'shoulder-in' }));
  const shares = said.slice(0, -1).map((m) => m.writing!.breakShare);
  expect(shares.every((s, i) => s < (shares[i - 1] ?? USUAL_WRITING.breakShare))).toBe(true);
  expect(Math.min(...shares)).toBeGreaterThan(0.3);
  expect(said.at(-1)).toEqual({ ban: 'shoulder-in_0_work' });
});

describe('a transition drilled at one letter', () => {
  const drilled = (letter: string, exercise: string | null = 'shoulder-in') =>
    trouble('transition-drilled', { letter, from: 'a', to: 'b', times: 5 }, { exercise });

  test('goes to another letter, then gets fewer rounds, and is given up last', () => {
    const said = tries(drilled('B'));
    expect(said[0]!.writing!.worn).toEqual(['B']);
    expect(said.slice(1, -1).map((m) => m.writing!.mostRounds)).toEqual([
      { 'shoulder-in_0_work': 2 },
      { 'shoulder-in_0_work': 1 },
    ]);
    expect(said.at(-1)).toEqual({ ban: 'shoulder-in_0_work' });
  });

  test('of several that ask it the one with most rounds gets fewer, and the aim is given up last', () => {
    const asks = (id: string, worth: number, rounds: number) => ({
      ...set(id, worth, rounds),
      transitions: ['a>b@B'],
    });
    const in_: Composed = {
      ...composed,
      aim: 'shoulder-in',
      sets: [asks('shoulder-in', 0.2, 1), asks('trot-circle', 1, 2), asks('trot-large', 3, 1)],
    };
    const said = tries(drilled('B'), 12, in_).slice(1);
    expect(said[0]!.writing!.mostRounds).toEqual({ 'trot-circle_0_work': 1 });
    expect(said[1]).toEqual({ ban: 'trot-circle_0_work' });
    const aimAlone = { ...in_, sets: in_.sets.slice(0, 1) };
    expect(tries(drilled('B'), 12, aimAlone).at(-1)).toEqual({ ban: 'shoulder-in_0_work' });
  });

  test('between two sets it costs what is worth least', () => {
    expect(tries(drilled('C', null)).at(-1)).toEqual({ ban: LEAST });
  });
});

test('what wants a settled gait gets a round of trot before it, or is not for today', () => {
  const said = tries(trouble('gait-unsettled', {} as never, { exercise: 'shoulder-in' }));
  expect(said[0]!.writing!.settled).toEqual(['shoulder-in_0_work']);
  expect(said[1]).toEqual({ ban: 'shoulder-in_0_work' });
});

test('anything else costs the set it speaks of', () => {
  const other = (exercise: string | null) => trouble('not-yet', {} as never, { exercise });
  expect(mend(other('trot-circle'), composed, USUAL_WRITING)).toEqual({
    ban: 'trot-circle_0_work',
  });
  expect(mend(other(null), composed, USUAL_WRITING)).toEqual({ ban: LEAST });
});

test('each kind in each set is mended once', () => {
  const one = trouble('not-yet', {} as never, { exercise: 'trot-circle' });
  const other = trouble('not-yet', {} as never, { exercise: 'shoulder-in' });
  expect(oneOfEachKind([one, one, other, phase(1, true), phase(2, true)])).toHaveLength(3);
});

describe('the minutes of the parts', () => {
  const frame: Frame = {
    walkInMin: 3,
    plainMin: 0,
    warmUpMin: 12,
    workMin: 18,
    stretchMin: 4,
    coolDownMin: 5,
    breaks: 1,
    mostLoad: 90,
  };

  test('are never chosen for under a set on both reins', () => {
    expect(squeezed(frame, 'work', 5).workMin).toBe(13);
    expect(squeezed(frame, 'work', 50).workMin).toBe(4);
    expect(squeezed({ ...frame, workMin: 2 }, 'work', 1).workMin).toBe(2);
    expect(widened(frame, 'stretch').stretchMin).toBe(5);
  });

  test('the stretch takes its minute from the work, or from the warm-up', () => {
    expect(stretched(frame)).toMatchObject({ stretchMin: 5, workMin: 17, warmUpMin: 12 });
    expect(stretched({ ...frame, workMin: 3 })).toMatchObject({ workMin: 3, warmUpMin: 11 });
    expect(stretched({ ...frame, workMin: 0, warmUpMin: 2 }).warmUpMin).toBe(2);
  });

  test('work that gets shorter needs a break less', () => {
    expect(trimmed(frame, 'work')).toMatchObject({ workMin: 16, breaks: 0 });
    expect(trimmed(frame, 'warm-up')).toMatchObject({ warmUpMin: 10, breaks: 1 });
    expect(trimmed({ ...frame, stretchMin: 2 }, 'stretch').stretchMin).toBe(1);
  });
});
