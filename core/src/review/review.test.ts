import { describe, expect, test } from '@jest/globals';
import { ANY_HORSE, type HorseProfile } from '../gaits/horse.ts';
import { parseLesson } from '../notation/parse.ts';
import { printLesson } from '../notation/print.ts';
import { compileRide } from '../ride/compile.ts';
import { SHEETS, codesOf, findingsOf } from '../testing/lessons.ts';
import { ROWS } from '../testing/rows.ts';
import { sentenceOf } from './messages/messages.ts';
import type { RuleCode } from './finding.ts';
import { reviewLesson } from './review.ts';
import { RULES } from './rules/table.ts';

interface Sides {
  readonly rule: RuleCode;
  /** A text that is just right, and one that is just not. */
  readonly fits: string;
  readonly fails: string;
  readonly horse?: Partial<HorseProfile>;
}

const sides = (
  rule: RuleCode,
  fits: string,
  fails: string,
  horse: Partial<HorseProfile> = {},
): Sides => ({
  rule,
  fits,
  fails,
  horse,
});

const TROT = 'A trot working\n';
const CANTER = 'A canter collected\n';
const IN_HAND = 'phase in-hand 5 min\n';
const UP = 'A trot collected\nA centre line\n';
/** A whole lesson's frame, so that what is asked of whole lessons is asked. */
const whole = (
  work: string,
  more = 'go large for 3 min\nH-X-F change rein\ngo large for 3 min\n',
) =>
  `phase warm-up 10 min\ngo large for 5 min\nphase work 15 min\n${TROT}${more}${work}\nphase cool-down 6 min\nA walk free, long rein\ngo large for 5 min\n`;

