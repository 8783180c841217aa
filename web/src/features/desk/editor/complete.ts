import {
  autocompletion,
  type CompletionContext,
  type CompletionResult,
} from '@codemirror/autocomplete';
import { FORM_WORDS } from '@canter-book/core/forms/table';
import { KEYWORDS } from '@canter-book/core/notation/parse';

const options = [...new Set([...KEYWORDS, ...FORM_WORDS])].sort().map((label) => ({ label }));

function words(context: CompletionContext): CompletionResult | null {
  const word = context.matchBefore(/[a-z-]{2,}/i);
  if (!word && !context.explicit) return null;
  return { from: word?.from ?? context.pos, options, validFor: /^[a-z-]*$/i };
}

/** Completion of the words of the shorthand. */
export const completion = autocompletion({ override: [words], icons: false });
