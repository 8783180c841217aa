import { describe, expect, test } from '@jest/globals';
import { reviewed } from '@canter-book/core/review/reviewed';
import { sampleRide } from '@canter-book/core/ride/sample';
import type { Horse } from '@canter-book/core/book/records';
import { someHorse } from '../../testing/render.tsx';
import { profileOf } from '@canter-book/core/book/profile';
import { derive } from './derive.ts';
import { firstText, withHorse } from './writing/firstText.ts';
import { horseOutline } from '../arena/horseFigure.ts';

const horse = (name: string, heightCm: number, stage: Horse['stage']): Horse =>
  someHorse({ id: name, name, heightCm, stage, bornYear: null });
const HORSES = [horse('Marram', 130, 2), horse('Bollard', 172, 5)];

describe('what the desk derives from the text', () => {
  test('a new lesson has nothing to find fault with', () => {
    for (const h of [null, HORSES[0]!]) {
      const { parsed, ride } = derive(firstText(h), HORSES);
      expect(parsed.faults).toEqual([]);
      expect(reviewed(parsed, ride).open).toEqual([]);
    }
  });

  test('the margin shows metres and strides of this horse, times of phases, and when a call comes', () => {
    const text = (name: string) =>
      `horse "${name}"\nphase work 5 min\nA trot working\nC circle left 20\n`;
    const small = derive(text('marram'), HORSES);
    expect(small.horse!.name).toBe('Marram');
    expect(small.margin.get(2)).toMatch(/^0:\d\d of 5:00$/);
    expect(small.margin.get(3)).toBe('at 0:00');
    // 19 m ridden: 59.7 m, in strides of 2.73 m × 130/165.
    expect(small.margin.get(4)).toBe('60 m · 28 strides');
    expect(derive(text('Bollard'), HORSES).margin.get(4)).toBe('60 m · 21 strides');
    expect(derive(text('Nobody'), HORSES).horse).toBeNull();
  });

  test('the horse of a lesson is a line of its text', () => {
    const text = 'lesson "a"\narena 20x40\nA trot working\n';
    const named = withHorse(text, 'Marram');
    expect(named.split('\n').slice(0, 3)).toEqual(['lesson "a"', 'arena 20x40', 'horse "Marram"']);
    expect(withHorse(named, 'Bollard')).toBe(named.replace('Marram', 'Bollard'));
    expect(withHorse(named, null)).toBe(text);
    expect(withHorse('', 'Marram')).toBe('horse "Marram"\n');
  });
});

test('own limits go before the stage’s, one by one; an empty field keeps the stage’s', () => {
  const limits = { smallestCircleM: { trot: 12 }, breakEveryMin: undefined, steepestDeg: 15 };
  const profile = profileOf(someHorse({ stage: 4, limits } as never), '2026-05-01');
  expect(profile.limits).toEqual({
    smallestCircleM: { walk: 6, trot: 12, canter: 12 },
    steepestDeg: 15,
  });
  expect(profileOf(someHorse(), '2026-05-01').limits).toEqual({});
  const [strict] = [someHorse({ name: 'Marram', limits: { smallestCircleM: { trot: 18 } } })];
  const { parsed, ride } = derive('horse "Marram"\nA trot working\nB circle left 15\n', [strict]);
  const codes = reviewed(parsed, ride).open.map((f) => f.code);
  expect(codes).toContain('circle-too-small');
});

test('the horse’s figure is half as large again as a horse of 3 m, and bends with the line', () => {
  const { ride } = derive('arena 20x60\nstart A trot working left\nE circle left 10\n', []);
  const { startsAtS } = ride.movements.find((m) => m.kind === 'circle')!;
  const outline = horseOutline(sampleRide(ride, startsAtS + 2)!);
  const [nose, tail] = [outline[0]!, outline[outline.length / 2 - 1]!];
  const length = Math.hypot(nose.x - tail.x, nose.y - tail.y);
  expect(length).toBeGreaterThan(4.2);
  expect(length).toBeLessThan(4.7);
  const straight = horseOutline(sampleRide(ride, 1)!);
  expect(Math.abs(straight[0]!.y - straight[straight.length / 2 - 1]!.y)).toBeLessThan(0.1);
});
