import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { Courier, later, LONGEST_RETRY_MS, whenBack, whenLeft, type Sent } from './courier.ts';

beforeEach(() => void jest.useFakeTimers());
afterEach(() => void jest.useRealTimers());

/** A courier whose sendings come to what the test says, one after the other; then nothing waits. */
function bench(...outcomes: Sent[]) {
  const at: number[] = [];
  const begun = Date.now();
  const courier = new Courier(async () => {
    at.push((Date.now() - begun) / 1000);
    await new Promise((answer) => setTimeout(answer, 100));
    return outcomes.shift() ?? 'done';
  }, later);
  return { courier, at };
}
const pass = (ms: number) => jest.advanceTimersByTimeAsync(ms);

describe('a courier', () => {
  test('waits ever longer for a server that is away, half a minute at most', async () => {
    const { courier, at } = bench(...Array<Sent>(8).fill('away'));
    void courier.now();
    await pass(200_000);
    const waits = at.slice(1).map((s, i) => Math.round(s - at[i]! - 0.1));
    expect(waits).toEqual([2, 4, 8, 16, 30, 30, 30, 30]);
    expect(LONGEST_RETRY_MS).toBe(30_000);
  });

  test('does not wait when the server may be back, and begins with short waits again', async () => {
    const { courier, at } = bench('away', 'away', 'away', 'away');
    void courier.now();
    await pass(7000);
    void courier.again();
    await pass(2500);
    expect(at.map(Math.round)).toEqual([0, 2, 6, 7, 9]);
  });

  test('sends one after the other, and again what came meanwhile', async () => {
    const { courier, at } = bench('more', 'more', 'done');
    const first = courier.now();
    expect(courier.now()).toBe(first);
    await pass(250);
    // Asked for while the last of the three is on its way: there may be something new.
    void courier.now();
    await pass(1000);
    expect(at).toEqual([0, 0.1, 0.2, 0.3]);
    await expect(first).resolves.toBeUndefined();
  });

  test('is called off, and goes on after a fault of whoever sends', async () => {
    const { courier, at } = bench();
    courier.soon(700);
    courier.soon(400);
    await pass(399);
    expect(at).toEqual([]);
    courier.stop();
    await pass(5000);
    expect(at).toEqual([]);
    let faults = 1;
    const clumsy = new Courier(async () => {
      if (faults-- > 0) throw new Error('a fault');
      return 'done';
    }, later);
    await expect(clumsy.now()).rejects.toThrow('a fault');
    await expect(clumsy.now()).resolves.toBeUndefined();
  });
});

test('a page is left when it is out of sight or closed, and back when it is seen or online', () => {
  const told: string[] = [];
  const stops = [whenLeft(() => told.push('left')), whenBack(() => told.push('back'))];
  const sight = jest.spyOn(document, 'visibilityState', 'get');
  const becomes = (state: DocumentVisibilityState) => {
    sight.mockReturnValue(state);
    document.dispatchEvent(new Event('visibilitychange'));
  };
  becomes('hidden');
  becomes('visible');
  window.dispatchEvent(new Event('online'));
  window.dispatchEvent(new Event('pagehide'));
  expect(told).toEqual(['left', 'back', 'back', 'left']);
  for (const stop of stops) stop();
  becomes('hidden');
  window.dispatchEvent(new Event('online'));
  expect(told).toHaveLength(4);
  sight.mockRestore();
});
