import { describe, expect, test } from '@jest/globals';
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
const began = ringside.begun({ teaching: teaching(), parcelId: 'p1' });
const tried = (id: string) =>
  ringside.tried({ sessionId: 's1', parcelId: `p-${id}`, observation: aTry(id) });

describe('recording at the ringside', () => {
  test('puts every thing recorded into the outbox, in order', () => {
    const state = run(
      began,
      ringside.heldSet({ sessionId: 's1', held: 4 }),
      tried('t1'),
      tried('t2'),
    );
    expect(state.outbox.map((p) => p.id)).toEqual(['p1', 'p-t1', 'p-t2']);
    expect(state.teaching['s1']!.held).toBe(0);
    expect(state.teaching['s1']!.tries).toHaveLength(2);
  });

  test('takes a try back by a new observation, not by erasing it', () => {
    const withdrawn = {
      id: 'w1',
      sessionId: 's1',
      at: '2026-01-01T10:06:00Z',
      kind: 'withdrawn',
      corrects: 't1',
    } as const;
    const state = run(
      began,
      tried('t1'),
      ringside.withdrawn({ sessionId: 's1', parcelId: 'p-w', observation: withdrawn }),
    );
    expect(state.teaching['s1']!.tries).toHaveLength(0);
    expect(state.outbox.map((p) => p.id)).toEqual(['p1', 'p-t1', 'p-w']);
  });

  test('lets a parcel go only when it is confirmed', () => {
    const failed = run(began, tried('t1'), ringside.notReached());
    expect(failed.outbox).toHaveLength(2);
    expect(failed.reached).toBe(false);
    const after = reducer(
      failed,
      ringside.delivered({ parcelId: 'p1', sessionId: 's1', revision: 1 }),
    );
    expect(after.outbox.map((p) => p.id)).toEqual(['p-t1']);
    expect(after.revisions).toEqual({ s1: 1 });
    expect(after.reached).toBe(true);
  });

  test('what was begun before the device answered stands on top of what it had kept', () => {
    const kept = run(began, tried('t1'));
    const fresh = run(
      ringside.begun({
        teaching: { ...teaching(), session: { ...session, id: 's2' } },
        parcelId: 'p9',
      }),
      ringside.restored(kept),
    );
    expect(Object.keys(fresh.teaching).sort()).toEqual(['s1', 's2']);
    expect(fresh.outbox.map((p) => p.id)).toEqual(['p1', 'p-t1', 'p9']);
    expect(run(ringside.restored(null)).restored).toBe(true);
  });

  test('the end sends the session again and then its marks', () => {
    const state = run(
      began,
      ringside.marked({ sessionId: 's1', scale: 'contact', rein: 'left', value: 6.5 }),
      ringside.ended({
        sessionId: 's1',
        parcelId: 'e',
        session: { ...session, endedAt: 'x' },
        observations: [aTry('m')],
      }),
    );
    expect(state.teaching['s1']!.step).toBe('done');
    expect(state.outbox.map((p) => p.kind)).toEqual(['session', 'session', 'observations']);
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
