import { describe, expect, test } from '@jest/globals';
import { parseLesson } from '@canter-book/core/notation/parse';
import { delivered, type Change } from '../../kept/keptSlice.ts';
import { someSession, someTeaching, someTry } from '../../testing/teaching.ts';
import * as ringside from './ringsideSlice.ts';
import { elapsedS, ringsideSlice, type RingsideState } from './ringsideSlice.ts';

const { reducer } = ringsideSlice;
const session = someSession({ id: 's1', horseId: 'h1' });
const teaching = () => someTeaching(session);
const aTry = (id: string) => someTry('s1', id);

const run = (...actions: Parameters<typeof reducer>[1][]): RingsideState =>
  actions.reduce<RingsideState>(
    (state, action) => reducer(state, action),
    reducer(undefined, { type: '' }),
  );
const began = ringside.begun(teaching());
const tried = (id: string) => ringside.tried(aTry(id));
/** What the actions carry to the book, in order. */
const kept = (...actions: { type: string; meta?: unknown }[]) =>
  actions.flatMap(({ meta }) =>
    ((meta as { kept?: Change[] } | undefined)?.kept ?? []).map(
      ({ kind, is }) => `${kind} ${is!.id}`,
    ),
  );

describe('recording at the ringside', () => {
  test('carries every thing recorded to the book, in order', () => {
    const actions = [
      began,
      ringside.heldSet({ sessionId: 's1', held: 4 }),
      tried('t1'),
      tried('t2'),
    ] as const;
    expect(kept(...actions)).toEqual(['session s1', 'observation t1', 'observation t2']);
    const state = run(...actions);
    expect(state.teaching['s1']!.held).toBe(0);
    expect(state.teaching['s1']!.tries).toHaveLength(2);
  });

  test('takes a try back by a new observation, not by erasing it', () => {
    const withdrawn = ringside.withdrawn({
      id: 'w1',
      sessionId: 's1',
      at: '2026-01-01T10:06:00Z',
      kind: 'withdrawn',
      corrects: 't1',
    });
    const state = run(began, tried('t1'), withdrawn);
    expect(state.teaching['s1']!.tries).toHaveLength(0);
    expect(kept(began, tried('t1'), withdrawn)).toEqual([
      'session s1',
      'observation t1',
      'observation w1',
    ]);
  });

  test('what the book has of a session is known here, with what another device wrote into it', () => {
    const sent = session;
    const saved = { ...session, revision: 3, homework: 'Two quiet halts' };
    const swapped = { ...session, document: parseLesson('A halt\n').lesson };
    const state = run(
      ringside.begun(someTeaching(swapped)),
      delivered({ key: 'session:s1@p', sent, saved }),
    );
    expect(state.teaching['s1']!.session).toEqual({
      ...swapped,
      ...saved,
      document: swapped.document,
    });
  });

  test('what was begun before the device answered stands on top of what it had kept', () => {
    const { teaching: before } = run(began, tried('t1'));
    const fresh = run(
      ringside.begun(someTeaching({ ...session, id: 's2' })),
      ringside.teachingRestored(before),
    );
    expect(Object.keys(fresh.teaching).sort()).toEqual(['s1', 's2']);
    expect(fresh.teaching['s1']!.tries).toHaveLength(1);
  });

  test('the end sends the session again and then its marks', () => {
    const end = ringside.ended(session, { ...session, endedAt: 'x' }, [aTry('m')]);
    const state = run(
      began,
      ringside.marked({ sessionId: 's1', scale: 'contact', rein: 'left', value: 6.5 }),
      end,
    );
    expect(state.teaching['s1']!.step).toBe('done');
    expect(kept(began, end)).toEqual(['session s1', 'session s1', 'observation m']);
  });

  test('actions for a lesson that is not on the device change nothing', () => {
    const before = run();
    const actions = [
      tried('t1'),
      ringside.heldSet({ sessionId: 's1', held: 1 }),
      ringside.stepSet({ sessionId: 's1', step: 'done' }),
      ringside.clockSet({ sessionId: 's1', clock: { elapsedS: 1, runningSince: null } }),
    ];
    for (const action of actions) expect(reducer(before, action)).toEqual(before);
  });
});

test('the lesson’s clock counts while it runs and stands while it is held', () => {
  expect(elapsedS({ elapsedS: 12, runningSince: null }, 99_000)).toBe(12);
  expect(elapsedS({ elapsedS: 12, runningSince: 90_000 }, 99_000)).toBe(21);
  expect(elapsedS({ elapsedS: 12, runningSince: 99_500 }, 99_000)).toBe(12);
});
