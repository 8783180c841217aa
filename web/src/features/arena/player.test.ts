import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { Player } from './player.ts';

/** Frames that the test moves by hand. */
let frames: ((now: number) => void)[] = [];
let now = 0;
const frame = (ms: number) => {
  now += ms;
  const due = frames;
  frames = [];
  for (const run of due) run(now);
};

beforeEach(() => {
  frames = [];
  now = 1000;
  jest.spyOn(performance, 'now').mockImplementation(() => now);
  globalThis.requestAnimationFrame = (run) => frames.push(run);
  globalThis.cancelAnimationFrame = () => {
    frames = [];
  };
});
afterEach(() => {
  jest.restoreAllMocks();
});

describe('the play head', () => {
  test('runs in real time, and at its speed', () => {
    const player = new Player();
    player.setDuration(100);
    player.toggle();
    frame(500);
    expect(player.seconds).toBeCloseTo(0.5, 9);
    player.setSpeed(8);
    frame(1000);
    expect(player.seconds).toBeCloseTo(8.5, 9);
  });

  test('stops at the end, and begins anew from there', () => {
    const player = new Player();
    player.setDuration(2);
    player.toggle();
    frame(5000);
    expect(player.seconds).toBe(2);
    expect(player.playing).toBe(false);
    player.toggle();
    expect(player.seconds).toBe(0);
    expect(player.playing).toBe(true);
    player.stop();
    frame(1000);
    expect(player.seconds).toBe(0);
  });

  test('stays within a lesson that became shorter', () => {
    const player = new Player();
    player.setDuration(100);
    player.seek(80);
    player.setDuration(30);
    expect(player.seconds).toBe(30);
    player.seek(-4);
    expect(player.seconds).toBe(0);
  });

  test('tells those that follow it, until they leave', () => {
    const player = new Player();
    player.setDuration(10);
    const [moved, changed] = [jest.fn(), jest.fn()];
    const leave = player.onMove(moved);
    player.onChange(changed);
    player.seek(3);
    expect(moved.mock.calls.map(([s]) => s)).toEqual([0, 3]);
    leave();
    player.seek(4);
    expect(moved).toHaveBeenCalledTimes(2);
    player.setSpeed(4);
    expect(changed).toHaveBeenCalledTimes(1);
    expect(player.state()).toBe('false/4/');
  });

  test('rides a part over and over, until it is let go on', () => {
    const player = new Player();
    player.setDuration(100);
    player.setLoop({ fromS: 10, toS: 12 });
    expect(player.seconds).toBe(10);
    player.toggle();
    for (let i = 1; i <= 6; i++) frame(700);
    expect(player.seconds).toBeGreaterThanOrEqual(10);
    expect(player.seconds).toBeLessThan(12.7);
    player.setLoop(null);
    for (let i = 1; i <= 6; i++) frame(700);
    expect(player.seconds).toBeGreaterThan(12.7);
    player.setLoop({ fromS: 5, toS: 5 });
    expect(player.loop).toBeNull();
    player.stop();
  });
});
