import { z } from '../schema.ts';
import type { Sheet } from './sheet.ts';

/** Where judges sit. */
export const JUDGE_PLACES = ['C', 'E', 'B', 'H', 'M', 'K', 'F'] as const;
export type JudgePlace = (typeof JUDGE_PLACES)[number];

/** The marks of one judge: of the boxes by their number, of the collectives by their name. */
export const judgeSchema = z.strictObject({
  at: z.string().check(z.trim(), z.minLength(1), z.maxLength(40)),
  marks: z._default(z.record(z.string().check(z.maxLength(20)), z.number()), {}),
  collectives: z._default(z.record(z.string().check(z.maxLength(120)), z.number()), {}),
});
export type Judge = z.infer<typeof judgeSchema>;

/** A marked ride of a sheet. */
export const marksSchema = z.strictObject({
  judges: z.array(judgeSchema).check(z.minLength(1, 'at least one judge marks'), z.maxLength(7)),
  /** Errors of course. */
  errors: z._default(z.int().check(z.gte(0), z.lte(20)), 0),
  /** The mark that is aimed at in every box. */
  target: z.optional(z.number().check(z.gte(0), z.lte(10))),
});
export type Marks = z.infer<typeof marksSchema>;

/** Whole and half marks from 0 to 10. Source: dressage rules (from memory). */
export const isMark = (value: number): boolean =>
  value >= 0 && value <= 10 && Number.isInteger(value * 2);

/** Faults of a set of marks, as facts; the sentences stand below. */
export type MarkFault =
  | { readonly code: 'judge-twice'; readonly judge: string }
  | { readonly code: 'missing'; readonly judge: string; readonly of: string }
  | { readonly code: 'no-mark'; readonly judge: string; readonly of: string; readonly mark: number }
  | { readonly code: 'unknown'; readonly judge: string; readonly of: string }
  | { readonly code: 'after-elimination'; readonly errors: number; readonly out: number };

const boxName = (number: string): string => `box ${number}`;
const collectiveName = (name: string): string => `“${name}”`;

function faultsOfJudge(sheet: Sheet, { at, marks, collectives }: Judge): MarkFault[] {
  const of = (
    given: Readonly<Record<string, number>>,
    known: readonly string[],
    name: (key: string) => string,
  ): MarkFault[] => [
    ...known
      .filter((key) => given[key] === undefined)
      .map((key): MarkFault => ({ code: 'missing', judge: at, of: name(key) })),
    ...Object.entries(given).flatMap(([key, mark]): MarkFault[] => {
      if (!known.includes(key)) return [{ code: 'unknown', judge: at, of: name(key) }];
      return isMark(mark) ? [] : [{ code: 'no-mark', judge: at, of: name(key), mark }];
    }),
  ];
  return [
    ...of(
      marks,
      sheet.boxes.map((b) => String(b.number)),
      boxName,
    ),
    ...of(
      collectives,
      sheet.collectives.map((c) => c.name),
      collectiveName,
    ),
  ];
}

/** Everything that keeps a ride from being counted out. */
export function markFaults(sheet: Sheet, { judges, errors }: Marks): MarkFault[] {
  const twice = judges
    .filter(({ at }, i) => judges.findIndex((j) => j.at === at) !== i)
    .map(({ at }): MarkFault => ({ code: 'judge-twice', judge: at }));
  const out = sheet.errors.costs.length + 1;
  const after: MarkFault[] = errors > out ? [{ code: 'after-elimination', errors, out }] : [];
  return [...twice, ...judges.flatMap((judge) => faultsOfJudge(sheet, judge)), ...after];
}

export function markFaultSentence(fault: MarkFault): string {
  switch (fault.code) {
    case 'judge-twice':
      return `The judge at ${fault.judge} is there twice: keep one of the two.`;
    case 'missing':
      return `The judge at ${fault.judge} gave no mark for ${fault.of}.`;
    case 'no-mark':
      return `The judge at ${fault.judge} gave ${fault.mark} for ${fault.of}: marks go from 0 to 10 in halves.`;
    case 'unknown':
      return `The judge at ${fault.judge} marked ${fault.of}, which this sheet does not have.`;
    case 'after-elimination':
      return `The ride ended at error ${fault.out}: ${fault.errors} errors cannot be entered.`;
  }
}
