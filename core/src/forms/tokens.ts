/** A word or number of a line, with its columns (1-based, the end exclusive). */
export interface Token {
  readonly kind: 'word' | 'number' | 'times' | 'series' | 'comma' | 'other';
  /** Lower case. */
  readonly text: string;
  readonly value: number;
  readonly column: number;
  readonly endColumn: number;
}

const LEXEMES: readonly [Token['kind'], RegExp][] = [
  ['series', /\d+(?:\.\d+)?(?:-\d+(?:\.\d+)?)+/y],
  ['times', /x\s?\d+(?![\w.])/iy],
  ['number', /\d+(?:\.\d+)?/y],
  ['word', /[a-z]+(?:[-'][a-z]+)*/iy],
  ['comma', /,/y],
  ['other', /\S/y],
];

/** Cuts a piece of a line into tokens; whatever is not known becomes `other`, so nothing is lost. */
export function tokenize(text: string, firstColumn: number): Token[] {
  const tokens: Token[] = [];
  let at = 0;
  while (at < text.length) {
    if (/\s/.test(text[at]!)) {
      at++;
      continue;
    }
    for (const [kind, pattern] of LEXEMES) {
      pattern.lastIndex = at;
      const found = pattern.exec(text)?.[0];
      if (found === undefined) continue;
      tokens.push({
        kind,
        text: found.toLowerCase(),
        value: kind === 'number' ? Number(found) : kind === 'times' ? Number(found.slice(1)) : NaN,
        column: firstColumn + at,
        endColumn: firstColumn + at + found.length,
      });
      at += found.length;
      break;
    }
  }
  return tokens;
}
