/** A beginning to change, in shorthand without a horse. */
export interface Template {
  readonly name: string;
  readonly about: string;
  readonly text: string;
}

/** Lessons of our own to begin from; each passes the review for an average horse. */
export const TEMPLATES: readonly Template[] = [
  {
    name: 'Loosen and stretch',
    about: 'Rhythm and suppleness, long and low before connection. 20 × 60, about 20 minutes.',
    text: `lesson "Loosen and stretch"
arena 20x60
approach stretch-first
start A walk medium left

phase warm-up 7 min
go large for 4 min
A trot working, rising
C circle left 20 x2 -- even beats, let the neck go
H-X-F change rein
A circle right 20 x2
K-X-M change rein

phase work 7 min
C circle left 20 x2, stretch -- the rein out slowly, contact on both sides
H trot working, retake
H-X-F change rein
A circle right 20 x2, stretch
K trot working, retake
V circle right 15
walk break 2 min
C trot working
M-X-K change rein
P circle left 15
H-K loop 5
F-X-H change rein
C circle right 20 x2, stretch

phase cool-down 6 min
A walk free, long rein
go large for 5 min
A halt 4 s
`,
  },
  {
    name: 'Transitions',
    about: 'Answering a light aid: walk, trot and halt by the stride. 20 × 60, about 20 minutes.',
    text: `lesson "Transitions"
arena 20x60
approach steady-hand
start A walk medium right

phase warm-up 6 min
go large for 4 min
A trot working, rising
C circle right 20 x2
M-X-K change rein
A circle left 20 x2

phase work 7 min
B transitions trot 8 walk 4 x4 -- the leg first, then wait
H-X-F change rein
A circle right 20
E transitions trot 8 walk 4 x4
walk break 2 min
A trot working
E halt 4 s -- square before you praise
E trot working
C circle right 20, stretch
M-X-K change rein
A circle left 20, stretch

phase cool-down 6 min
A walk free, long rein
go large for 5 min
A halt 4 s
`,
  },
  {
    name: 'Young horse, twenty minutes',
    about: 'Large figures, forward lines, many breaks. 20 × 60.',
    text: `lesson "Young horse, twenty minutes"
arena 20x60
approach stretch-first
start A walk medium left

phase warm-up 8 min
go large for 5 min
A trot working, rising
go large
H-X-F change rein
go large

phase work 4 min
A circle right 20
K-X-M change rein
walk break 2 min
A trot working, rising
C circle left 20
H-X-F change rein
A circle right 20, stretch

phase cool-down 6 min
A walk free, long rein
go large for 5 min
A halt 4 s
`,
  },
  {
    name: 'Short arena, both hands',
    about: 'Circles, loops and a serpentine where there are only 40 metres. About 20 minutes.',
    text: `lesson "Short arena, both hands"
arena 20x40
approach steady-hand
start A walk medium left

phase warm-up 7 min
go large for 5 min
A trot working, rising
C circle left 20 x2
H-X-F change rein
A circle right 20 x2

phase work 7 min
K-H loop 5
C serpentine 3 to A -- straight over the centre line
walk break 2 min
C trot working
B circle right 15
K-X-M change rein
E circle left 15
F-M loop 5
C circle left 20, stretch
H-X-F change rein
A circle right 20, stretch

phase cool-down 6 min
A walk free, long rein
go large for 5 min
A halt 4 s
`,
  },
];
