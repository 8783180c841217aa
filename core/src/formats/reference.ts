import { compileRide } from '../ride/compile.ts';
import type { Ride } from '../ride/types.ts';
import { parseLesson } from '../notation/parse.ts';

/**
 * The whole shorthand: how it is written, and what it means. Every form has a row, and each row is ridden
 * and drawn, so that none can go stale. The page of help and `docs/shorthand.md` are made of it.
 */
export interface Row {
  /** As it is written. */
  readonly line: string;
  readonly says: string;
  /** Lines ridden before it, so that it can be. */
  readonly before?: string;
  /** And after it, where it leaves the way on open. */
  readonly after?: string;
}

export interface Group {
  readonly title: string;
  readonly rows: readonly Row[];
}

const CANTER = 'A canter working';
const CENTRE = 'A centre line';
const TEST = 'test "Our own first"';

export const REFERENCE: readonly Group[] = [
  {
    title: 'Where',
    rows: [
      { line: 'C circle left 20', says: 'At a letter: stay on your way until C, then begin.' },
      {
        line: 'F-M shoulder-in',
        says: 'From letter to letter: along one side, or straight across.',
        before: 'A track left',
      },
      { line: 'H-X-F change rein', says: 'The same, through a point.' },
      { line: 'C..E canter left', says: 'Along the track, whatever lies between.' },
      { line: 'H/E canter left', says: 'Halfway between two letters.' },
    ],
  },
  {
    title: 'Circles and loops',
    rows: [
      {
        line: 'E circle left 20 x2',
        says: 'Side, metres, and how often. Without a side: to the inside.',
      },
      {
        line: 'E half circle left 10 return H',
        says: 'Half a circle, and back to the track at H.',
      },
      { line: 'C spiral in 20 to 10', says: 'In over two rounds; “x3” takes three.' },
      {
        line: 'X figure eight 10',
        says: 'Two circles, the first on the present rein.',
        before: 'A centre line',
      },
      { line: 'A serpentine 3 to C', says: 'Three loops, the whole width.' },
      { line: 'H-K loop 5', says: 'A loop along a long side, 5 m deep.' },
      { line: 'E half circle left 20', says: 'Half a circle, and on from there.' },
      { line: 'C three-quarter circle left 20', says: 'Three quarters, and on along the track.' },
      {
        line: 'E reverse half circle right 10',
        says: 'Off the track on a slant, half a circle back to it. “half turn in reverse” is the same.',
      },
      {
        line: 'spiral out 10 to 20 leg-yield',
        says: 'Out again, sideways.',
        before: 'C spiral in 20 to 10',
      },
      { line: 'E square 15', says: 'Sides of 15 m, the first along the track.' },
      { line: 'E diamond 20', says: 'The four points of a 20 m circle, joined straight.' },
      { line: 'C circle left 20 for 2 min', says: 'A time instead of a number of rounds.' },
    ],
  },
  {
    title: 'Lines and changes of rein',
    rows: [
      { line: 'go large x2', says: 'Rounds of the track; “for 3 min” takes a time.' },
      {
        line: 'A centre line',
        says: 'Up the centre; the next line says “C track left”.',
        after: 'C track left',
      },
      { line: 'E turn left', says: 'Across the school.', after: 'B track left' },
      { line: 'H-B change rein', says: 'The short diagonal.' },
      { line: 'C change through circle 20', says: 'Two half circles, through the middle.' },
      {
        line: 'A quarter line',
        says: 'Up the first quarter line; “far” takes the other.',
        after: 'track left',
      },
      {
        line: 'F-X half diagonal',
        says: 'To the centre line, and on along it.',
        after: 'C track left',
      },
      {
        line: 'F inner track 1.5',
        says: 'On to a second track, so many metres in; “outer track” leads back.',
        after: 'outer track',
      },
      { line: 'F rectangle inset 2.4', says: 'In to an inner track, once round, and out.' },
      { line: 'P rectangle between P and R', says: 'That part of the arena, once round.' },
      { line: 'leave A', says: 'Out of the arena, in walk.', before: 'A trot' },
    ],
  },
  {
    title: 'Paces and halts',
    rows: [
      { line: 'A trot working', says: 'Gait and pace, from here on.' },
      {
        line: 'H-X-F change rein, trot lengthened',
        says: 'With a comma: it holds from the start of the line.',
      },
      {
        line: 'E circle left 20, canter left at half',
        says: 'At half, quarter, three-quarter, end, or a letter.',
      },
      { line: 'A halt 4 s, salute', says: 'A halt with its seconds.' },
      { line: 'A walk free, long rein', says: 'A stretch in walk.' },
      { line: 'walk break 2 min', says: 'A rest that counts as one.' },
      { line: 'B trot, rising', says: 'Rising or sitting, until the other is said.' },
      { line: 'B trot, sitting', says: 'And down again.' },
      {
        line: 'C circle left 20, stretch, retake at three-quarter',
        says: 'The neck lets out, and comes back.',
      },
      {
        line: 'C circle left 20, give and retake at half',
        says: 'The rein given for a few strides: nothing changes.',
      },
      { line: 'B halt, rein back 4, proceed trot working', says: 'Steps back, and on at once.' },
      { line: 'A counter-canter', says: 'Canter on the outside lead, and meant so.' },
      {
        line: 'F-X-H change rein, simple change at X',
        says: 'Through walk to the other lead.',
        before: CANTER,
      },
      { line: 'F-X-H change rein, flying change at X', says: 'In the air.', before: CANTER },
      {
        line: 'C circle left 20, changes at circle points -- the second goes out',
        says: 'At each quarter of the circle.',
        before: 'A canter collected',
      },
      {
        line: 'F-X-H changes every 4 x5',
        says: 'Five changes, four strides apart.',
        before: 'A canter collected',
      },
    ],
  },
  {
    title: 'Sideways and strides',
    rows: [
      { line: 'H-K shoulder-in', says: 'Also shoulder-fore, travers, renvers.' },
      {
        line: 'D-M leg-yield right',
        says: 'Forwards and sideways to a letter; half-pass likewise.',
        before: CENTRE,
      },
      { line: 'A transitions trot 8 walk 4 x5', says: 'Eight strides, four steps, five times.' },
      { line: 'A collect 10 forward 10 x4', says: 'Strides gathered and let go.', before: CANTER },
      {
        line: 'X walk pirouette left 180',
        says: 'A turn on the spot, by degrees.',
        before: `A walk collected\n${CENTRE}`,
      },
      { line: 'H-K shoulder-fore', says: 'A little less of it.' },
      { line: 'H-K travers', says: 'Haunches in.' },
      { line: 'H-K renvers', says: 'Haunches out.' },
      {
        line: 'D-E half-pass left',
        says: 'Sideways, bent to where it goes; “to centre by I” ends on a line.',
        before: CENTRE,
      },
      {
        line: 'D zigzag left 5-10-5 to G',
        says: 'Half-passes to and fro, metres to each side.',
        before: CENTRE,
        after: 'C track left',
      },
      {
        line: 'C circle left 20, shoulder-fore',
        says: 'Sideways on a circle: the angle is to the circle. Also shoulder-in, haunches-in.',
      },
      { line: 'C circle left 20, leg-yield', says: 'The line is kept, the body slants out.' },
      { line: 'B turn on forehand left 180', says: 'The quarters go round the shoulders.' },
      { line: 'B turn on haunches left 180', says: 'The shoulders go round the quarters.' },
      {
        line: 'X working pirouette left 180',
        says: 'Round a small circle; “4 m” makes it larger.',
        before: `A canter collected\n${CENTRE}`,
        after: 'E halt',
      },
      {
        line: 'X canter pirouette left 360',
        says: 'On the spot.',
        before: `A canter collected\n${CENTRE}`,
        after: 'C track left',
      },
    ],
  },
  {
    title: 'Counts and conditions',
    rows: [
      {
        line: 'H-K collect 6 forward 8',
        says: 'From letter to letter the counts fill the line.',
        before: CANTER,
      },
      { line: 'A transitions trot 8 walk 0 x4', says: 'The walk is only thought of.' },
      { line: 'A hold 5 soft 3 x6', says: 'Asked into the outer rein, and let soft again.' },
      {
        line: 'F half-steps 6 x4',
        says: 'A few short, high steps, then forward.',
        before: 'A trot collected',
      },
      {
        line: 'B collect on the spot 4',
        says: 'Canter with hardly any ground gained.',
        before: 'A canter collected',
      },
      {
        line: 'E circle left 10 until back',
        says: 'At the ringside until you tap; planned once, three rounds at most.',
      },
      {
        line: 'H-K shoulder-in until lost max 2',
        says: 'Until the first stride that loses it, twice at most.',
      },
    ],
  },
  {
    title: 'In hand, before mounting',
    rows: [
      { line: 'in hand lower head', says: 'Stand, and let the head come down.' },
      { line: 'in hand flex left', says: 'Softly left and right at the poll.' },
      {
        line: 'B in hand shoulders left 3',
        says: 'Steps of the shoulders to a side; the rein is given after each.',
      },
      { line: 'B in hand quarters left 2', says: 'The same with the quarters.' },
      { line: 'B in hand walk on 10', says: 'Ten metres, and halt from your own body.' },
      { line: 'B in hand circle left 6', says: 'A small circle round you.' },
      {
        line: 'in hand shoulder-in H-K',
        says: 'Led to the first letter, then in shoulder-in to the second.',
      },
      { line: 'B in hand rein back 2', says: 'Two steps, out of a halt.' },
    ],
  },
  {
    title: 'Test sheets',
    rows: [
      {
        line: 'test "Our own first" for stage 2',
        says: 'At the head, instead of “lesson”: what follows is ridden and marked, not taught.',
      },
      {
        line: 'box 2 x2 "stretch" -- reaches for the hand',
        says: 'The lines below it share one mark, which counts twice; after the dashes what is looked for.',
        before: TEST,
      },
      { line: 'collective "rider" x2', says: 'A mark for the whole ride.', before: TEST },
      {
        line: 'errors points 2 4 out',
        says: 'What the first and the second error cost; the third ends it. “percent” takes percentage points.',
      },
    ],
  },
  {
    title: 'The frame of a lesson',
    rows: [
      {
        line: 'phase work 18 min',
        says: 'A part with its minutes: warm-up, work, stretch, cool-down.',
      },
      { line: 'repeat 3 {\n  C circle left 20\n}', says: 'Lines that are ridden again.' },
      { line: 'C circle left 20 -- keep the beat', says: 'After two dashes: a note to the rider.' },
      { line: '# look at the left hind', says: 'After #: a note to yourself.' },
      { line: 'poles 3 spaced 1.3 at E', says: 'Poles, a cone, a barrel on the ground.' },
      {
        line: 'F weave poles at B',
        says: 'Over the middle of each pole laid there, off the track and on it again.',
        before: 'poles 3 spaced 2.4 at B staggered',
      },
    ],
  },
];

/** A row of the reference as the lesson it would be. */
export const lessonOfRow = ({ before = '', line, after = '' }: Row) =>
  parseLesson(`arena 20x60\nstart C trot working left\n${before}\n${line}\n${after}\n`);

/** Ridden; null where nothing is ridden for it. */
export function rideOfRow(row: Row): Ride | null {
  const ride = compileRide(lessonOfRow(row).lesson);
  return ride.totals.metres > 0.5 ? ride : null;
}
