import type { Fault } from '../forms/contract.ts';
import type { Point } from '../geometry/curve.ts';
import type { Lesson } from '../lesson/document.ts';
import type { SyntaxFault } from '../notation/faults.ts';
import type { Ride } from '../ride/types.ts';

export type FindingLevel = 'error' | 'warning' | 'hint';
export type SourceKind = 'rule' | 'study' | 'practice';

/** Facts each rule reports; the sentences live in messages. */
export interface RuleFacts {
  'figure-leaves-arena': { kind: string; overM: number };
  'wrong-lead': { lead: string; rein: string };
  'circle-too-small': { diameterM: number; smallestM: number; gait: string; stage: number };
  'reins-uneven': { rein: string; sharePercent: number };
  'warm-up-missing': { walkedS: number };
  'walk-at-end-missing': { walkedS: number };
  'transition-drilled': { from: string; to: string; letter: string; times: number };
}

export type RuleCode = keyof RuleFacts;

/** Where in the lesson a finding belongs; −1 is the line itself, and no item the whole lesson. */
export interface Where {
  readonly itemId: string | null;
  readonly act: number;
  readonly at?: Point;
}

/** A change of the document after which the rule is silent. */
export interface Fix {
  readonly label: string;
  apply(lesson: Lesson): Lesson;
}

export type Hit<C extends RuleCode> = Where & { readonly facts: RuleFacts[C]; readonly fix?: Fix };

export interface Rule<C extends RuleCode = RuleCode> {
  readonly code: C;
  readonly level: FindingLevel;
  readonly source: SourceKind;
  check(ride: Ride, lesson: Lesson): readonly Hit<C>[];
}

/** One thing the review has to say. */
export type Finding = Where & {
  readonly level: FindingLevel;
  readonly source: SourceKind;
  readonly fix?: Fix;
  /** In the text, when it was read from one. */
  readonly line?: number;
  readonly column?: number;
  readonly endColumn?: number;
} & (
    | { readonly from: 'text'; readonly code: SyntaxFault['code']; readonly facts: SyntaxFault }
    | { readonly from: 'ride'; readonly code: Fault['code']; readonly facts: Fault }
    | { readonly from: 'rule'; readonly code: RuleCode; readonly facts: RuleFacts[RuleCode] }
  );

export const rule = <C extends RuleCode>(r: Rule<C>): Rule<C> => r;
