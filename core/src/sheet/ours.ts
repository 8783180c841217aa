import type { Template } from '../lesson/templates.ts';

/**
 * Test sheets of our own invention, to learn on and to begin from. A published sheet is typed or imported
 * by whoever may use it.
 */
export const OUR_SHEETS: readonly Template[] = [
  {
    name: 'Larkfield One',
    about: 'Walk, trot and a free walk that counts double. 20 × 40, under five minutes.',
    text: `test "Larkfield One" for stage 1
arena 20x40
enter A walk medium
box 1 "entry" -- straight, quiet, looks where it goes
X halt 4 s, salute, proceed walk medium
C track left
box 2 "first trot" -- willing, even beats from the first stride
E trot working, rising
A go large
box 3 "large circle" -- round, the neck follows the line
A circle left 20
box 4 "across the school" -- straight, the tempo stays
F-X-H change rein
box 5 "large circle, the other way" -- as round as the first
C circle right 20
box 6 x2 "stretch" -- reaches for the hand, back swings
A circle right 20, stretch, retake at three-quarter
box 7 "walk" -- calm into four clear beats
E walk medium
box 8 x2 "free walk" -- covers the ground, neck long
M-X-K walk free, long rein
K walk medium, retake
box 9 "halt" -- straight up the middle, stands and waits
A centre line
X halt 4 s, salute
leave A
collective "rhythm"
collective "calm and willing" x2
collective "rider" x2
errors points 2 4 out
`,
  },
  {
    name: 'Larkfield Two',
    about: 'Both canters from a settled trot. 20 × 40, under six minutes.',
    text: `test "Larkfield Two" for stage 2
arena 20x40
enter A trot working
box 1 "entry and halt" -- straight; the halt may come through walk
X halt 4 s, salute, proceed trot working
C track right
box 2 "circle" -- size and bend
B circle right 20
box 3 "change of rein" -- straight, same tempo
K-X-M change rein
box 4 "circle" -- as good as on the other rein
E circle left 20
box 5 "loop" -- off the track and back in one tempo
F-M loop 4
box 6 x2 "stretch" -- reaches forward and down, keeps the tempo
C circle left 20, stretch, retake at three-quarter
box 7 "canter left" -- prompt from a settled trot
E/K canter left
A circle left 20
box 8 "to trot, change of rein" -- in balance
B trot working
H-X-F change rein
box 9 "canter right" -- prompt from a settled trot
K/E canter right
C circle right 20
box 10 "to trot, to walk" -- soft through both
B trot working
A walk medium
box 11 x2 "free walk" -- long neck, long steps
K-X-M walk free, long rein
M walk medium, retake
box 12 "last line" -- straight, square, immobile
E trot working
A centre line
G halt 4 s, salute
leave A
collective "paces"
collective "impulsion"
collective "suppleness and obedience" x2
collective "rider" x2
errors points 2 4 out
`,
  },
  {
    name: 'Quillwater Three',
    about: 'Lengthened strides, 15 m circles, the stretch. 20 × 60, seven minutes.',
    text: `test "Quillwater Three" for stage 3
arena 20x60
enter A trot working
box 1 "entry" -- straight, square halt
X halt 4 s, salute, proceed trot working
C track left
box 2 "circles" -- both ends on one line, bend and tempo
E circle left 15
box 3 "half circle and back" -- round, then straight to the track
K half circle left 10 return E
box 4 "circle" -- the same size and bend as on the left
B circle right 15
box 5 "lengthen" -- bigger, not quicker; back at the letter
K-X-M trot lengthened, change rein
M trot working
box 6 "halt" -- square, four seconds, soft
C halt 4 s, proceed trot working
box 7 x2 "stretch" -- nose forward and down, the back swings
E circle left 20, stretch, retake at three-quarter
box 8 "canter left" -- from the seat, straight
A canter left
B circle left 15
box 9 "lengthen the canter" -- uphill, back before the corner
H-K canter lengthened
K canter working
box 10 "to trot, change of rein" -- in balance
A trot working
F-X-H change rein
box 11 "canter right" -- from the seat, straight
C canter right
B circle right 15
box 12 "to trot, to walk" -- soft and straight
A trot working
E walk medium
box 13 x2 "free walk" -- ground, neck, four beats
M-E walk free, long rein
E walk medium, retake
box 14 "last line" -- straight, square, immobile
A trot working, centre line
X halt 4 s, salute
leave A
collective "paces"
collective "impulsion"
collective "suppleness"
collective "contact"
collective "rider" x2
errors points 2 4 out
`,
  },
  {
    name: 'Quillwater Four',
    about: 'Shoulder-in, rein back, the first counter-canter. 20 × 60, nine minutes.',
    text: `test "Quillwater Four" for stage 4
arena 20x60
enter A trot working
box 1 "entry" -- straight, square halt
X halt 4 s, salute, proceed trot working
C track left
box 2 "shoulder-in left" -- three tracks, one angle, one tempo
H-E shoulder-in
box 3 "medium trot" -- the frame grows with the stride
F-X-H trot medium, change rein
H trot working
box 4 "shoulder-in right" -- as on the left
M-B shoulder-in
box 5 "volte right" -- round, balance kept
A go large
E circle right 10
box 6 "leg-yield" -- parallel, crossing, no hurry
C centre line
G-P leg-yield left
P trot working
K-X-M change rein
box 7 x2 "stretch" -- reaching, the back swings
C circle left 20, stretch, retake at three-quarter
box 8 "halt and rein back" -- square, four diagonal steps, forward at once
E halt 4 s, rein back 4, proceed walk medium
box 9 x2 "free walk" -- the whole diagonal
F-X-H walk free, long rein
H walk medium, retake
box 10 "canter right" -- from walk
C canter right
B circle right 15
box 11 "counter-canter" -- the lead and the bend stay
K-H loop 5
box 12 "medium canter" -- uphill, back before the corner
M-F canter medium
F canter working
A circle right 20
box 13 "to trot, change of rein" -- in balance
K trot working
M-X-K change rein
box 14 "canter left" -- straight from trot
A canter left
B circle left 15
box 15 "last line" -- through trot, straight, square
E trot working
A centre line
X halt 4 s, salute
leave A
collective "paces"
collective "impulsion"
collective "suppleness"
collective "contact"
collective "rider" x2
errors points 2 4 out
`,
  },
  {
    name: 'Two Abreast of the Wind',
    about: 'For two horses, one behind the other. 20 × 60, seven minutes.',
    text: `test "Two Abreast of the Wind, for two horses" for stage 5
# ridden one behind the other, four lengths apart
arena 20x60
enter A trot working
box 1 "entry together" -- one line, one halt
X halt 4 s, salute, proceed trot working
C track left
box 2 "large circle" -- the same distance all the way round
E circle left 20
box 3 "shoulder-in" -- both begin at the letter, not at the other horse
F-B shoulder-in
box 4 "change of rein" -- no closing up on the diagonal
H-X-F change rein
box 5 "shoulder-in right" -- as on the left
K-E shoulder-in
box 6 "serpentine" -- loops of one size, the distance kept
C serpentine 3 to A
box 7 x2 "stretch" -- both necks long, no running up
E circle right 20, stretch, retake at three-quarter
box 8 "canter" -- two departs, one distance
C canter right
B circle right 15
box 9 "to trot" -- the second horse is not surprised
A trot working
K-X-M change rein
box 10 "canter" -- as on the right
C canter left
E circle left 15
box 11 x2 "free walk" -- side by side in mind, one behind the other
A trot working
B walk medium
H-X-F walk free, long rein
F walk medium, retake
box 12 "last line" -- one line, one halt
A trot working, centre line
X halt 4 s, salute
leave A
collective "distance" x2
collective "paces"
collective "riders" x2
errors percent 0.5 1 out
`,
  },
  {
    name: 'Quillwater Seven',
    about: 'Half-passes, pirouettes, single changes. 20 × 60, eight minutes.',
    text: `test "Quillwater Seven" for stage 7
arena 20x60
enter A canter collected
box 1 "entry" -- straight, square
I halt 4 s, salute, proceed trot collected
C track left
box 2 "medium trot" -- all of it, from the first stride
H-X-F trot medium, change rein
F trot collected
box 3 "shoulder-in" -- three tracks, and the same right
K-V shoulder-in
box 4 "volte and half-pass" -- the bend of the volte stays
V circle right 10
V-I half-pass right
C track right
box 5 "extended trot" -- ground without hurry
M-X-K trot extended, change rein
K trot collected
box 6 "shoulder-in left" -- as on the right
F-P shoulder-in
box 7 "volte and half-pass left" -- the bend of the volte stays
P circle left 10
P-I half-pass left
C track left
box 8 "rein back" -- square, diagonal, forward
E halt 4 s, rein back 4, proceed walk collected
box 9 "half pirouette in walk" -- four beats, on the spot
V walk pirouette left 180
box 10 x2 "extended walk" -- a whole diagonal of it
M-V walk extended
V walk collected
box 11 "canter left" -- from the collected walk
K canter collected left
box 12 "medium canter" -- uphill, back before the corner
F-M canter medium
M canter collected
box 13 "flying change" -- straight, clean
H-X-F change rein, flying change at F
box 14 "change at X" -- one tempo before and after
M-X-K change rein, flying change at X
box 15 x2 "half pirouette" -- three or four strides, clear canter
A centre line
X working pirouette left 180
box 16 "to trot" -- soft
A trot collected, track left
box 17 "stretch" -- the work has made it looser
E trot working, circle left 20, stretch, retake at three-quarter
box 18 "last line" -- straight, square
A trot collected, centre line
X halt 4 s, salute
leave A
collective "paces"
collective "impulsion"
collective "submission" x2
collective "rider" x2
errors points 2 4 out
`,
  },
];
