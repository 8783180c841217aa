/** The demo's lessons, in shorthand; each belongs to a horse by its name. */
export const LESSONS: readonly {
  readonly horse: string;
  readonly tags: readonly string[];
  readonly text: string;
}[] = [
  {
    horse: 'Tansy',
    tags: ['straightness', 'long arena'],
    text: `lesson "Loosen, then straighten"
arena 20x60
horse "Tansy"
approach stretch-first
start A walk medium left

phase warm-up 12 min
go large for 4 min
A trot working, rising
C circle left 20 x2 -- let her look, keep the beat
H-X-F change rein
A circle right 20 x2, stretch
B trot working, retake

phase work 18 min
K-H loop 5
B circle right 15
M-X-K change rein
repeat 3 {
  A centre line
  C track left -- straight before you turn
  E half circle left 10 return H
  M-X-K change rein
}
walk break 2 min
A trot working
F canter left
C circle left 20 x2
B trot working
H-X-F change rein
K canter right
C circle right 20 x2
B trot working

phase stretch 5 min
A circle right 20 x2, stretch
M-X-K change rein
A circle left 20 x2, stretch

phase cool-down 6 min
C walk free, long rein
go large for 5 min
A halt 4 s
`,
  },
  {
    horse: 'Kelpwick',
    tags: ['transitions', 'short arena'],
    text: `lesson "A depart that waits"
arena 20x40
horse "Kelpwick"
approach steady-hand
start A walk medium right

phase warm-up 10 min
go large for 2 min
K-X-M change rein
go large for 3 min
A trot working
B circle left 20 x2
H-X-F change rein
E circle right 20 x2
K-X-M change rein

phase work 15 min
A circle left 20, canter at half
C circle left 20 -- only when he waits
H/E trot working
F-X-H change rein
C circle right 20, canter at half
A circle right 20
K/E trot working
C walk medium
walk break 2 min
B trot working
K-X-M change rein
A serpentine 3 to C
C circle left 20, stretch

phase cool-down 6 min
A walk free, long rein
go large for 5 min
`,
  },
  {
    horse: 'Skipjack',
    tags: ['young horse'],
    text: `lesson "Past the gate, in one tempo"
arena 20x40
horse "Skipjack"
approach stretch-first
start A walk medium left

phase warm-up 8 min
go large for 3 min
H-X-F change rein
go large for 3 min
A trot working, rising
go large
C circle right 20
M-X-K change rein
A circle left 20
H-X-F change rein

phase work 8 min
go large
B circle right 20 -- before the gate, not at it
E circle right 20, stretch
go large
K-X-M change rein
C walk medium
walk break 2 min
A trot working, rising
B circle left 20
E circle left 20, stretch

phase cool-down 6 min
A walk free, long rein
go large for 5 min
`,
  },
  {
    horse: 'Bollard',
    tags: ['transitions'],
    text: `lesson "Carrying, not leaning"
arena 20x60
horse "Bollard"
approach steady-hand
start A walk medium left

phase warm-up 20 min
go large for 5 min
H-X-F change rein
go large for 5 min
A trot working
C circle right 20 x2
M-X-K change rein
A circle left 20 x2
H-X-F change rein

phase work 12 min
V circle right 15
C circle right 20
M-X-K trot medium -- bigger, not quicker
K trot working
A circle left 15
walk break 2 min
F trot working
C circle left 20, canter left at half
E trot working
F-X-H change rein
C circle right 20, canter right at half
B trot working

phase cool-down 10 min
A circle right 20, stretch
C walk free, long rein
go large for 8 min
`,
  },
  {
    horse: 'Samphire',
    tags: ['collection', 'sideways'],
    text: `lesson "The same tempo on both reins"
arena 20x60
horse "Samphire"
approach light-rein
start A walk medium left

phase warm-up 10 min
go large for 3 min
H-X-F change rein
go large for 3 min
A trot working, rising
A serpentine 3 to C
C circle right 20
M-X-K change rein

phase work 12 min
H-B change rein
A circle right 15
K-X-M change rein
C circle left 15
walk break 2 min
A trot working
H-K loop 5
C circle left 20, stretch
H-X-F change rein
A circle right 20 x2, stretch

phase cool-down 8 min
A walk free, long rein
go large for 6 min
`,
  },
];
