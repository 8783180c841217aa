import type { FormId } from '../lesson/forms.ts';

/** How an example is ridden: what comes before it, its line, and its length on paper where a closed form exists. */
export interface Example {
  readonly before?: string;
  readonly line: string;
  /** Metres with sharp corners and no inset, from a closed form; null where it depends on the horse. */
  readonly metres?: number;
  readonly kind?: string;
}

const ex = (line: string, metres?: number, before?: string): Example => ({
  line,
  ...(metres !== undefined && { metres }),
  ...(before && { before }),
});

/** Four arcs: φ = 2·atan(d/h), R = h/(2·sin φ), length 4·R·φ. */
const loopM = (h: number, d: number): number => {
  const phi = 2 * Math.atan(d / h);
  return (4 * phi * h) / (2 * Math.sin(phi));
};

const CANTER = 'A canter collected';
const UP = 'A trot collected\nA centre line';

/**
 * At least one example of every instruction, in a 20 × 60 arena from `start A walk medium left`. The
 * type asks for each; the family tests ride, mirror, print and draw them all.
 */
export const EXAMPLES: Record<FormId, readonly Example[]> = {
  goLarge: [ex('go large', 160), ex('A go large x2', 320), ex('go large for 3 min')],
  track: [ex('C track left', 0, 'A centre line'), ex('C track right', 0, 'A centre line')],
  turn: [ex('E turn left', 0), ex('B turn left', 0)],
  centreLine: [ex('A centre line', 0), ex('C centre line', 0)],
  quarterLine: [ex('A quarter line', 5), ex('A quarter line far', 5), ex('C quarter line near', 5)],
  circle: [
    ex('E circle left 20', 20 * Math.PI),
    ex('C circle left 15 x3', 45 * Math.PI),
    ex('X circle right 8', 8 * Math.PI, 'A centre line'),
    ex('A circle 10', 10 * Math.PI),
    ex('B circle left 20 for 2 min'),
    ex('E circle left 10 until back', 10 * Math.PI),
  ],
  halfCircle: [
    ex('E-B half circle left 20', 10 * Math.PI),
    ex('E half circle left 10', 5 * Math.PI),
  ],
  threeQuarterCircle: [ex('C three-quarter circle left 20', 15 * Math.PI)],
  halfCircleReturn: [
    ex('E half circle left 10 return H', 24 + 5 * (Math.PI + 2 * Math.atan(5 / 24))),
  ],
  reverseHalfCircle: [
    ex('E half turn in reverse right 10', 12 + 5 * (Math.PI + 2 * Math.atan(5 / 12))),
    ex('E reverse half circle right 10', 12 + 5 * (Math.PI + 2 * Math.atan(5 / 12))),
  ],
  changeRein: [
    ex('H-X-F change rein', 52),
    ex('F-X-H change rein', 52),
    ex('H-B change rein', Math.hypot(20, 24)),
  ],
  halfDiagonal: [ex('F-X half diagonal', 26)],
  loop: [ex('H-K loop 5', loopM(24, 5)), ex('F-M loop 10'), ex('H-K loop 0', 48)],
  serpentine: [
    ex('A serpentine 3 to C', 30 * Math.PI),
    ex('A serpentine 4 to C', 4 * ((Math.PI * 15) / 2 + 5)),
    ex('A serpentine 2', 2 * (10 * Math.PI + 10)),
    ex('C serpentine 6 to A', 6 * (5 * Math.PI + 10)),
  ],
  figureEight: [ex('X figure eight 10', 20 * Math.PI, 'A centre line')],
  changeThroughCircle: [
    ex('A change through circle 20', 10 * Math.PI),
    ex('E change through circle 20', 10 * Math.PI),
  ],
  spiralIn: [ex('C spiral in 20 to 10 x2'), ex('E spiral in 20 to 15 x1')],
  spiralOut: [ex('spiral out 10 to 20 x2 leg-yield', undefined, 'C spiral in 20 to 10 x2')],
  square: [ex('C square 10', 40), ex('E square 15', 60)],
  diamond: [
    ex('E diamond 20', 40 * Math.SQRT2),
    ex('A diamond 20', 40 * Math.SQRT2, 'start A walk medium left'),
  ],
  innerTrack: [
    ex('F inner track 1.5', Math.hypot(5, 1.5)),
    ex('E inner track', Math.hypot(5, 1.5)),
  ],
  outerTrack: [ex('E outer track', Math.hypot(5, 2), 'F inner track 2'), ex('B outer track', 0)],
  rectangleInset: [ex('F rectangle inset 2.4', 2 * Math.hypot(5, 2.4) + 160 - 8 * 2.4)],
  rectangleBetween: [ex('P rectangle between P and R', 88), ex('S rectangle between V and S', 88)],
  walk: [ex('B walk'), ex('B walk free'), ex('B collected walk'), ex('F-M walk extended', 48)],
  trot: [ex('B trot'), ex('B trot lengthened'), ex('H-X-F trot medium', 52)],
  canter: [
    ex('B canter'),
    ex('B canter left'),
    ex('F-M canter medium', 48),
    ex('C circle left 20, canter left at half', 20 * Math.PI),
  ],
  counterCanter: [ex('B counter-canter', 0, 'A trot working')],
  flyingChange: [
    ex('F-X-H change rein, flying change at X', 52, CANTER),
    ex('B flying change', 0, CANTER),
  ],
  simpleChange: [ex('F-X-H change rein, simple change at X', 52, CANTER)],
  changes: [ex('C circle left 20, changes at circle points', 20 * Math.PI, CANTER)],
  changesEvery: [
    ex('F-X-H changes every 4 x5', 52, CANTER),
    ex('B changes every 6 x2', undefined, CANTER),
  ],
  transitions: [
    ex('B transitions trot 8 walk 4 x5', undefined, 'A trot working'),
    ex('B transitions walk 6 trot 8 x2'),
    ex('F-M transitions trot 8 walk 4', 48, 'A trot working'),
    ex('B transitions trot 8 walk 0 x4', undefined, 'A trot working'),
  ],
  collectForward: [
    ex('B collect 10 forward 10 x4', undefined, 'A trot working'),
    ex('F-M collect 6 forward 8', 48, CANTER),
    ex('C circle left 20 x2, collect 10 forward 10 x2', 40 * Math.PI, CANTER),
  ],
  collectOnTheSpot: [ex('B collect on the spot 4', undefined, CANTER)],
  holdSoft: [ex('B hold 5 soft 3 x6', undefined, 'A trot working')],
  halfSteps: [ex('F half-steps 6 x4', undefined, 'A trot collected')],
  shoulderFore: [ex('F-M shoulder-fore', 48)],
  shoulderIn: [
    ex('F-M shoulder-in', 48),
    ex('F-M shoulder-in until lost max 2', 48),
    ex('C circle left 20, shoulder-in', 20 * Math.PI),
    ex('H-K shoulder-in left', 48),
  ],
  travers: [ex('H-E travers', 24), ex('H-E haunches-in', 24)],
  renvers: [ex('H-E renvers', 24)],
  legYield: [
    ex('C circle left 20 x2, leg-yield', 40 * Math.PI, 'A trot working'),
    ex('D-M leg-yield right', Math.hypot(10, 48), UP),
    ex('L leg-yield left to track by S', Math.hypot(10, 24), UP),
    ex('F-M leg-yield right', 48),
  ],
  halfPass: [
    ex('D-E half-pass left', Math.hypot(10, 24), UP),
    ex('F-I half-pass left', Math.hypot(10, 36)),
    ex('P half-pass left to centre by I', Math.hypot(10, 24)),
  ],
  zigzag: [ex('D zigzag left 5-10-5 to G', Math.hypot(20, 48), UP)],
  turnOnForehand: [ex('B turn on forehand left 180', 0)],
  turnOnHaunches: [ex('B turn on haunches left 180', 0)],
  walkPirouette: [
    ex('B walk pirouette left 180', 0),
    ex('X walk pirouette right 180', 0, 'A centre line'),
  ],
  canterPirouette: [ex('X canter pirouette left 360', 0, `${CANTER}\nA centre line`)],
  workingPirouette: [
    ex('X working pirouette left 180', 1.5 * Math.PI, `${CANTER}\nA centre line`),
    ex('X working pirouette right 360 4 m', 4 * Math.PI, `${CANTER}\nA centre line`),
  ],
  halt: [ex('X halt', 0, 'A centre line'), ex('B halt 6 s', 0)],
  salute: [ex('X halt, salute', 0, 'A centre line')],
  reinBack: [ex('B halt, rein back 4, proceed trot working', 2.4)],
  leave: [ex('leave A', 0)],
  weavePoles: [
    ex('F weave poles at B', undefined, 'poles 3 spaced 2.4 at B staggered'),
    ex('A weave poles at E', undefined, 'poles 3 spaced 2.4 at E staggered\nA trot'),
  ],
  walkBreak: [ex('walk break 2 min'), ex('walk break 90 s')],
  rising: [ex('B trot, rising', 0)],
  sitting: [ex('B trot, sitting', 0)],
  stretch: [ex('C circle left 20, stretch', 20 * Math.PI)],
  longRein: [ex('B-M walk free, long rein', 24)],
  retake: [ex('C circle left 20, stretch, retake at three-quarter', 20 * Math.PI)],
  giveAndRetake: [
    ex('B give and retake', 0),
    ex('C circle left 20, give and retake at half', 20 * Math.PI),
  ],
  inHandLowerHead: [ex('in hand lower head', 0)],
  inHandFlex: [ex('in hand flex left', 0), ex('B in hand flex right', 0)],
  inHandShoulders: [ex('B in hand shoulders left 3', 0)],
  inHandQuarters: [ex('B in hand quarters left 2', 0)],
  inHandWalk: [ex('B in hand walk on 10', 10)],
  inHandCircle: [ex('B in hand circle left 6', 6 * Math.PI)],
  inHandShoulderIn: [ex('F in hand shoulder-in F-M', 48), ex('in hand shoulder-in H-K')],
  inHandReinBack: [ex('B in hand rein back 2', 1.2)],
};

export const ALL_EXAMPLES: readonly [form: FormId, example: Example][] = Object.entries(
  EXAMPLES,
).flatMap(([form, list]) => list.map((example): [FormId, Example] => [form as FormId, example]));

/** The whole text of an example. */
export const textOf = ({ before, line }: Example): string =>
  `${before ? `${before}\n` : ''}${line}\n`;