/** Each rule on both sides of its threshold. */
const SIDES: readonly Sides[] = [
  sides('figure-leaves-arena', 'E circle left 20', 'K circle left 20'),
  sides('figure-leaves-arena', 'B circle left 10', 'start A walk medium right\nB circle left 10'),
  sides('arena-too-small', 'arena 15x40\nE circle left 15', 'arena 15x40\nE circle left 16'),
  sides('circle-too-small', `${TROT}B circle left 15`, `${TROT}B circle left 14`, { stage: 2 }),
  sides(
    'circle-too-small',
    'A canter\nB circle left 12',
    `${TROT}A circle left 10, canter at half`,
    { stage: 4 },
  ),
  sides('circle-too-small', `${TROT}C spiral in 20 to 10`, `${TROT}C spiral in 20 to 9`, {
    stage: 4,
  }),
  sides('circle-too-small', `${TROT}B circle left 15`, `${TROT}B circle left 12`, {
    stage: 5,
    age: 4,
  }),
  sides('loops-too-tight', `${TROT}A serpentine 4 to C`, `${TROT}A serpentine 5 to C`, {
    stage: 2,
  }),
  sides(
    'stretch-too-small',
    `${TROT}C circle left 15, stretch`,
    `${TROT}B circle left 12, stretch`,
  ),
  sides('not-yet', `${TROT}F-M shoulder-in`, `${TROT}F-M renvers`, { stage: 4 }),
  sides(
    'not-yet',
    `${TROT}B halt\nE walk collected\nE walk pirouette left 180`,
    `${CANTER}A centre line\nX canter pirouette left 180`,
    { stage: 6 },
  ),
  sides('lateral-too-steep', `${UP}D-M leg-yield right`, `${UP}D-B leg-yield right`, { stage: 2 }),
  sides(
    'lateral-too-steep',
    `${TROT}P half-pass left to centre by I`,
    `${TROT}P half-pass left to centre by X`,
    { stage: 5 },
  ),
  sides('shoulder-in-unbent', `${TROT}F-M shoulder-in`, `${TROT}P-M shoulder-in`),
  sides(
    'pirouette-from-corner',
    'A walk collected\nB walk pirouette left 180',
    'A walk collected\nF walk pirouette left 180',
    { stage: 6 },
  ),
  sides(
    'pirouette-unshortened',
    'A walk collected\nB walk pirouette left 180',
    'B walk pirouette left 180',
    { stage: 6 },
  ),
  sides(
    'pirouette-no-line-out',
    'A walk collected\nB walk pirouette left 180\nF walk medium',
    'A walk collected\nB walk pirouette left 180',
    { stage: 6 },
  ),
  sides(
    'depart-after-pirouette',
    'A walk collected\nB walk pirouette left 180\ncanter left',
    'A walk collected\nB walk pirouette left 180\ncanter right\ngo large',
    { stage: 6 },
  ),
  sides('canter-from-halt', 'B halt\nB walk\nM canter\nC halt', 'B halt\nB canter\nC trot'),
  sides(
    'changes-too-close',
    `${CANTER}F-X-H changes every 4 x3`,
    `${CANTER}F-X-H changes every 3 x3`,
    { stage: 6 },
  ),
  sides(
    'changes-too-close',
    `${CANTER}F-X-H change rein, flying change at X\nC circle right 20`,
    `${CANTER}F-X-H changes every 6 x2`,
    { stage: 5 },
  ),
  sides(
    'changes-too-close',
    `${CANTER}F-X-H change rein, simple change at X\nC circle right 20`,
    `${CANTER}F-X-H change rein, flying change at X\nC circle right 20`,
    { stage: 4 },
  ),
  sides(
    'counter-canter-tight',
    'A counter-canter\nC circle left 20',
    'A counter-canter\nC circle left 15',
    { stage: 5 },
  ),
  sides(
    'counter-canter-tight',
    'A counter-canter\nF-M canter',
    'A counter-canter\nC circle left 20',
    { stage: 3 },
  ),
  sides(
    'collected-too-long',
    `${TROT}F-M trot collected\nM trot working\nE walk`,
    `${TROT}F-M trot collected\nM-H trot collected\nH-K trot collected\nK trot working\nF walk`,
    { stage: 4 },
  ),
  sides(
    'no-forward-after',
    `${TROT}F-M trot collected\nM trot working\nE walk`,
    `${TROT}F-M trot collected\nM halt`,
  ),
  sides(
    'break-overdue',
    `${TROT}go large for 7 min\nwalk break 1 min\nA trot working\ngo large for 7 min`,
    `${TROT}go large for 9 min`,
    { stage: 2 },
  ),
  sides('gait-unsettled', `${TROT}F-M shoulder-in`, 'F trot\nF-M shoulder-in'),
  sides('repeated-too-often', 'C circle left 20 x5', 'C circle left 20 x6'),
  sides('repeated-too-often', 'repeat 5 {\nE circle left 10\n}', 'repeat 6 {\nE circle left 10\n}'),
  sides(
    'transition-drilled',
    `${'A trot working\nE walk medium\n'.repeat(3)}go large`,
    `${'A trot working\nE walk medium\n'.repeat(4)}go large`,
  ),
  sides(
    'reins-uneven',
    `${TROT}go large for 8 min\nH-X-F change rein\ngo large for 5 min`,
    `${TROT}go large for 11 min\nH-X-F change rein\ngo large for 5 min`,
  ),
  sides(
    'hollow-side-less',
    whole('K-X-M change rein\ngo large for 60 s'),
    whole('go large for 90 s'),
    {
      hollowSide: 'left',
    },
  ),
  sides(
    'one-sided-gait',
    whole(
      'A canter\ngo large for 40 s\nA trot\nK-X-M change rein\nA canter\ngo large for 40 s\nA trot',
    ),
    whole('A canter\ngo large for 60 s\nA trot'),
  ),
  sides(
    'hard-without-shoulder-in',
    `A trot collected\nF half-steps 4 x2\nE trot working\n${'F-M shoulder-in\n'.repeat(3)}`,
    'A trot collected\nF half-steps 4 x2',
    { stage: 6 },
  ),
  sides(
    'turns-dense',
    whole('go large'),
    whole(
      'C circle right 15 x3\nB circle right 15 x3\nA circle right 15 x3\nE circle right 15 x3',
      '',
    ),
    { stage: 2 },
  ),
  sides('turns-dense', whole('go large'), whole('C circle left 15 x4\nE circle left 15 x4', ''), {
    age: 4,
  }),
  sides(
    'warm-up-missing',
    `go large for 5 min\n${TROT}go large for 8 min`,
    `go large for 4 min\n${TROT}go large for 8 min`,
  ),
  sides(
    'warm-up-missing',
    `phase loosening\n${TROT}go large for 11 min`,
    `phase work\n${TROT}go large for 11 min`,
  ),
  sides(
    'cold-collection',
    whole('A trot collected'),
    `phase warm-up 6 min\ngo large for 5 min\nA trot collected\ngo large for 6 min`,
  ),
  sides('stretch-missing', whole('A circle right 20 x2, stretch'), whole('A circle right 20 x2')),
  sides(
    'walk-at-end-missing',
    `${TROT}go large for 8 min\nA walk free\ngo large for 5 min`,
    `${TROT}go large for 8 min\nA walk free\ngo large for 4 min`,
  ),
  sides(
    'no-long-rein-after',
    'A trot collected\nF half-steps 4 x2\nE walk free, long rein\ngo large',
    'A trot collected\nF half-steps 4 x2\nE trot working',
    { stage: 6 },
  ),
  sides(
    'lengthening-unbalanced',
    `${TROT}H-X-F trot medium\nF trot working\nA circle right 20`,
    `${TROT}H-X-F trot medium\nF trot working\nK-X-M change rein`,
  ),
  sides('halt-off-line', `${TROT}A centre line\nX halt`, `${TROT}C circle left 20\nC halt`),
  sides('rein-back-unprepared', 'B halt, rein back 4', 'B rein back 4'),
  sides(
    'call-too-short',
    `${TROT}K trot medium\nB trot working`,
    `${TROT}K trot medium\nK/A trot working`,
    {},
  ),
  sides('equipment-in-way', 'cone L\nE circle left 10', 'cone X\nA centre line\nG halt'),
  sides(
    'poles-spacing',
    `poles 3 spaced 1.3 at B\n${TROT}go large`,
    `poles 3 spaced 0.9 at B\n${TROT}go large`,
  ),
  sides(
    'poles-missed',
    'poles 3 spaced 2.4 at B staggered\nF weave poles at B',
    'poles 3 spaced 2.4 at B staggered\nF go large',
  ),
  sides('poles-spacing', 'poles 4 spaced 0.8 at E\ngo large', 'poles 4 spaced 1 at E\ngo large'),
  sides(
    'phase-off-plan',
    'phase work 5 min\ngo large for 6 min',
    'phase work 5 min\ngo large for 7 min',
  ),
  sides('phase-off-plan', 'phase work 10 min\ngo large for 3 min', 'phase work 10 min\ngo large'),
  sides(
    'approach-otherwise',
    `approach stretch-first\n${whole('C circle right 20, stretch\nA trot collected')}`,
    `approach stretch-first\n${whole('A trot collected\nC circle right 20, stretch')}`,
  ),
  sides(
    'approach-otherwise',
    `approach steady-hand\n${whole('A hold 5 soft 3 x2')}`,
    `approach light-rein\n${whole('A hold 5 soft 3 x2')}`,
  ),
  sides('lesson-too-long', 'phase work 60 min\ngo large', 'phase work 61 min\ngo large'),
  sides('lesson-too-long', 'phase work 45 min\ngo large', 'phase work 46 min\ngo large', {
    stage: 1,
  }),
  sides(
    'letter-behind',
    'E circle left 10\nV circle left 10',
    'E circle left 10\nS circle left 10',
  ),
  sides(
    'letter-behind',
    'start A trot working right\nH-K loop 5',
    'start A trot working left\nE turn left\nB track left\nP-R loop 5',
  ),
  sides(
    'canter-not-plain-first',
    whole(
      'A canter, go large\nA trot\nK-X-M change rein\nC canter, go large\nC circle left 10\nC trot',
    ),
    whole('A canter, go large\nC circle right 10\nA trot'),
  ),
  sides(
    'collected-walk-too-long',
    'A walk collected\nF-M walk collected\nC walk medium\nE halt',
    'A walk collected\ngo large\nA halt',
    { stage: 6 },
  ),
  sides(
    'big-canter-in-corner',
    'A canter\nF-M canter medium\nM canter working\nC trot',
    'A canter\nF canter medium\nC canter working\nH trot',
  ),
  sides(
    'no-stretch-after-transitions',
    `${TROT}B transitions trot 5 walk 3 x4\nC trot, circle left 20, stretch`,
    `${TROT}B transitions trot 5 walk 3 x4\nC trot, circle left 20`,
  ),
  sides(
    'stretch-one-sided',
    whole('A circle right 20, stretch\nM-X-K change rein\nA circle left 20, stretch'),
    whole('A circle right 20 x2, stretch'),
  ),
  sides(
    'halt-from-canter-early',
    'A canter\nA go large\nA trot\nC halt',
    'A canter\nA go large\nC halt',
    { stage: 5 },
  ),
  sides(
    'outward-change-unannounced',
    `${CANTER}C circle left 20, changes at circle points -- the second goes out`,
    `${CANTER}C circle left 20, changes at circle points`,
    { stage: 7 },
  ),
  sides(
    'too-little-of-gait',
    whole(
      'A canter, go large for 3 min\nA trot\nK-X-M change rein\nA canter, go large for 1 min\nA trot',
    ),
    whole('go large for 5 min'),
  ),
  ...(
    [
      ['B canter, go large', 'B trot, go large', { kind: 'no gait', gait: 'canter' }],
      ['F-M shoulder-in', 'F-M go large', { kind: 'no lateral' }],
      ['poles 3 spaced 2.4 at B staggered\nE trot working', 'E trot working', { kind: 'no poles' }],
      ['go large for 12 min', 'go large for 9 min', { kind: 'minutes', most: 10 }],
    ] as const
  ).map(([bad, good, what]) =>
    sides('restricted', `${TROT}${good}`, `${TROT}${bad}`, {
      restrictions: [{ what, saidBy: 'the vet', from: '2026-05-01', until: null }],
    }),
  ),
  sides('restricted', whole('').replace('go large for 5 min', 'go large for 12 min'), whole(''), {
    restrictions: [
      { what: { kind: 'walk first', minutes: 10 }, saidBy: 'me', from: '2026-05-01', until: null },
    ],
  }),
  sides('not-yet', `${TROT}F-M trot medium`, `${TROT}F-M trot extended`, { stage: 5 }),
  sides('not-yet', 'B halt, rein back 3', 'A walk collected\nB turn on haunches left 180', {
    stage: 4,
  }),
  sides('not-yet', `${TROT}F-M trot lengthened`, `${CANTER}F-X-H change rein, simple change at X`, {
    stage: 2,
  }),
  sides('repeated-too-often', 'E circle left 10\n'.repeat(5), 'E circle left 10\n'.repeat(6)),
  sides(
    'repeated-too-often',
    `${TROT}B transitions trot 5 walk 3 x10`,
    `${TROT}B transitions trot 5 walk 3 x20`,
  ),
  sides(
    'hard-without-shoulder-in',
    `A trot collected\nF half-steps 4 x2\nE trot working\n${'F-M shoulder-in\n'.repeat(3)}`,
    `A trot collected\nF half-steps 4 x2\nE trot working\n${'F-M shoulder-in\n'.repeat(2)}`,
    { stage: 6 },
  ),
  sides(
    'lengthening-unbalanced',
    'A canter\nA circle left 20\nC track left\nF canter medium\nM canter working\nC go large',
    'A canter\nA go large\nF canter medium\nM canter working\nC go large',
  ),
  sides(
    'cold-collection',
    'phase warm-up 15 min\nA trot working\ngo large for 3 min\nA canter collected\ngo large\nphase work 15 min\nA trot',
    'phase warm-up 6 min\nA trot working\ngo large for 3 min\nA canter collected\ngo large\nphase work 15 min\nA trot',
    { stage: 6 },
  ),
  // Twenty metres are hardly a turn.
  sides(
    'turns-dense',
    whole('C circle left 20 x5\nE circle left 20 x5', ''),
    whole('C circle left 12 x5\nE circle left 12 x5', ''),
    {
      stage: 1,
    },
  ),
  sides('circle-too-small', 'barrel E\nE circle left 8\nA halt', 'E circle left 8\nA halt', {
    stage: 2,
  }),
  sides(
    'marked-twice',
    'test "T"\nbox 1\nB circle left 20\nbox 2\nE circle left 20\ncollective "a"',
    'test "T"\nbox 1\nB circle left 20\nbox 1\nE circle left 20\ncollective "a"',
  ),
  sides('box-misplaced', 'test "T"\nbox 1\nB circle left 20', 'box 1\nB circle left 20'),
  sides(
    'box-misplaced',
    'test "T"\nbox 1\nrepeat 2 {\nB circle left 20\n}',
    'test "T"\nrepeat 2 {\nbox 1\nB circle left 20\n}',
  ),
  sides(
    'box-empty',
    'test "T"\nbox 1\nB circle left 20\nbox 2\nE circle left 20',
    'test "T"\nbox 1\nbox 2\nE circle left 20',
  ),
  sides('canter-shoulder-in', `${TROT}F-M shoulder-in`, 'A canter\nF-M shoulder-in', { stage: 6 }),
  sides(
    'in-hand-too-long',
    `${IN_HAND}in hand flex left x24\nin hand flex right x24\n${whole('')}`,
    `${IN_HAND}in hand flex left x30\nin hand flex right x30\n${whole('')}`,
  ),
  sides(
    'in-hand-late',
    `${IN_HAND}in hand flex left\n${TROT}go large`,
    `${TROT}go large\nin hand flex left`,
  ),
  sides(
    'in-hand-drilled',
    `${IN_HAND}in hand shoulders left 4`,
    `${IN_HAND}in hand shoulders left 5`,
  ),
  sides('ridden-in-hand', `${IN_HAND}B in hand circle left 6`, `${IN_HAND}B circle left 10`),
  sides('wrong-lead', 'A counter-canter\nC circle left 20', 'A canter right\nC circle left 20'),
  sides(
    'wrong-lead',
    'A canter\nH-X-F change rein, flying change at X\nA circle right 20',
    'A canter\nH-X-F change rein\nA circle right 20',
  ),
];

