import { describe, expect, test } from '@jest/globals';
import { nearestWord } from '../notation/nearest.ts';
import { pattern, printPattern, readPattern, wordsOf, type Reach } from './pattern.ts';
import { patternSchema } from './schema.ts';
import { slotOf } from './slots.ts';
import { FORM_WORDS } from '../lesson/forms.ts';
import { tokenize } from './tokens.ts';

const read = (source: string, text: string) => {
  const reach: Reach = { at: 0, expected: new Set() };
  const tokens = tokenize(text, 1);
  const match = readPattern(pattern(source), tokens, reach);
  return { match, whole: match?.used === tokens.length, reach, tokens };
};

describe('tokens', () => {
  test('words, numbers, counts and series, each with its columns', () => {
    const tokens = tokenize('circle Left 17.5m x3, zigzag 5-10-5 °', 4);
    expect(tokens.map((t) => [t.kind, t.text, t.column])).toEqual([
      ['word', 'circle', 4],
      ['word', 'left', 11],
      ['number', '17.5', 16],
      ['word', 'm', 20],
      ['times', 'x3', 22],
      ['comma', ',', 24],
      ['word', 'zigzag', 26],
      ['series', '5-10-5', 33],
      ['other', '°', 40],
    ]);
  });

  test('hyphens hold words together, a lone x is a letter', () => {
    expect(tokenize('leg-yield three-quarter x X', 1).map((t) => t.text)).toEqual([
      'leg-yield',
      'three-quarter',
      'x',
      'x',
    ]);
    expect(tokenize('x 3', 1)[0]).toMatchObject({ kind: 'times', value: 3 });
    expect(tokenize('   ', 1)).toEqual([]);
  });
});

describe('a pattern', () => {
  const source =
    'half circle/volte [{side:side}] {diameterM:metres} [return {to:letter}] {wide=wide}';

  test.each([
    ['half circle left 10 return h', { side: 'left', diameterM: 10, to: 'H' }],
    ['half volte 10 m', { diameterM: 10 }],
    ['half circle right 8 wide', { side: 'right', diameterM: 8, wide: true }],
  ])('reads %s', (text, params) => {
    const { match, whole } = read(source, text);
    expect(whole).toBe(true);
    expect(match!.params).toEqual(params);
    const printed = printPattern(pattern(source), params);
    expect(read(source, printed).match!.params).toEqual(params);
  });

  test('says how far it got, and what could stand there', () => {
    const { match, reach } = read(source, 'half circle up');
    expect(match).toBeNull();
    expect(reach.at).toBe(2);
    expect([...reach.expected]).toEqual(['left', 'right', '20']);
  });

  test('takes the longest it can, and leaves the rest', () => {
    const { match, tokens } = read('circle {diameterM:metres}', 'circle 20 and more');
    expect(match!.used).toBe(2);
    expect(tokens[2]!.text).toBe('and');
  });

  test('gives the schema of its values', () => {
    const schema = patternSchema(pattern(source));
    expect(schema.safeParse({ diameterM: 10 }).success).toBe(true);
    expect(schema.safeParse({ diameterM: 10, side: 'left', to: 'H', wide: true }).success).toBe(
      true,
    );
    expect(schema.safeParse({}).success).toBe(false);
    expect(schema.safeParse({ diameterM: 10, side: 'up' }).success).toBe(false);
    expect(schema.safeParse({ diameterM: 10, colour: 'bay' }).success).toBe(false);
  });

  test('gives its words, for completion', () => {
    expect(wordsOf(pattern(source))).toEqual([
      'half',
      'circle',
      'volte',
      'left',
      'right',
      'return',
      'wide',
    ]);
  });

  test('with a bracket too many is a mistake of the program', () => {
    expect(() => pattern('circle [{side:side}')).toThrow('brackets do not match');
    expect(() => pattern('circle {side:nothing}')).toThrow('no slot type "nothing"');
  });
});

describe('slots', () => {
  const value = (type: string, text: string) =>
    slotOf(type).read(tokenize(text, 1), 0)?.value ?? null;

  test.each([
    ['metres', '12.5 m', 12.5],
    ['metres', '0', null],
    ['metres', '500', null],
    ['depth', '0', 0],
    ['count', '3', 3],
    ['count', '2.5', null],
    ['strides', '8 steps', 8],
    ['degrees', '180 degrees', 180],
    ['degrees', '5', null],
    ['seconds', '4 s', 4],
    ['duration', '2 min', 120],
    ['duration', '90 s', 90],
    ['duration', '90', null],
    ['letter', 'h', 'H'],
    ['letter', 'hh', null],
    ['series', '5-10-5', [5, 10, 5]],
    ['series', '5-0-5', null],
    ['near|far', 'far', 'far'],
    ['near|far', 'middle', null],
  ] as const)('%s reads %s as %j', (type, text, expected) => {
    expect(value(type, text)).toEqual(expected);
  });

  test('say their values as they are written', () => {
    expect(slotOf('duration').say(120)).toBe('2 min');
    expect(slotOf('duration').say(90)).toBe('90 s');
    expect(slotOf('seconds').say(4)).toBe('4 s');
    expect(slotOf('series').say([5, 10, 5])).toBe('5-10-5');
  });
});

describe('the nearest word', () => {
  test.each([
    ['crcle', 'circle'],
    ['trt', 'trot'],
    ['serpentin', 'serpentine'],
    ['halfpass', 'half-pass'],
    ['cantr', 'canter'],
  ])('to %s is %s', (word, nearest) => {
    expect(nearestWord(word, FORM_WORDS)).toBe(nearest);
  });

  test('is none when nothing is near', () => {
    expect(nearestWord('xylophone', FORM_WORDS)).toBeNull();
    expect(nearestWord('', ['circle'])).toBeNull();
    expect(nearestWord('anything', [])).toBeNull();
  });
});
