import { describe, expect, test } from '@jest/globals';
import { linesOf } from '../lesson/document.ts';
import { reviewLesson } from '../review/review.ts';
import { sentenceOf } from '../review/messages/messages.ts';
import { compileRide } from '../ride/compile.ts';
import { parseLesson } from './parse.ts';
import { printLesson } from './print.ts';

/** The contract of the shorthand, form by form: what is typed, and its normal form. */

const read = (text: string) => {
  const { lesson, faults } = parseLesson(text);
  return { lesson, faults, printed: printLesson(lesson) };
};

const same = (text: string): [string, string] => [text, text];

describe('every form of the table is read and printed', () => {
  test.each([
    // pace
    same('A walk'),
    same('A walk free'),
    ['A free walk', 'A walk free'],
    same('A trot working'),
    ['A working trot', 'A trot working'],
    same('A canter collected left'),
    ['A canter left collected', 'A canter collected left'],
    ['A collected canter left', 'A canter collected left'],
    same('A counter-canter'),
    same('X halt, proceed trot working'),
    same('A trot working, rising'),
    same('A trot working, sitting'),
    // halt
    same('A halt'),
    same('A halt 4 s'),
    ['A halt 4s', 'A halt 4 s'],
    ['A halt 4 seconds', 'A halt 4 s'],
    same('G salute'),
    same('A rein back 4'),
    ['A rein back 4 steps', 'A rein back 4'],
    // course
    same('go large'),
    same('go large x2'),
    same('C track left'),
    same('E turn right'),
    same('A centre line'),
    ['A center line', 'A centre line'],
    same('A quarter line near'),
    same('A quarter line far'),
    same('F inner track 1.5'),
    same('E outer track'),
    // time
    same('go large for 3 min'),
    same('go large for 90 s'),
    ['go large for 180 s', 'go large for 3 min'],
    same('C circle left 20 for 2 min'),
    // circles
    same('C circle left 20 x2'),
    ['C circle left 20 m x2', 'C circle left 20 x2'],
    ['C circle left 20m', 'C circle left 20'],
    ['C volte right 8', 'C circle right 8'],
    same('C circle 15'),
    same('E half circle left 10'),
    same('C three-quarter circle left 20'),
    same('E-B half circle left 20'),
    same('X figure eight 10'),
    same('C spiral in 20 to 10 x2'),
    same('spiral out 10 to 20 x2'),
    ['spiral out 10 to 20 leg-yield x2', 'spiral out 10 to 20 leg-yield x2'],
    // change of rein
    same('H-X-F change rein'),
    same('H-B change rein'),
    same('A change through circle 20'),
    same('E half circle left 10 return H'),
    same('E reverse half circle left 10'),
    same('F-X half diagonal'),
    // loops and shapes
    same('K-H loop 5'),
    same('A serpentine 3 to C'),
    same('A square 20'),
    same('E diamond 20'),
    same('F rectangle inset 2.4'),
    same('V rectangle between V and S'),
    // lateral
    same('K-H shoulder-fore'),
    same('K-H shoulder-in left'),
    same('K-H travers'),
    ['K-H haunches-in', 'K-H travers'],
    ['K-H haunches-out', 'K-H renvers'],
    same('D-M leg-yield right'),
    same('L leg-yield left to track by S'),
    same('V-I half-pass right'),
    ['F half-pass left to centre line by I', 'F half-pass left to centre by I'],
    same('D zigzag 5-10-5 to G'),
    // turns
    same('B turn on forehand left 180'),
    same('B turn on haunches right 180'),
    same('B walk pirouette left 180'),
    same('X canter pirouette left 360'),
    same('X working pirouette left 180'),
    ['X working pirouette left 180 3 m', 'X working pirouette left 180 3'],
    // changes
    same('B simple change'),
    same('B flying change'),
    same('H-X-F changes every 4 x5'),
    same('C circle left 20, changes at circle points'),
    // strides
    same('A transitions trot 8 walk 4 x5'),
    same('A collect 10 forward 10 x4'),
    same('A hold 5 soft 3 x6'),
    same('A half-steps 6 x4'),
    // rest
    same('walk break 2 min'),
    same('C circle left 20, stretch'),
    same('A walk free, long rein'),
    same('A give and retake'),
    same('A retake'),
    // ground
    same('poles 3 spaced 2.4 at E staggered'),
    ['poles 4 at B across', 'poles 4 at B across'],
    ['POLES 3 spaced 2.4m at e', 'poles 3 spaced 2.4 at E'],
    same('cone E'),
    same('barrel X'),
    // placing
    same('C circle left 20, canter left at half'),
    same('F-X-H change rein, flying change at X'),
    same('C circle left 20, stretch, retake at three-quarter'),
    same('C circle left 20, trot working at quarter'),
    same('E half circle left 10, flying change at end'),
    same('C circle left 20, then trot working'),
    // places
    same('A..V trot working'),
    same('K/A canter left'),
    ['k-x-m change rein', 'K-X-M change rein'],
    same('leave A'),
    same('corners 4'),
    same('corners 0'),
    same('E'),
    same('-- breathe out'),
  ])('%s', (typed, normal) => {
    const { faults, printed } = read(typed);
    expect(faults).toEqual([]);
    expect(printed).toBe(`${normal}\n`);
    expect(read(printed).printed).toBe(printed);
  });
});

