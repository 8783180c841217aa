import type { Item } from '../lesson/document.ts';

/**
 * What can be laid into a lesson by hand. `says` is a line of shorthand with gaps: `{a}` and `{b}` are
 * letters to be chosen, `{in}` and `{out}` the inside and outside of the present rein, `{side}` either
 * side, whichever can be ridden.
 */
export interface Choice {
  readonly name: string;
  readonly says: string;
  /** Between which two letters it is ridden: of one side (or the centre line), or of two. */
  readonly between?: Between;
}

export type Between = 'one side' | 'two sides' | 'long sides';

export interface PaletteGroup {
  readonly name: string;
  readonly choices: readonly Choice[];
}

const choice = (name: string, says: string, between?: Between): Choice => ({
  name,
  says,
  ...(between && { between }),
});

/** What a test sheet is marked by: the next box, another mark for the whole ride, what errors cost. */
export function sheetGroup(items: readonly Item[]): PaletteGroup {
  const boxes = items.flatMap((item) => (item.kind === 'box' ? [item.number] : []));
  return {
    name: 'Marks',
    choices: [
      choice('box', `box ${Math.min(99, Math.max(0, ...boxes) + 1)} "movement"`),
      choice('collective mark', 'collective "general impression"'),
      choice('cost of errors', 'errors points 2 4 out'),
    ],
  };
}

export const PALETTE: readonly PaletteGroup[] = [
  {
    name: 'Circles',
    choices: [
      choice('circle', '{a} circle {in} 20'),
      choice('volte', '{a} circle {in} 10'),
      choice('half circle', '{a} half circle {in} 10'),
      choice('spiral in', '{a} spiral in {in} 20 to 10'),
      choice('spiral out', '{a} spiral out {in} 10 to 20'),
      choice('figure of eight', '{a} figure eight {in} 20'),
      choice('square', '{a} square {in} 20'),
      choice('diamond', '{a} diamond {in} 20'),
    ],
  },
  {
    name: 'Change rein',
    choices: [
      choice('across the school', '{a}-{b} change rein', 'long sides'),
      choice('half circle and return', '{a} half circle {in} 10 return {b}'),
      choice('reversed half circle', '{a} reverse half circle {in} 10'),
      choice('through the circle', '{a} change through circle {in} 20'),
      choice('half diagonal', '{a}-{b} half diagonal', 'two sides'),
    ],
  },
  {
    name: 'Lines',
    choices: [
      choice('go large', '{a} go large'),
      choice('straight on to', '{a}-{b}'),
      choice('centre line', '{a} centre line'),
      choice('quarter line', '{a} quarter line'),
      choice('turn across', '{a} turn {in}'),
      choice('track left', '{a} track left'),
      choice('track right', '{a} track right'),
      choice('loop', '{a}-{b} loop 5', 'one side'),
      choice('serpentine', '{a} serpentine 3 to {b}'),
      choice('inner track', '{a} inner track 1.5'),
      choice('outer track', '{a} outer track'),
      choice('rectangle', '{a} rectangle inset 2.5'),
    ],
  },
  {
    name: 'Sideways',
    choices: [
      choice('shoulder-fore', '{a}-{b} shoulder-fore', 'one side'),
      choice('shoulder-in', '{a}-{b} shoulder-in', 'one side'),
      choice('travers', '{a}-{b} travers', 'one side'),
      choice('renvers', '{a}-{b} renvers', 'one side'),
      choice('leg-yield', '{a}-{b} leg-yield {side}', 'two sides'),
      choice('half-pass', '{a}-{b} half-pass {side}', 'two sides'),
    ],
  },
  {
    name: 'Paces',
    choices: [
      choice('walk medium', '{a} walk medium'),
      choice('walk free, long rein', '{a} walk free, long rein'),
      choice('trot working', '{a} trot working'),
      choice('trot lengthened', '{a} trot lengthened'),
      choice('trot medium', '{a} trot medium'),
      choice('trot collected', '{a} trot collected'),
      choice('canter working', '{a} canter working {in}'),
      choice('canter medium', '{a} canter medium {in}'),
      choice('canter collected', '{a} canter collected {in}'),
      choice('counter-canter', '{a} counter-canter'),
      choice('stretch', '{a} stretch'),
      choice('retake', '{a} retake'),
      choice('give and retake', '{a} give and retake'),
    ],
  },
  {
    name: 'Transitions',
    choices: [
      choice('trot and walk', '{a} transitions trot 8 walk 4 x4'),
      choice('trot and canter', '{a} transitions canter 8 trot 8 x4'),
      choice('collect and forward', '{a} collect 8 forward 8 x3'),
      choice('hold and soften', '{a} hold 5 soft 3 x4'),
      choice('simple change', '{a} simple change'),
      choice('flying change', '{a} flying change'),
      choice('changes by the count', '{a}-{b} changes every 4 x3', 'long sides'),
      choice('half-steps', '{a} half-steps 6 x2'),
      choice('canter on the spot', '{a} collect on the spot 4'),
    ],
  },
  {
    name: 'Halts',
    choices: [
      choice('halt', '{a} halt 4 s'),
      choice('halt and salute', '{a} halt 4 s, salute'),
      choice('halt and rein back', '{a} halt 4 s, rein back 4'),
      choice('turn on the forehand', '{a} turn on forehand {in} 180'),
      choice('turn on the haunches', '{a} turn on haunches {in} 180'),
      choice('walk pirouette', '{a} walk pirouette {in} 180'),
      choice('working pirouette', '{a} working pirouette {in} 180'),
      choice('walk break', '{a} walk break 2 min'),
    ],
  },
  {
    name: 'In hand',
    choices: [
      choice('lower the head', '{a} in hand lower head'),
      choice('flex at the poll', '{a} in hand flex {in}'),
      choice('shoulders over', '{a} in hand shoulders {in} 3'),
      choice('quarters over', '{a} in hand quarters {in} 2'),
      choice('walk on and halt', '{a} in hand walk on 10'),
      choice('small circle', '{a} in hand circle {in} 6'),
      choice('shoulder-in led', 'in hand shoulder-in {a}-{b}', 'one side'),
      choice('two steps back', '{a} in hand rein back 2'),
    ],
  },
  {
    name: 'Ground',
    choices: [
      choice('three poles for trot', 'poles 3 spaced 1.3 at {a}'),
      choice('cone', 'cone {a}'),
      choice('barrel', 'barrel {a}'),
    ],
  },
  {
    name: 'Phase',
    choices: [
      choice('in hand', 'phase in-hand 5 min'),
      choice('warm-up', 'phase warm-up 10 min'),
      choice('loosening', 'phase loosening 6 min'),
      choice('work', 'phase work 12 min'),
      choice('peak', 'phase peak 6 min'),
      choice('stretch', 'phase stretch 5 min'),
      choice('cool-down', 'phase cool-down 5 min'),
      choice('break', 'phase break 2 min'),
    ],
  },
];
