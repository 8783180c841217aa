import {
  autocompletion,
  type Completion,
  type CompletionContext,
  type CompletionResult,
} from '@codemirror/autocomplete';
import type { Extension } from '@codemirror/state';
import { FORM_WORDS } from '@canter-book/core/lesson/forms';
import { BESIDE_WORDS } from '@canter-book/core/notation/instruction';
import { KEYWORDS } from '@canter-book/core/notation/parse';

const words: readonly Completion[] = [...new Set([...KEYWORDS, ...FORM_WORDS, ...BESIDE_WORDS])]
  .sort()
  .map((label) => ({ label }));

/** What the lesson before a line says about the line. */
export interface LineHelp {
  /** Letters that can be reached at the beginning of a line of this text, and how far they are. */
  lettersFrom(line: number, text: string): readonly { letter: string; metres: number }[];
  /** A sentence on the line: where, how long, how many strides. */
  describe(line: number): string | null;
}

/** Completion of the words of the shorthand, and of the letters that can be reached from here. */
export function completion(help: () => LineHelp): Extension {
  const source = (context: CompletionContext): CompletionResult | null => {
    const line = context.state.doc.lineAt(context.pos);
    const before = line.text.slice(0, context.pos - line.from);
    const [, space, letter] = /^(\s*)([a-z]?)$/i.exec(before) ?? [];
    if (space !== undefined && letter !== undefined && (letter || context.explicit)) {
      const letters = help()
        .lettersFrom(line.number, context.state.doc.toString())
        .map(({ letter: label, metres }, i): Completion => ({
          label,
          detail: metres < 0.5 ? 'here' : `${Math.round(metres)} m on`,
          boost: 90 - i,
        }));
      return { from: line.from + space.length, options: [...letters, ...words] };
    }
    const word = context.matchBefore(/[a-z-]{2,}/i);
    if (!word && !context.explicit) return null;
    return { from: word?.from ?? context.pos, options: [...words], validFor: /^[a-z-]*$/i };
  };
  return autocompletion({ override: [source], icons: false });
}
