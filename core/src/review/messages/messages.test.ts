import { describe, expect, test } from '@jest/globals';
import type { Fault } from '../../forms/contract.ts';
import type { SyntaxFault } from '../../notation/faults.ts';
import type { Finding } from '../finding.ts';
import { sentenceOf } from './messages.ts';

/** Every fault in plain words: what, and what to do; no codes, no facts left unsaid. */

const at = { line: 1, column: 1, endColumn: 2 };
const TEXT: readonly SyntaxFault[] = [
  { code: 'unknown-word', word: 'crcle', nearest: 'circle', ...at },
  { code: 'unknown-word', word: 'xyz', nearest: null, ...at },
  { code: 'unexpected', found: 'lft', expected: ['left', 'right'], nearest: 'left', ...at },
  { code: 'unexpected', found: null, expected: [], nearest: null, ...at },
  { code: 'bad-header', header: 'arena', example: 'arena 20x60', ...at },
  { code: 'said-twice', header: 'arena', ...at },
  { code: 'repeat-unclosed', ...at },
  { code: 'repeat-too-deep', most: 4, ...at },
  { code: 'bracket-unopened', ...at },
  { code: 'note-unfit', length: 450, most: 400, ...at },
  { code: 'note-unfit', length: 9, most: 400, ...at },
  { code: 'too-many-at-once', most: 12, ...at },
  { code: 'line-too-long', most: 1000, ...at },
  { code: 'too-long', most: 900, ...at },
];

const RIDE: readonly Fault[] = [
  { code: 'place-not-reached', place: 'E', reached: ['D', 'X', 'G'] },
  { code: 'place-not-reached', place: 'E', reached: [] },
  { code: 'no-such-letter', letter: 'V', known: ['A', 'C'] },
  { code: 'no-such-letter', letter: 'V', known: [] },
  { code: 'course-not-continued', near: 'C' },
  { code: 'turns-back', from: 'K', to: 'H' },
  { code: 'route-missing', kind: 'loop' },
  { code: 'no-room', kind: 'hold-soft', wantedM: 31.42, roomM: 12 },
  { code: 'wrong-place', kind: 'serpentine', wants: 'A or C' },
  { code: 'wrong-gait', kind: 'flying-change', wants: 'canter' },
  { code: 'repeat-open', near: 'B', place: 'K' },
  { code: 'too-many-movements', most: 4000 },
  { code: 'pace-resumed', gait: 'trot', pace: 'working' },
];

const finding = (from: 'text' | 'ride', facts: Fault | SyntaxFault) =>
  ({
    from,
    code: facts.code,
    facts,
    level: 'error',
    source: 'rule',
    itemId: null,
    act: -1,
  }) as Finding;

describe('sentences', () => {
  const all = [...TEXT.map((f) => finding('text', f)), ...RIDE.map((f) => finding('ride', f))];

  test.each(all.map((f) => [f.code, f] as const))('%s', (_code, found) => {
    const { what, why } = sentenceOf(found);
    expect(what).toMatch(/^[A-Z“][^_]{8,}[.?]$/);
    expect(why).toMatch(/^[A-Z].{8,}$/);
    expect(`${what} ${why}`).not.toMatch(/undefined|null|NaN|\[object/);
  });

  test('name the letters that can be reached, and the nearest word', () => {
    expect(sentenceOf(finding('ride', RIDE[0]!)).why).toBe('From here it reaches D, X or G.');
    expect(sentenceOf(finding('text', TEXT[0]!)).what).toContain('Did you mean “circle”?');
    expect(sentenceOf(finding('ride', RIDE[7]!)).why).toBe('It needs 31.4 m, and there are 12 m.');
  });

  test('call a movement by the words of the shorthand', () => {
    expect(
      sentenceOf(finding('ride', { code: 'wrong-place', kind: 'shoulder-in', wants: 'x' })).what,
    ).toContain('shoulder-in');
    expect(
      sentenceOf(finding('ride', { code: 'wrong-place', kind: 'half-circle-return', wants: 'x' }))
        .what,
    ).toContain('half circle');
  });
});