describe('the head', () => {
  test.each([
    same('lesson "Loosen, then sideways"'),
    ['arena 20 x 60', 'arena 20x60'],
    ['arena 20x60 inset 0.5', 'arena 20x60'],
    same('arena 20x60 inset 0'),
    same('arena 15x32.5 inset 0.8'),
    same('horse "Bramble"'),
    same('approach stretch-first'),
    ['approach Steady-Hand', 'approach steady-hand'],
    same('start A walk medium left'),
    ['start a medium walk left', 'start A walk medium left'],
    ['start C trot right', 'start C trot working right'],
    ['enter A', 'enter A walk medium'],
    same('enter A trot working'),
    same('phase in-hand 5 min'),
    same('test "Our Novice One"'),
    same('test "Our Novice One" for stage 3'),
    same('box 1'),
    same('box 2 x2 "stretch" -- reaches for the bit, keeps the tempo'),
    ['BOX 3 x1 "a # in it"', 'box 3 "a # in it"'],
    same('box 4 -- straight'),
    same('collective "paces"'),
    same('collective "rider" x2'),
    same('errors points 2 4 out'),
    ['Errors Percent 0.5 1 out', 'errors percent 0.5 1 out'],
    ['phase peak', 'phase peak'],
    ['phase Cool-Down 7.5 minutes', 'phase cool-down 7.5 min'],
  ])('%s', (typed, normal) => {
    const { faults, printed } = read(typed);
    expect(faults).toEqual([]);
    expect(printed).toBe(`${normal}\n`);
  });

  test.each([
    'arena 20',
    'box',
    'box 0',
    'box 3 x9',
    'collective rider',
    'collective ""',
    'errors 2 4 out',
    'errors points 2 4',
    'test Ours',
    'arena 4x60',
    'arena 20x60 inset 9',
    'horse Bramble',
    'approach firm',
    'start Aa walk',
    'start A canter free left',
    'start A walk medium left quickly',
    'phase work ten min',
    'repeat 0 {',
    'repeat 3',
    'corners 11',
    'poles x at E',
    'cone',
    'barrel XY',
  ])('%s is kept, and said to be unreadable', (typed) => {
    const { faults, printed } = read(typed);
    expect(faults).toHaveLength(1);
    expect(faults[0]).toMatchObject({ line: 1 });
    expect(printed).toBe(`${typed}\n`);
  });

  test('may come in any order and is printed in its own', () => {
    const { faults, printed } = read('start A walk medium left\nA trot\nlesson "b"\narena 20x40\n');
    expect(faults).toEqual([]);
    expect(printed).toBe('lesson "b"\narena 20x40\nstart A walk medium left\nA trot\n');
  });
});

