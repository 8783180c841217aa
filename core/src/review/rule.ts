import type { Point } from '../geometry/curve.ts';
import type { Lesson } from '../lesson/document.ts';
import type { Ride } from '../ride/types.ts';

export type FindingLevel = 'error' | 'warning' | 'hint';
export type SourceKind = 'rule' | 'study' | 'practice';

/** A sentence on the matter, and one on the way out. */
export interface Sentence {
  readonly what: string;
  readonly why: string;
}

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

export type Hit<F extends object> = Where & { readonly facts: F; readonly fix?: Fix };

/** A rule of the review: what it reports, when it speaks, and what it says. */
export interface Rule<F extends object = object, C extends string = string> {
  readonly code: C;
  readonly level: FindingLevel;
  readonly source: SourceKind;
  /** Rules that are silent where this one has spoken of the same act. */
  readonly supersedes?: readonly string[];
  /** It speaks of how a horse is taught, and has nothing to say of a test that is ridden. */
  readonly teaching?: true;
  /** It is silent when one of these has spoken of the same. */
  readonly yieldsTo?: readonly string[];
  check(ride: Ride, lesson: Lesson): readonly Hit<F>[];
  /** Its facts as a sentence for people. */
  say(facts: F): Sentence;
}

/** @param made its facts are what `say` takes */
export const rule = <F extends object, const C extends string>(
  made: Omit<Rule<F, C>, 'check'> & {
    check(ride: Ride, lesson: Lesson): readonly Hit<NoInfer<F>>[];
  },
): Rule<F, C> => made;
