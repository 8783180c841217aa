import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { storableText, unstorableIn } from './storable.ts';

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
