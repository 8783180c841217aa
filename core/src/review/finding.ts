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
  'letter-behind': { letter: string; metres: number };
  'arena-too-small': { diameterM: number; widthM: number };
  'wrong-lead': { lead: string; rein: string };
  'circle-too-small': { diameterM: number; smallestM: number; gait: string; stage: number };
  'loops-too-tight': { loops: number; loopM: number; smallestM: number; gait: string };
  'stretch-too-small': { diameterM: number; leastM: number };
  'not-yet': { kind: string; from: number; stage: number };
  'lateral-too-steep': { kind: string; deg: number; steepestDeg: number; stage: number };
  'shoulder-in-unbent': { bend: string };
  'pirouette-from-corner': { kind: string; lineM: number };
  'pirouette-unshortened': { kind: string; pace: string };
  'pirouette-no-line-out': { kind: string; lineM: number };
  'depart-after-pirouette': { side: string; lead: string };
  'canter-from-halt': object;
  'changes-too-close': { strides: number | null; apart: number | null; stage: number };
  'counter-canter-tight': { diameterM: number; smallestM: number | null; stage: number };
  'collected-too-long': { seconds: number; mostS: number | null; stage: number };
  'no-forward-after': { seconds: number };
  'break-overdue': { minutes: number; mostMin: number };
  'gait-unsettled': { kind: string; gait: string; strides: number; least: number };
  'repeated-too-often': { kind: string; times: number; useful: number };
  'transition-drilled': { from: string; to: string; letter: string; times: number };
  'reins-uneven': { rein: string; sharePercent: number };
  'hollow-side-less': { side: string; percent: number };
  'one-sided-gait': { gait: string; side: string; missing: string };
  'hard-without-shoulder-in': {
    kind: string;
    side: string | null;
    there: number;
    wanted: number;
  };
  'turns-dense': { percent: number };
  'warm-up-missing': { walkedS: number };
  'cold-collection': { minutes: number; easyMin: number };
  'stretch-missing': object;
  'walk-at-end-missing': { walkedS: number };
  'no-long-rein-after': { kind: string };
  'lengthening-unbalanced': { pace: string; gait: string };
  'halt-off-line': { lineM: number };
  'rein-back-unprepared': object;
  'call-too-short': { first: string; second: string; seconds: number };
  'equipment-in-way': { what: string; text: string };
  'poles-spacing': { spacedM: number; gait: string; low: number; high: number };
  'poles-missed': { letter: string; missed: readonly number[]; of: number };
  'phase-off-plan': { name: string; plannedS: number; seconds: number; over: boolean };
  'approach-otherwise': { approach: string; says: string };
  'lesson-too-long': { minutes: number; mostMin: number };
  'canter-not-plain-first': { kind: string; lead: string | null };
  'collected-walk-too-long': { seconds: number; mostS: number };
  'big-canter-in-corner': { pace: string };
  'no-stretch-after-transitions': { times: number };
  'stretch-one-sided': { missing: string };
  'halt-from-canter-early': { stage: number; from: number };
  'outward-change-unannounced': { strides: number };
  restricted: { said: string; by: string; until: string };
  'marked-twice': { name: string };
  'box-misplaced': { inRepeat: boolean };
  'box-empty': { number: number };
  'canter-shoulder-in': object;
  'in-hand-too-long': { minutes: number; mostMin: number };
  'in-hand-late': object;
  'in-hand-drilled': { steps: number; most: number };
  'ridden-in-hand': { text: string };
  'too-little-of-gait': { gait: string; percent: number; least: number; stage: number };
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
  /** Rules that are silent where this one has spoken of the same act. */
  readonly supersedes?: readonly RuleCode[];
  /** It speaks of how a horse is taught, and has nothing to say of a test that is ridden. */
  readonly teaching?: true;
  /** It is silent when one of these has spoken of the same. */
  readonly yieldsTo?: readonly RuleCode[];
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
