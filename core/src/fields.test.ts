import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { daySchema, idSchema, instantSchema } from './fields.ts';
import { storableText, unstorableIn } from './storable.ts';

describe('what every record is made of', () => {
  test('an id is one id in whatever letters', () => {
    const id = '0197C5A0-0000-7000-8000-63616E746572';
    expect(idSchema.parse(id)).toBe(id.toLowerCase());
    expect(idSchema.safeParse('constructor').success).toBe(false);
  });

  test.each([
    ['2026-02-28', true],
    ['2026-02-30', false],
    ['0000-01-01', false],
    ['1899-12-31', false],
    ['2200-01-01', false],
  ])('%s is a day of the book: %p', (day, is) => {
    expect(daySchema.safeParse(day).success).toBe(is);
  });

  test.each([
    ['2026-05-02T15:00:00Z', true],
    ['2026-05-02T15:00:00+14:00', true],
    ['2026-05-02T15:00:00-14:01', false],
    ['9999-05-02T15:00:00Z', false],
  ])('%s is an instant of the book: %p', (instant, is) => {
    expect(instantSchema.safeParse(instant).success).toBe(is);
  });
});

describe('what no database stores', () => {
  test('is found wherever it lies, with the way to it', () => {
    expect(unstorableIn({ a: [{ b: 'fine' }, { b: 'x\u0000' }] })?.where).toBe('a.1.b');
    expect(unstorableIn({ a: { 'k\ud800': 1 } })?.where).toBe('a');
    expect(unstorableIn('\udc00')).not.toBeNull();
    expect(unstorableIn({ horse: '🐴', n: 1, none: null, yes: true })).toBeNull();
  });

  test('is taken out of a text, and nothing else is', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), (text) => {
        const clean = storableText(text);
        expect(unstorableIn(clean)).toBeNull();
        if (unstorableIn(text) === null) expect(clean).toBe(text);
      }),
      { seed: 11, numRuns: 500 },
    );
  });

  test('depth without end is told, and does not run for ever', () => {
    let deep: unknown = 1;
    for (let i = 0; i < 5000; i++) deep = { items: [deep] };
    expect(unstorableIn(deep)?.what).toContain('too deeply');
  });
});
