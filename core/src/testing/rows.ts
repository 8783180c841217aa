import type { Rein } from '../arena/rein.ts';
import type { HorseProfile } from '../gaits/horse.ts';
import { OUR_SHEETS } from '../sheet/ours.ts';
import type { RuleCode } from '../review/finding.ts';

/** What practitioners do, as lessons of our own, and what the review says of each. */
export interface PractitionerRow {
  readonly does: string;
  readonly horse: Partial<HorseProfile>;
  readonly lesson: string;
  /** What is said, and rightly; above a hint nothing else is. */
  readonly says?: readonly RuleCode[];
  /** Hints that have to be among what is said. */
  readonly hints?: readonly RuleCode[];
  /** Hints that must not be. */
  readonly silent?: readonly RuleCode[];
}

/** A horse is warm: plain trot and canter on both reins. It ends at A, on the left rein. */
const WARM = `phase warm-up 14 min
walk free, go large for 4 min
A trot working, rising
go large x2
C circle left 20 x2
H-X-F change rein
A circle right 20 x2
A go large x3
A canter, go large x2
A trot working, go large
K-X-M change rein
C canter, go large
C trot working
walk break 2 min
`;

const STRETCH: Readonly<Record<Rein, string>> = {
  left: `A trot working, circle left 20 x2, stretch
F-X-H change rein
C circle right 20 x2
M walk free, long rein`,
  right: `A trot working, circle right 20 x2, stretch
K-X-M change rein
C circle left 20 x2
H walk free, long rein`,
};

/** The work between a warm-up and a stretch that begins on the rein on which the work ends. */
const lesson = (work: string, ends: Rein = 'left', before = WARM): string =>
  `arena 20x60
start A walk medium left
${before}phase work
${work}
walk break 1 min
phase stretch
${STRETCH[ends]}
phase cool-down 8 min
go large for 8 min
`;

