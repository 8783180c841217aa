import { describe, expect, test } from '@jest/globals';
import { ANY_HORSE, type HorseProfile } from '../gaits/horse.ts';
import { SHEETS, findingsOf } from '../testing/lessons.ts';
import type { RuleCode } from './finding.ts';
import { RULES } from './rules/table.ts';

/** A good lesson, and one of its lines spoilt: the rule that is meant speaks of it. */

const PLAIN = `start A walk medium left
go large for 5 min
repeat 3 {
  A trot working
  E walk medium
}
B trot working
go large
H-X-F change rein
go large x3
K-X-M change rein
go large
A circle left 20, stretch
H-X-F change rein
A circle right 20, stretch
A walk free, long rein
go large for 5 min
`;

interface Spoilt {
  readonly rule: RuleCode;
  readonly line: string;
  readonly by: string;
  readonly horse?: Partial<HorseProfile>;
  readonly lesson?: string;
}

const spoilt = (
  rule: RuleCode,
  line: string,
  by: string,
  horse: Partial<HorseProfile> = {},
): Spoilt => ({ rule, line, by, horse });
const plain = (rule: RuleCode, line: string, by: string): Spoilt => ({
  rule,
  line,
  by,
  lesson: PLAIN,
});

const CIRCLE = 'B circle right 20';
const LOOP = 'K-H loop 5';
const SHEET = `test "Ours"
enter A trot working
box 1 "entry"
X halt 4 s, salute, proceed trot working
C track left
box 2 x2 "circle"
E circle left 20
collective "paces"
`;
const IN_HAND = (line: string) => `phase in-hand 5 min\n${line}`;
const LAST = 'A halt 4 s, salute';

