/** Where something stands in the text: 1-based, the end exclusive. */
export interface Span {
  readonly line: number;
  readonly column: number;
  readonly endColumn: number;
}

/** Faults of reading, as facts; the sentences live with the findings' messages. */
export type SyntaxFault = Span &
  (
    | { readonly code: 'unknown-word'; readonly word: string; readonly nearest: string | null }
    | {
        readonly code: 'unexpected';
        readonly found: string | null;
        readonly expected: readonly string[];
        readonly nearest: string | null;
      }
    | {
        readonly code: 'out-of-range';
        readonly found: string;
        readonly least: number;
        readonly most: number;
        readonly unit: string;
      }
    | { readonly code: 'bad-header'; readonly header: string; readonly example: string }
    | { readonly code: 'said-twice'; readonly header: string }
    | { readonly code: 'repeat-unclosed' }
    | { readonly code: 'repeat-too-deep'; readonly most: number }
    | { readonly code: 'bracket-unopened' }
    | { readonly code: 'note-unfit'; readonly length: number; readonly most: number }
    | { readonly code: 'too-many-at-once'; readonly most: number }
    | { readonly code: 'line-too-long'; readonly most: number }
    | { readonly code: 'too-long'; readonly most: number }
  );

/** A fault before its place in the text is known. */
export type FaultFacts = SyntaxFault extends infer F
  ? F extends Span
    ? Omit<F, keyof Span>
    : never
  : never;
