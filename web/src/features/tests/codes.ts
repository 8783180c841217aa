/** A scribe's short hand: a few letters that stand for a remark. */
export interface Code {
  readonly code: string;
  readonly words: string;
}

const USUAL: readonly Code[] = [
  { code: 'lt', words: 'lost the tempo' },
  { code: 'nb', words: 'needs more bend' },
  { code: 'ns', words: 'not straight' },
  { code: 'nsq', words: 'halt not square' },
  { code: 'ab', words: 'above the bit' },
  { code: 'bv', words: 'behind the vertical' },
  { code: 'hr', words: 'hurried' },
  { code: 'me', words: 'more engagement behind' },
  { code: 'wp', words: 'well prepared' },
  { code: 'gt', words: 'good transition' },
];

const KEY = 'canter-book-remark-codes';

export function readCodes(): readonly Code[] {
  try {
    const kept = JSON.parse(localStorage.getItem(KEY) ?? 'null') as unknown;
    const isCode = (c: unknown): c is Code =>
      typeof (c as Code)?.code === 'string' && typeof (c as Code).words === 'string';
    return Array.isArray(kept) ? kept.filter(isCode) : USUAL;
  } catch {
    return USUAL;
  }
}

export const keepCodes = (codes: readonly Code[]): void =>
  localStorage.setItem(KEY, JSON.stringify(codes));

/** One code a line, “lt lost the tempo”; what is no code is left out. */
export const codesIn = (text: string): Code[] =>
  text.split('\n').flatMap((line) => {
    const [, code, words] = /^\s*(\S{1,6})\s+(\S.*)$/.exec(line) ?? [];
    return code && words ? [{ code: code.toLowerCase(), words: words.trim() }] : [];
  });

export const codesText = (codes: readonly Code[]): string =>
  codes.map(({ code, words }) => `${code} ${words}`).join('\n');

/** The remark with its codes written out: each by itself, between spaces or commas. */
export const expanded = (remark: string, codes: readonly Code[]): string =>
  remark
    .split(/([\s,;]+)/)
    .map((part) => codes.find((c) => c.code === part.toLowerCase())?.words ?? part)
    .join('');