const profile = (more: Partial<HorseProfile> = {}): HorseProfile => ({ ...ANY_HORSE, ...more });

test('every rule has its two sides here', () => {
  expect([...new Set(SIDES.map((s) => s.rule))].sort()).toEqual(RULES.map((r) => r.code).sort());
  expect(RULES.length).toBeGreaterThanOrEqual(40);
  // A rule gives way to rules that are there.
  const codes = new Set<string>(RULES.map((r) => r.code));
  const named = RULES.flatMap((r) => [...(r.supersedes ?? []), ...(r.yieldsTo ?? [])]);
  expect(named.filter((code) => !codes.has(code))).toEqual([]);
  expect(named.length).toBeGreaterThan(0);
});

describe('each rule', () => {
  test.each(SIDES)(
    '$rule is silent on $fits and speaks on $fails',
    ({ rule, fits, fails, horse }) => {
      expect(codesOf(fits, profile(horse))).not.toContain(rule);
      expect(codesOf(fails, profile(horse))).toContain(rule);
    },
  );

  test.each(SIDES)('$rule says what, why and where', ({ rule, fails, horse }) => {
    const found = findingsOf(fails, profile(horse)).find((f) => f.code === rule)!;
    const { what, why } = sentenceOf(found);
    expect(what).toMatch(/^.{10,}[.?]$/);
    expect(why).toMatch(/^.{10,}\.$/);
    expect(`${what} ${why}`).not.toMatch(/undefined|NaN|null|Infinity/);
    expect(found.itemId === null || found.line! >= 1).toBe(true);
  });
});

