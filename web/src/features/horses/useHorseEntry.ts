import { useState, type ChangeEvent } from 'react';
import { horseSchema, type Horse } from '@canter-book/core/book/records';
import { same } from '@canter-book/core/documents/fields';
import { z } from '@canter-book/core/schema';

/** A horse while it is entered: what was typed stays, whatever is saved elsewhere meanwhile. */

export const thisYear = (): number => new Date().getFullYear();

/** A horse is entered by somebody today: it has been born. */
const enteredSchema = horseSchema.check(
  z.refine((h) => h.bornYear === null || h.bornYear <= thisYear(), { path: ['bornYear'] }),
);

/** From the text of a field to its value; one that cannot be is found by the schema. */
export const READ = {
  text: (text: string): unknown => text,
  number: Number,
  /** Empty: not known. */
  numberOrNull: (text: string) => (text === '' ? null : Number(text)),
  textOrNull: (text: string) => text || null,
  /** Empty: not said. */
  numberOrNone: (text: string) => (text === '' ? undefined : Number(text)),
  textOrNone: (text: string) => text || undefined,
} as const;

type Branch = Readonly<Record<string, unknown>>;

const at = (horse: Horse, path: string): unknown =>
  path.split('.').reduce<unknown>((part, name) => (part as Branch | undefined)?.[name], horse);

function withAt<T>(branch: T, [name, ...rest]: readonly string[], value: unknown): T {
  if (name === undefined) return value as T;
  const inner = (branch as Branch | undefined)?.[name];
  return { ...branch, [name]: withAt(inner, rest, value) };
}

interface Typed {
  readonly text: string;
  readonly value: unknown;
}

type Control = HTMLInputElement | HTMLSelectElement | HTMLTextAreaElement;

export interface HorseEntry {
  /** As it would be saved. */
  readonly horse: Horse;
  readonly isDirty: boolean;
  /** For a field of the form, by the path of what it says ("limits.setBy"). */
  enter(
    path: string,
    read?: (text: string) => unknown,
  ): { value: string; onChange(event: ChangeEvent<Control>): void };
  set(path: string, value: unknown): void;
  /** The fault at a path, once saving was tried. */
  wrong(path: string): string | undefined;
  /** How often it was tried to save it. */
  readonly tries: number;
  /** The horse as it is to be saved; null where something is wrong, which is said from now on. */
  check(): Horse | null;
}

/** @param stands as the book has it now */
export function useHorseEntry(stands: Horse): HorseEntry {
  const [typed, setTyped] = useState<Readonly<Record<string, Typed>>>({});
  const [tries, setTries] = useState(0);
  const all = Object.entries(typed);
  const horse = all.reduce((h, [path, { value }]) => withAt(h, path.split('.'), value), stands);
  const said = (tries > 0 && enteredSchema.safeParse(horse).error?.issues) || [];
  const put = (path: string, value: unknown, text = '') =>
    setTyped((before) => ({ ...before, [path]: { text, value } }));
  return {
    horse,
    tries,
    isDirty: all.some(([path, { value }]) => !same(value, at(stands, path))),
    enter: (path, read = READ.text) => ({
      value: typed[path]?.text ?? String(at(stands, path) ?? ''),
      onChange: ({ target: { value } }) => put(path, read(value), value),
    }),
    set: put,
    wrong: (path) =>
      said.find((issue) => `${issue.path.join('.')}.`.startsWith(`${path}.`))?.message,
    check() {
      setTries(tries + 1);
      return enteredSchema.safeParse(horse).data ?? null;
    },
  };
}