export const ROWS: readonly PractitionerRow[] = [
  {
    does: 'shoulder-in by steps: in, straight, in again, in walk and then in trot',
    horse: { stage: 4 },
    lesson: lesson(`A walk medium
F-B shoulder-in
C walk medium
H-E shoulder-in
A trot working
go large
F-B shoulder-in
C trot working
H-E shoulder-in
A go large`),
  },
  {
    does: 'warm-up in twelve minutes, with haunches-in on a 20 m circle in canter',
    horse: { stage: 6 },
    lesson: lesson(
      'A trot working\nF-X-H change rein\nC circle right 20\nM-X-K change rein',
      'left',
      `phase warm-up 12 min
walk free, go large for 3 min
A trot working, rising
go large x2
H-X-F change rein
A canter, go large x2
A trot working
K-X-M change rein
C canter, go large x2
C canter collected, circle left 20, haunches-in
C canter working, go large
C trot working
H-X-F change rein
A canter
A canter collected, circle right 20, haunches-in
A canter working, go large
A trot working
K-X-M change rein
`,
    ),
  },
  {
    does: 'canter shortened and let go, ten and ten down to five and five, on both leads',
    horse: { stage: 5 },
    lesson: lesson(`A trot working
go large
A canter
F collect 10 forward 10 x2
C canter working
H collect 5 forward 5 x2
A trot working
F-X-H change rein
C canter
M collect 10 forward 10 x2
A canter working
K collect 5 forward 5 x2
C trot working
M-X-K change rein`),
  },
  {
    does: 'give and deepen, canter departs on 20 m circles, young',
    horse: { stage: 2, age: 5 },
    lesson: lesson(`A trot working, circle left 20, give and retake at half
A go large
C circle left 20, canter at half
C go large
C trot working
H-X-F change rein
A circle right 20, give and retake at half
A go large
C circle right 20, canter at half
C go large
C trot working
M-X-K change rein`),
  },
  {
    does: 'one change out, one back, then changes at circle points, then seven strides',
    horse: { stage: 7 },
    lesson: lesson(
      `A trot working
go large
A canter collected, circle left 20, flying change at half -- the change goes out
A circle left 20, flying change at half -- and back
A canter working, go large
A canter collected, circle left 20, changes at circle points -- the second and the fourth go out
A canter working, go large
F-X-H canter collected, changes every 7 x3
H canter working
C trot working`,
      'right',
    ),
  },
  {
    does: 'a change of every second stride too early',
    horse: { stage: 7 },
    lesson: lesson(
      `A trot working
go large
F-X-H canter collected, changes every 2 x5
H canter working
C trot working`,
      'right',
    ),
    says: ['changes-too-close', 'gait-unsettled'],
  },
  {
    does: 'halts prepared on two tracks, half-halts in canter, four steps of rein back',
    horse: { stage: 5 },
    lesson: lesson(`A trot working
go large
F-M shoulder-fore
C halt 4 s, proceed trot working
H-K shoulder-fore
A halt 4 s, rein back 4, proceed trot working
go large
A canter
F collect 4 forward 8 x2
C trot working`),
  },
  {
    does: 'a canter depart out of the halt',
    horse: { stage: 5 },
    lesson: lesson(
      'A trot working\ngo large\nA halt 4 s, proceed canter\ngo large\nA trot working',
    ),
    says: ['canter-from-halt'],
  },
  {
    does: 'connected and soft, a 10 m circle until back at the end of short lengthened diagonals',
    horse: { stage: 3 },
    lesson: lesson(
      `A trot working
hold 5 soft 3 x4
H-B trot lengthened
B trot working
F circle right 10 until back
A go large`,
      'right',
    ),
  },
  {
    does: 'a stretch circle and a free walk',
    horse: { stage: 3 },
    lesson: lesson(`A trot working, circle left 20, stretch, retake at three-quarter
A go large
B-M walk free, long rein
M walk medium, retake
C trot working
go large`),
  },
  {
    does: 'poles woven both ways, in walk and in trot',
    horse: { stage: 2 },
    lesson: lesson(
      `poles 3 spaced 2.4 at B staggered
A walk medium
F weave poles at B
C trot working
A weave poles at B
C trot working
H-X-F change rein
C go large
M weave poles at B`,
      'right',
    ),
  },
  {
    does: 'counter-canter, half turn in reverse, shoulder-in in canter, rein back',
    horse: { stage: 6 },
    lesson: lesson(
      `A trot working
go large
F-X-H canter, change rein
H counter-canter
C trot working
go large
B half turn in reverse left 10
M go large
A canter, go large
A canter collected
F-M shoulder-in
M canter working
C trot working
go large
A halt 4 s, rein back 4, proceed trot working
go large`,
    ),
    hints: ['canter-shoulder-in'],
  },
  {
    does: 'small turns, the depart from them, and a spiral out',
    horse: { stage: 4 },
    lesson: lesson(`A walk medium
E circle left 6 x2
A trot working
go large
C circle left 12
C canter
C go large
C trot working
C spiral in left 20 to 12
spiral out left 12 to 20 leg-yield
C go large`),
  },
  {
    does: 'the wrong lead, written wrongly',
    horse: { stage: 4 },
    lesson: lesson('A trot working\ngo large\nA canter right, go large\nA trot working'),
    says: ['wrong-lead'],
  },
  {
    does: 'stretch and ride up in turns, a three-year-old in 25 minutes',
    horse: { stage: 1, age: 3 },
    lesson: `arena 20x60
start A walk medium left
phase warm-up 10 min
walk free, go large for 6 min
A trot working, rising
go large x2
H-X-F change rein
go large x2
phase work
walk break 2 min
A trot working, circle right 20 x2, stretch, retake at half
go large
K-X-M change rein
C circle left 20, leg-yield
C circle left 20 x2, stretch, retake at half
go large x2
phase cool-down 8 min
C walk free, long rein
go large for 8 min
`,
  },
  {
    does: 'the same in 46 minutes',
    horse: { stage: 1, age: 3 },
    lesson:
      'phase warm-up 16 min\ngo large\nphase work 20 min\ngo large\nphase cool-down 10 min\ngo large',
    says: ['phase-off-plan', 'reins-uneven', 'lesson-too-long'],
  },
  {
    does: 'transitions ever closer, and then a stretch',
    horse: { stage: 3 },
    lesson: lesson(`A trot working
go large
F transitions trot 8 walk 5 x4
C trot working
H transitions trot 8 walk 3 x4
A trot working
F transitions trot 8 walk 0 x4
C circle left 20, stretch, retake at three-quarter
go large`),
  },
  {
    does: 'the same, and no stretch after them',
    horse: { stage: 3 },
    lesson: lesson(`A trot working
go large
F transitions trot 8 walk 5 x4
C trot working
H transitions trot 8 walk 3 x4
A trot working, go large`).replaceAll(', stretch', ''),
    hints: ['stretch-missing'],
  },
  {
    does: 'a beginners’ test, read ahead',
    horse: { stage: 2 },
    lesson: OUR_SHEETS[1]!.text,
    silent: ['call-too-short'],
  },
  {
    does: 'an advanced test',
    horse: { stage: 6 },
    lesson: `arena 20x60
enter A canter collected
I halt, rein back 4, proceed trot collected
C track left
H-X-F trot medium
F trot collected
K-V shoulder-in
V circle right 10
V-I half-pass right
C track right
M-E walk extended
E-K walk medium
K canter collected
F-M canter medium
M canter collected
A trot working, circle left 20, stretch, retake at three-quarter
A centre line
G halt, salute
leave A
`,
  },
  {
    does: 'quarter and half walk pirouettes after shortened steps',
    horse: { stage: 6 },
    lesson: lesson(
      `A walk medium
F-B walk collected
B walk pirouette left 180
F walk medium
K trot working
go large`,
      'right',
    ),
  },
  {
    does: 'half a walk pirouette out of a corner',
    horse: { stage: 6 },
    lesson: lesson(
      `A walk medium
C walk collected
H walk pirouette left 180
F walk medium
K trot working
go large`,
      'right',
    ),
    says: ['pirouette-from-corner'],
  },
  {
    does: 'the inner rectangle in walk and trot, then changing circles',
    horse: { stage: 4 },
    lesson: lesson(
      `A walk medium
F rectangle inset 2.4
C trot working
F rectangle inset 2.4
C circle left 20
C change through circle 20
A trot working
go large
A canter
F rectangle inset 2.4
C trot working
go large`,
    ),
  },
  {
    does: 'working pirouettes of three to four metres, left in time, a travers circle, half-pass in canter',
    horse: { stage: 7 },
    lesson: lesson(
      `A trot working
go large
F-M shoulder-in
A canter, go large
A canter collected, circle left 20, travers
A canter working, go large
A canter collected, centre line
X working pirouette left 180 4 m, canter working
A trot working, track left
H-K shoulder-in
F-M shoulder-in
H-K shoulder-in
F walk free, long rein
M walk medium, retake
C trot working
go large
B canter
M canter collected
C centre line
G-B half-pass left
B trot working
go large`,
      'right',
    ),
  },
  {
    does: 'in hand, then light turns round a barrel in walk, trot and canter',
    horse: { stage: 3 },
    lesson: lesson(
      `barrel L
A walk medium
V spiral in left 20 to 6
spiral out left 6 to 20
V trot working, spiral in left 20 to 10
spiral out left 10 to 20
V canter, circle left 20
V go large
C trot working
go large`,
      'left',
      `phase in-hand 5 min
in hand lower head
in hand flex left
in hand flex right
in hand shoulders left 3
in hand shoulders right 3
in hand quarters left 2
in hand quarters right 2
F in hand walk on 6
B in hand circle left 6
in hand shoulder-in B-M
in hand rein back 2
${WARM}`,
    ),
  },
  ...[3, 1].map((shoulderIns): PractitionerRow => ({
    does: `travers, half-steps, forward, a working pirouette, then ${shoulderIns} shoulder-in`,
    horse: { stage: 7 },
    lesson: lesson(`A trot working
go large
F-M travers
C trot collected
H-K half-steps 6 x2
A trot working, go large
A canter, go large
A canter collected, centre line
X working pirouette left 180 3 m, canter working
A trot working, track left
${['H-K shoulder-in', 'F-M shoulder-in', 'H-K shoulder-in'].slice(0, shoulderIns).join('\n')}
F walk free, long rein
M walk medium, retake
C trot working
go large`),
    ...(shoulderIns < 3 && { hints: ['hard-without-shoulder-in'] }),
  })),
  {
    does: 'a square with round corners, narrowing, medium canter between, half a pirouette on the diagonal',
    horse: { stage: 7 },
    lesson: lesson(
      `A trot working
go large
A canter, go large
E square left 20
E canter collected, square left 15
K-A canter working
F-M canter medium
M canter working
E canter collected
H-X-F canter collected, change rein
F trot working
go large`,
      'right',
    ),
  },
];
