import { expect, test } from '@jest/globals';
import { parseLesson } from '../notation/parse.ts';
import { printLesson } from '../notation/print.ts';
import { reviewLesson } from '../review/review.ts';
import { compileRide } from '../ride/compile.ts';
import { TEMPLATES } from './templates.ts';

test.each(TEMPLATES.map((t) => [t.name, t] as const))(
  '%s passes the review, and is written in normal form',
  (name, { text }) => {
    const parsed = parseLesson(text);
    expect(parsed.lesson.title?.text).toBe(name);
    expect(printLesson(parsed.lesson)).toBe(text);
    const findings = reviewLesson(parsed.lesson, compileRide(parsed.lesson), parsed);
    expect(findings.filter((f) => f.level !== 'hint')).toEqual([]);
  },
);
