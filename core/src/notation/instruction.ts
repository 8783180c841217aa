import type { Form } from '../forms/contract.ts';
import { readPattern, type Pattern, type Params, type Reach } from '../forms/pattern.ts';
import { slotOf } from '../forms/slots.ts';
import { FORM_IDS, FORM_WORDS, formOf, type FormId } from '../lesson/forms.ts';
import type { Token } from '../forms/tokens.ts';
import type { Instruction, Moment } from '../lesson/document.ts';
import { CONDITIONS, ROUNDS, TIMES } from '../lesson/terms.ts';
import { within } from '../numbers.ts';
import type { FaultFacts } from './faults.ts';
import { nearestWord } from './nearest.ts';

export type ReadInstruction<T> =
  { ok: true; value: T } | { ok: false; fault: FaultFacts; at: Token | null };

/** Every spelling of every form, under each word it can begin with. */
const SPELLINGS = new Map<string, { id: FormId; pattern: Pattern }[]>();
for (const id of FORM_IDS) {
  const form: Form = formOf(id);
  for (const pattern of [form.pattern, ...(form.alsoRead ?? [])]) {
    for (const first of firstWords(pattern.nodes)) {
      const list = SPELLINGS.get(first) ?? [];
      list.push({ id, pattern });
      SPELLINGS.set(first, list);
    }
  }
}

function firstWords(nodes: Pattern['nodes']): string[] {
  const [node, ...rest] = nodes;
  if (!node) return [];
  if (node.kind === 'word') return [...node.words];
  if (node.kind === 'flag') return [node.word, ...firstWords(rest)];
  if (node.kind === 'maybe') return [...firstWords(node.nodes), ...firstWords(rest)];
  return [...node.slot.example];
}

/** Reads one instruction; its tokens hold no comma. */
export function readInstruction(all: readonly Token[]): ReadInstruction<Instruction> {
  let tokens = [...all];
  const extra: Omit<Partial<Instruction>, 'form' | 'params'> = {};
  if (tokens[0]?.text === 'then') {
    extra.then = true;
    tokens = tokens.slice(1);
  }
  const at = tokens.findIndex((t) => t.text === 'at');
  // A form may have a place of its own: “weave poles at E”.
  const whole = at < 0 ? null : readForm(tokens, all);
  if (whole?.ok) return { ok: true, value: { ...whole.value, ...extra } };
  if (at >= 0) {
    const moment = readMoment(tokens.slice(at + 1));
    if (!moment) return unexpected(tokens[at + 1], MOMENTS);
    extra.at = moment;
    tokens = tokens.slice(0, at);
  }
  const lasts = tokens.findIndex((t) => t.text === 'for');
  if (lasts >= 0) {
    const duration = slotOf('duration').read(tokens, lasts + 1);
    if (!duration) return unexpected(tokens[lasts + 1], slotOf('duration').example);
    extra.lastsS = duration.value as number;
    tokens.splice(lasts, 1 + duration.used);
  }
  const until = tokens.findIndex((t) => t.text === 'until');
  if (until >= 0) {
    const [what, word, most] = tokens.slice(until + 1);
    const condition = CONDITIONS.find((c) => c === what?.text);
    if (!condition) return unexpected(what, CONDITIONS);
    extra.until = { what: condition };
    let used = 2;
    if (word?.text === 'max') {
      const rounds = most?.kind === 'number' ? most.value : 0;
      if (!within(ROUNDS, rounds)) return unexpected(most, ['3']);
      extra.until.max = rounds;
      used = 4;
    }
    tokens.splice(until, used);
  }
  const times = tokens.find((t) => t.kind === 'times');
  if (times) {
    if (!within(TIMES, times.value)) return unexpected(times, ['x2']);
    extra.times = times.value;
    tokens = tokens.filter((t) => t !== times);
  }
  const read = readForm(tokens, all);
  return read.ok ? { ok: true, value: { ...read.value, ...extra } } : read;
}

/** Words that stand beside any form: how long, until when, where. */
export const BESIDE_WORDS: readonly string[] = ['then', 'for', 'until', ...CONDITIONS, 'max', 'at'];

const MOMENTS = ['half', 'quarter', 'three-quarter', 'circle points', 'end', 'X'];

function readMoment(tokens: readonly Token[]): Moment | null {
  const said = tokens.map((t) => t.text).join(' ');
  if (MOMENTS.includes(said)) return said as Moment;
  return /^[a-z]$/.test(said) ? said.toUpperCase() : null;
}

function readForm(
  tokens: readonly Token[],
  all: readonly Token[],
): ReadInstruction<{ form: FormId; params: Params }> {
  const first = tokens[0];
  if (!first) return unexpected(all.at(-1) ?? null, ['circle', 'trot', 'halt']);
  const spellings = SPELLINGS.get(first.text);
  if (!spellings) return unknown(first);
  const reach: Reach = { at: 0, expected: new Set() };
  for (const { id, pattern } of spellings) {
    const match = readPattern(pattern, tokens, reach);
    if (match?.used === tokens.length) {
      return { ok: true, value: { form: id, params: match.params } };
    }
    if (match && match.used > reach.at) {
      reach.at = match.used;
      reach.expected.clear();
      reach.range = undefined;
    }
  }
  const stopped = tokens[reach.at] ?? null;
  if (stopped && reach.range) {
    const { least, most, unit } = reach.range;
    const fault = { code: 'out-of-range', found: stopped.text, least, most, unit } as const;
    return { ok: false, at: stopped, fault };
  }
  return unexpected(stopped, [...reach.expected]);
}

function unknown(token: Token): ReadInstruction<never> {
  const nearest = nearestWord(token.text, [...SPELLINGS.keys(), ...FORM_WORDS]);
  return { ok: false, at: token, fault: { code: 'unknown-word', word: token.text, nearest } };
}

function unexpected(
  token: Token | null | undefined,
  expected: readonly string[],
): ReadInstruction<never> {
  const nearest = token ? nearestWord(token.text, expected) : null;
  return {
    ok: false,
    at: token ?? null,
    fault: { code: 'unexpected', found: token?.text ?? null, expected, nearest },
  };
}

/** Words that can begin an instruction. */
export const FIRST_WORDS: readonly string[] = [...SPELLINGS.keys()]
  .filter((w) => w.length > 1)
  .sort();