describe('comments, notes and blocks', () => {
  test('comments stay with the line they stand on or before', () => {
    const text = [
      '# first of all',
      'lesson "a # is no comment here"  # title',
      '',
      '# before the line',
      'A trot working -- ride on  # on the line',
      'repeat 2 {  # twice',
      '  # inside',
      '  C circle left 20',
      '  # before the end',
      '}  # done',
      '# last of all',
      '',
    ].join('\n');
    const { lesson, faults, printed } = read(text);
    expect(faults).toEqual([]);
    expect(printed).toBe(text);
    expect(linesOf(lesson.items)[0]).toMatchObject({
      note: 'ride on',
      before: ['', ' before the line'],
      trailing: ' on the line',
    });
  });

  test('Windows line ends, a byte order mark and trailing spaces do no harm', () => {
    const { faults, printed } = read('\uFEFFA trot working   \r\nC circle left 20\r\n');
    expect(faults).toEqual([]);
    expect(printed).toBe('A trot working\nC circle left 20\n');
  });

  test('repeats stand inside each other, and are indented so', () => {
    const { faults, printed } = read('repeat 2 {\nA trot\nrepeat 3 {\nC circle left 20\n}\n}\n');
    expect(faults).toEqual([]);
    expect(printed).toBe('repeat 2 {\n  A trot\n  repeat 3 {\n    C circle left 20\n  }\n}\n');
  });
});

test.each([
  ['C circle left 0.01', 'Write a number from 0.5 to 150 m.'],
  ['C circle left 5000', 'Write a number from 0.5 to 150 m.'],
  ['A transitions trot 900 walk 8 x2', 'Write a number from 1 to 200.'],
  ['A transitions trot 8 walk 900 x2', 'Write a number from 0 to 200.'],
])('%s says the range, at its place', (line, why) => {
  const { faults } = parseLesson(`${line}\n`);
  const fault = faults[0]!;
  expect(fault.code).toBe('out-of-range');
  expect(line.slice(fault.column - 1, fault.endColumn - 1)).toMatch(/^[\d.]+$/);
  const [found] = reviewLesson(parseLesson(line).lesson, compileRide(parseLesson(line).lesson), {
    faults,
    spans: new Map(),
  });
  expect(sentenceOf(found!).why).toBe(why);
});

describe('mistakes name the place and the nearest word', () => {
  test.each([
    ['A cirlce left 20', 3, 'circle'],
    ['A trott working', 3, 'trot'],
    ['K-H sholder-in', 5, 'shoulder-in'],
    ['A serpantine 3', 3, 'serpentine'],
    ['phaze work', 1, 'phase'],
    ['A canter working lft', 18, 'left'],
    ['E half circel left 10', 8, 'circle'],
    ['A walk medum', 8, 'medium'],
    ['A go larg', 6, 'large'],
    ['A trot working, stretsh', 17, 'stretch'],
  ])('%s', (typed, column, nearest) => {
    const [fault] = read(typed).faults;
    expect(fault).toMatchObject({ line: 1, column, nearest });
  });

  test.each([
    ['A circle left', 'ends'],
    ['A circle left 20 20', '20'],
    ['A circle left 20,', 'ends'],
    ['A , trot', 'ends'],
    ['A circle left 0', '0'],
    ['A halt 4 s at', 'ends'],
    ['A circle left 20 x99', 'x99'],
    ['A go large for 3', '3'],
    ['A trot then', 'then'],
    ['? trot', '?'],
    ['--', 'ends'],
  ])('%s', (typed, found) => {
    const [fault] = read(typed).faults;
    expect(fault).toBeDefined();
    if (fault!.code === 'unexpected' || fault!.code === 'out-of-range') {
      expect(fault!.found ?? 'ends').toBe(found);
    } else expect(fault!.code).toBe('unknown-word');
  });
});
