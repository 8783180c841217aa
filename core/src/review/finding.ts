import type { Fault } from '../forms/contract.ts';
import type { SyntaxFault } from '../notation/faults.ts';
import type { Fix, FindingLevel, SourceKind, Where } from './rule.ts';
import type { RuleCode, RuleFacts } from './rules/table.ts';

export type { FindingLevel, Fix, SourceKind, Where } from './rule.ts';
export type { RuleCode, RuleFacts } from './rules/table.ts';

/** A rule with its own facts: whoever knows the code knows them. */
type OfRule = {
  [C in RuleCode]: { readonly from: 'rule'; readonly code: C; readonly facts: RuleFacts[C] };
}[RuleCode];

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
    | OfRule
  );

/** How the book knows. */
export const SOURCE_WORDS: Readonly<Record<SourceKind, string>> = {
  rule: 'rule',
  study: 'study',
  practice: 'common practice',
};