test.each(['steady-hand', 'stretch-first', 'light-rein'])(
  'a well-made lesson in the %s approach gets nothing above a hint',
  (approach) => {
    const text = SHEETS.lesson.replace('stretch-first', approach);
    for (const stage of [4, 6, 8] as const) {
      for (const hollowSide of ['left', 'right', null] as const) {
        const found = findingsOf(text, profile({ stage, hollowSide }));
        expect(found.filter((f) => f.level !== 'hint')).toEqual([]);
      }
    }
  },
);

describe('what practitioners do', () => {
  test.each(ROWS.map((row) => [row.does, row] as const))(
    '%s',
    (_, { lesson, horse, says = [], hints = [], silent = [] }) => {
      const all = findingsOf(lesson, profile(horse));
      const found = all.filter((f) => f.level !== 'hint');
      expect([...new Set(found.map((f) => f.code))]).toEqual(says);
      expect(all.map((f) => f.code)).toEqual(expect.arrayContaining([...hints]));
      expect(all.filter((f) => silent.some((code) => code === f.code))).toEqual([]);
    },
  );
});

test('no rule says again what another one said of the same act', () => {
  const said = findingsOf('arena 15x40\nE circle left 20').map((f) => f.code);
  expect(said.filter((c) => ['arena-too-small', 'figure-leaves-arena'].includes(c))).toEqual([
    'arena-too-small',
  ]);
});