const SPOILT: readonly Spoilt[] = [
  spoilt('figure-leaves-arena', 'C circle left 20 x2', 'C circle right 20 x2'),
  spoilt('arena-too-small', 'C circle left 20 x2', 'C circle left 21 x2'),
  spoilt('circle-too-small', CIRCLE, 'B circle right 8'),
  spoilt('loops-too-tight', LOOP, 'A serpentine 7 to C'),
  spoilt('stretch-too-small', 'A circle right 20\n', 'A circle right 10, stretch\n'),
  spoilt('restricted', LOOP, 'K-H shoulder-in', {
    restrictions: [
      { what: { kind: 'no lateral' }, saidBy: 'the vet', from: '2026-05-01', until: null },
    ],
  }),
  spoilt('not-yet', LOOP, 'K-H renvers'),
  spoilt('lateral-too-steep', LOOP, 'K half-pass right to centre by V', { stage: 5 }),
  spoilt('shoulder-in-unbent', LOOP, 'E-H shoulder-in'),
  spoilt('pirouette-from-corner', LOOP, 'K walk pirouette right 180', { stage: 6 }),
  spoilt('pirouette-unshortened', LOOP, 'E walk pirouette right 180', { stage: 6 }),
  spoilt('pirouette-no-line-out', LAST, 'A walk pirouette right 180', { stage: 6 }),
  spoilt('depart-after-pirouette', LOOP, 'E walk pirouette right 180, then canter left', {
    stage: 6,
  }),
  spoilt('canter-from-halt', LOOP, 'E halt, proceed canter'),
  spoilt(
    'changes-too-close',
    'H-X-F change rein  #',
    'H-X-F change rein, canter at quarter, flying change at X  #',
  ),
  spoilt('counter-canter-tight', CIRCLE, 'B counter-canter, circle right 20', { stage: 3 }),
  spoilt('collected-too-long', CIRCLE, 'B trot collected, circle right 20'),
  spoilt('no-forward-after', LAST, 'A trot collected, circle left 20'),
  spoilt('break-overdue', 'walk break 2 min', 'go large', { stage: 1 }),
  spoilt('gait-unsettled', LOOP, 'K-H shoulder-in, walk'),
  spoilt('repeated-too-often', 'C circle left 20 x2', 'C circle left 20 x6'),
  plain('transition-drilled', 'repeat 3 {', 'repeat 4 {'),
  spoilt('reins-uneven', 'C circle left 20 x2', 'C circle left 20 x20'),
  spoilt('hollow-side-less', 'C circle left 20 x2', 'C circle left 20 x4', { hollowSide: 'right' }),
  spoilt('one-sided-gait', CIRCLE, 'B canter, circle right 20 x3'),
  spoilt('hard-without-shoulder-in', LOOP, 'E half-steps 4 x2', { stage: 6 }),
  spoilt('turns-dense', 'C circle left 20 x2', 'C circle left 14 x40', { stage: 2 }),
  plain('letter-behind', 'B trot working', 'E trot working\nS trot working'),
  spoilt('canter-not-plain-first', CIRCLE, 'B canter collected, circle right 20'),
  spoilt('collected-walk-too-long', LOOP, 'K walk collected, go large'),
  spoilt('big-canter-in-corner', LOOP, 'K canter medium, go large'),
  plain(
    'no-stretch-after-transitions',
    'A circle left 20, stretch\nH-X-F change rein\nA circle right 20, stretch\nA walk free, long rein',
    'A transitions trot 5 walk 3 x5\nA walk',
  ),
  plain(
    'stretch-one-sided',
    'stretch\nH-X-F change rein\nA circle right 20, stretch',
    'stretch\nA retake\nH-X-F change rein\nA circle right 20',
  ),
  spoilt('halt-from-canter-early', CIRCLE, 'B canter, circle right 20, halt'),
  spoilt(
    'outward-change-unannounced',
    CIRCLE,
    'B canter collected, circle right 20, changes at circle points',
    { stage: 7 },
  ),
  plain('too-little-of-gait', 'go large x3', 'go large x9'),
  spoilt('warm-up-missing', 'phase warm-up 12 min', 'phase work 12 min'),
  spoilt('cold-collection', 'A trot working\n', 'A trot collected\n'),
  spoilt('stretch-missing', 'circle left 20 x2, stretch', 'circle left 20 x2'),
  plain('walk-at-end-missing', 'long rein\ngo large for 5 min', 'long rein\ngo large for 1 min'),
  spoilt('no-long-rein-after', LAST, 'A trot collected, half-steps 4', { stage: 6 }),
  plain('lengthening-unbalanced', 'K-X-M change rein', 'K-X-M trot medium'),
  spoilt('halt-off-line', CIRCLE, 'B circle right 20, halt'),
  spoilt('rein-back-unprepared', LOOP, 'E rein back 4'),
  plain('call-too-short', 'A circle right 20, stretch', 'F/A sitting'),
  spoilt('equipment-in-way', '# for a windy day', 'cone X'),
  spoilt('poles-spacing', '# for a windy day', 'poles 3 spaced 1 at B'),
  spoilt('poles-missed', '# for a windy day', 'poles 3 spaced 2.4 at B staggered'),
  spoilt('phase-off-plan', 'phase warm-up 12 min', 'phase warm-up 2 min'),
  spoilt('approach-otherwise', CIRCLE, 'B trot collected, circle right 20'),
  spoilt('lesson-too-long', 'phase work 18 min', 'phase work 50 min'),
  { ...spoilt('marked-twice', 'box 2 x2', 'box 1 x2', { stage: 3 }), lesson: SHEET },
  { ...spoilt('box-misplaced', 'test "Ours"', 'lesson "Ours"'), lesson: SHEET },
  { ...spoilt('box-empty', 'C track left\n', 'C track left\nbox 9\n'), lesson: SHEET },
  spoilt('canter-shoulder-in', LOOP, 'K canter, go large\nK-H shoulder-in', { stage: 6 }),
  spoilt(
    'in-hand-too-long',
    '# for a windy day',
    IN_HAND('in hand flex left x30, in hand flex right x30'),
  ),
  spoilt('in-hand-late', LOOP, 'E halt, in hand flex left'),
  spoilt('in-hand-drilled', '# for a windy day', IN_HAND('in hand quarters left 6')),
  spoilt('ridden-in-hand', '# for a windy day', IN_HAND('C circle left 20')),
  spoilt('wrong-lead', CIRCLE, 'B canter left, circle right 20'),
];

describe('one line spoilt', () => {
  test('every rule is here', () => {
    expect(SPOILT.map((s) => s.rule).sort()).toEqual(RULES.map((r) => r.code).sort());
  });

  test.each(SPOILT)('$rule: $by', ({ rule, line, by, horse, lesson = SHEETS.lesson }) => {
    const profile = { ...ANY_HORSE, ...horse };
    const codes = (text: string) => findingsOf(text, profile).map((f) => f.code);
    const bad = lesson.replace(line, () => by);
    expect(bad).not.toBe(lesson);
    expect(codes(lesson)).not.toContain(rule);
    expect(codes(bad)).toContain(rule);
  });
});
