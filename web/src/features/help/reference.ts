/**
 * The shorthand, as much of it as fits a page: how it is written, and what it means. Each row is ridden and
 * drawn, so that none can go stale.
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
    ],
  },
];
