import { slotOf, type Range, type Slot, type SlotValue } from './slots.ts';
import type { Token } from './tokens.ts';

/**
 * The form of an instruction, written once and used for reading, printing, completion and the
 * document's schema:
 *
 *   `half circle [{side:side}] {diameterM:metres} return {to:letter}`
 *
 * Plain words stand for themselves (`a/b` are alike, `a` is printed), `[…]` may be missing,
 * `{name:type}` is a value (see slots), `{name=word}` is true when the word is there.
 */
export interface Pattern<P extends object = object> {
  readonly source: string;
  readonly nodes: readonly Node[];
  /** Type of the parameters it reads: for the compiler alone. */
  readonly reads?: P;
}

type Node =
  | { readonly kind: 'word'; readonly words: readonly string[] }
  | { readonly kind: 'flag'; readonly name: string; readonly word: string }
  | { readonly kind: 'slot'; readonly name: string; readonly slot: Slot }
  | { readonly kind: 'maybe'; readonly nodes: readonly Node[] };

export type Params = Readonly<Record<string, unknown>>;

/** Parameters of a pattern, from its text: `[{side:side}] {diameterM:metres}` is `{ side?: Rein; diameterM: number }`. */
export type ParamsOf<S extends string> = string extends S ? Params : Flat<Read<S, []>>;
type Flat<T> = { readonly [K in keyof T]: T[K] };
/** @typeParam D one entry for each bracket that is open */
type Read<
  S extends string,
  D extends 0[],
> = S extends `${infer Before}{${infer Piece}}${infer Rest}`
  ? ValueOf<Piece, DepthAfter<Before, D>> & Read<Rest, DepthAfter<Before, D>>
  : unknown;
type ValueOf<Piece extends string, D extends 0[]> = Piece extends `${infer Name}=${string}`
  ? { [K in Name]?: true }
  : Piece extends `${infer Name}:${infer Type}`
    ? D extends []
      ? { [K in Name]: SlotValue<Type> }
      : { [K in Name]?: SlotValue<Type> }
    : unknown;
type DepthAfter<S extends string, D extends 0[]> = S extends `${infer Char}${infer Rest}`
  ? DepthAfter<Rest, Char extends '[' ? [...D, 0] : Char extends ']' ? Closed<D> : D>
  : D;
type Closed<D extends 0[]> = D extends [0, ...infer Outer extends 0[]] ? Outer : D;

const PIECE = /\[|\]|\{(\w+)([:=])([^}]+)\}|[^\s[\]{}]+/g;

export function pattern<const S extends string>(source: S): Pattern<ParamsOf<S>> {
  const stack: Node[][] = [[]];
  for (const found of source.matchAll(PIECE)) {
    const [piece, name, mark, type] = found;
    const top = stack.at(-1)!;
    if (piece === '[') stack.push([]);
    else if (piece === ']') {
      const nodes = stack.pop()!;
      stack.at(-1)!.push({ kind: 'maybe', nodes });
    } else if (name && mark === '=') top.push({ kind: 'flag', name, word: type! });
    else if (name) top.push({ kind: 'slot', name, slot: slotOf(type!) });
    else top.push({ kind: 'word', words: piece.split('/') });
  }
  if (stack.length !== 1) throw new SyntaxError(`pattern: brackets do not match in "${source}"`);
  return { source, nodes: stack[0]! };
}

export interface Match {
  readonly used: number;
  readonly params: Params;
}

/** How far a reading got, and what could have stood there. */
export interface Reach {
  at: number;
  expected: Set<string>;
  /** A number stood there, and was too small or too large. */
  range?: Range | undefined;
}

/** Reads a pattern from the tokens; `reach` learns where it failed and what was missing. */
export function readPattern(
  { nodes }: Pattern,
  tokens: readonly Token[],
  reach: Reach,
  start = 0,
): Match | null {
  return readNodes(nodes, tokens, start, {}, reach);
}

function readNodes(
  nodes: readonly Node[],
  tokens: readonly Token[],
  at: number,
  params: Params,
  reach: Reach,
): Match | null {
  const [node, ...rest] = nodes;
  if (!node) return { used: at, params };
  if (node.kind === 'maybe') {
    return (
      readNodes([...node.nodes, ...rest], tokens, at, params, reach) ??
      readNodes(rest, tokens, at, params, reach)
    );
  }
  const text = tokens[at]?.text ?? '';
  if (node.kind === 'word' && node.words.includes(text)) {
    return readNodes(rest, tokens, at + 1, params, reach);
  }
  if (node.kind === 'flag') {
    const there = text === node.word;
    if (there) return readNodes(rest, tokens, at + 1, { ...params, [node.name]: true }, reach);
    miss(reach, at, [node.word]);
    return readNodes(rest, tokens, at, params, reach);
  }
  if (node.kind === 'slot') {
    const got = node.slot.read(tokens, at);
    if (got) {
      return readNodes(rest, tokens, at + got.used, { ...params, [node.name]: got.value }, reach);
    }
  }
  miss(reach, at, node.kind === 'word' ? node.words.slice(0, 1) : node.slot.example);
  const outside = node.kind === 'slot' && tokens[at]?.kind === 'number' && reach.at === at;
  if (outside && node.slot.range) reach.range = node.slot.range;
  return null;
}

function miss(reach: Reach, at: number, expected: readonly string[]) {
  if (at > reach.at) {
    reach.at = at;
    reach.expected.clear();
    reach.range = undefined;
  }
  if (at === reach.at) expected.forEach((word) => reach.expected.add(word));
}

export function printPattern({ nodes }: Pattern, params: Params): string {
  const words: string[] = [];
  for (const node of nodes) {
    if (node.kind === 'word') words.push(node.words[0]!);
    else if (node.kind === 'flag') words.push(...(params[node.name] ? [node.word] : []));
    else if (node.kind === 'slot') words.push(node.slot.say(params[node.name]));
    else if (namesIn(node.nodes).every((name) => params[name] !== undefined)) {
      words.push(printPattern({ source: '', nodes: node.nodes }, params));
    }
  }
  return words.join(' ');
}

function namesIn(nodes: readonly Node[]): string[] {
  return nodes.flatMap((node) =>
    node.kind === 'word' ? [] : node.kind === 'maybe' ? namesIn(node.nodes) : [node.name],
  );
}

/** A value of a pattern, as something to be entered. */
export interface Entry {
  readonly name: string;
  readonly slot: Slot | null;
  /** The word of a flag, null for a value. */
  readonly word: string | null;
  readonly optional: boolean;
}

/** The values of a pattern in their order. */
export function entriesOf({ nodes }: Pattern, optional = false): Entry[] {
  return nodes.flatMap((node): Entry[] => {
    if (node.kind === 'word') return [];
    if (node.kind === 'maybe') return entriesOf({ source: '', nodes: node.nodes }, true);
    if (node.kind === 'flag') {
      return [{ name: node.name, slot: null, word: node.word, optional: true }];
    }
    return [{ name: node.name, slot: node.slot, word: null, optional }];
  });
}

/** Every word a pattern may hold, for completion and for the nearest known word. */
export function wordsOf({ nodes }: Pattern): string[] {
  return nodes.flatMap((node): string[] => {
    if (node.kind === 'word') return [...node.words];
    if (node.kind === 'flag') return [node.word];
    if (node.kind === 'maybe') return wordsOf({ source: '', nodes: node.nodes });
    return node.slot.example.filter((word) => /^[a-z-]{2,}$/.test(word));
  });
}
