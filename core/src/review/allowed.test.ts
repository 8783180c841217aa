import { describe, expect, test } from '@jest/globals';
import { parseLesson } from '../notation/parse.ts';
import { printLesson } from '../notation/print.ts';
import { compileRide } from '../ride/compile.ts';
import { allow, allowedIn, sortAllowed } from './allowed.ts';
import { reviewLesson } from './review.ts';

const TEXT =
  'lesson "Short"\nphase work 12 min\nA trot working\nA centre line\nX halt\nK circle left 20\n';

function reviewed(text: string) {
  const parsed = parseLesson(text);
  const findings = reviewLesson(parsed.lesson, compileRide(parsed.lesson), parsed);
  return { lesson: parsed.lesson, ...sortAllowed(parsed.lesson, findings), findings };
}

describe('a finding that is let stand', () => {
  test('goes with its reason through the text, and only that one is silent', () => {
    const before = reviewed(TEXT);
    for (const finding of before.open.filter((f) => f.from === 'rule' && f.level !== 'error')) {
      const lesson = allow(before.lesson, finding, 'the vet said so\nyesterday')!;
      const after = reviewed(printLesson(lesson));
      expect(after.allowed.map((f) => [f.code, f.reason])).toEqual([
        [finding.code, 'the vet said so yesterday'],
      ]);
      expect(after.open).toHaveLength(before.open.length - 1);
    }
    expect(before.open.length).toBeGreaterThan(1);
  });

  test('is never an error', () => {
    const { open, lesson } = reviewed(TEXT);
    const error = open.find((f) => f.level === 'error')!;
    expect(allow(lesson, error, 'we fly')).toBeNull();
    const forced = reviewed(TEXT.replace('K circle', `# allowed ${error.code}: we fly\nK circle`));
    expect(forced.open.some((f) => f.code === error.code)).toBe(true);
  });

  test('other comments are comments', () => {
    expect(allowedIn([' allowed to go first', ' not allowed x: y', '', ' allowed a-b'])).toEqual([
      { code: 'a-b', reason: '' },
    ]);
  });
});