test('the instructor’s own limits go before the stage’s', () => {
  const text = `${TROT}B circle left 10`;
  expect(codesOf(text, profile({ stage: 2 }))).toContain('circle-too-small');
  const limits = { smallestCircleM: { walk: 6, trot: 10, canter: 10 } };
  expect(codesOf(text, profile({ stage: 2, limits }))).not.toContain('circle-too-small');
});

test('one spoilt line of a good lesson is found, and nothing else', () => {
  // Twice round to come back to B is meant here.
  const codes = (text: string) => codesOf(text).filter((c) => c !== 'letter-behind');
  const spoil = (from: string, to: string) => codes(SHEETS.lesson.replace(from, to));
  expect(codes(SHEETS.lesson)).toEqual([]);
  expect(spoil('C circle left 20 x2', 'C circle right 20 x2')).toEqual(['figure-leaves-arena']);
  expect(spoil('B circle right 20', 'B circle right 8')).toEqual(['circle-too-small']);
  expect(
    spoil('go large for 5 min', 'go large for 1 min').filter((c) => c !== 'pace-resumed'),
  ).toEqual([]);
  expect(spoil('phase cool-down 6 min\nC walk free, long rein\ngo large for 5 min\n', '')).toEqual([
    'halt-off-line',
    'walk-at-end-missing',
  ]);
  expect(spoil('phase warm-up 12 min', 'phase work')).toEqual(['warm-up-missing']);
});

test('a fix makes its rule silent, and brings no new error', () => {
  for (const { fails: text, horse: more } of SIDES) {
    const parsed = parseLesson(text);
    const horse = profile(more);
    const before = reviewLesson(parsed.lesson, compileRide(parsed.lesson, horse), parsed);
    for (const finding of before.filter((f) => f.fix)) {
      const mended = printLesson(finding.fix!.apply(parsed.lesson));
      const after = findingsOf(mended, horse);
      expect(after.map((f) => `${f.code}@${f.line}`)).not.toContain(
        `${finding.code}@${finding.line}`,
      );
      const errors = (list: typeof before) => list.filter((f) => f.level === 'error').length;
      expect(errors(after)).toBeLessThanOrEqual(errors(before));
    }
  }
});
