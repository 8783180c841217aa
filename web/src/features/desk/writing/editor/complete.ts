import {
  autocompletion,
  type Completion,
  type CompletionContext,
  type CompletionResult,
} from '@codemirror/autocomplete';
import type { Extension } from '@codemirror/state';
import { FORM_WORDS } from '@canter-book/core/lesson/forms';
import { BESIDE_WORDS } from '@canter-book/core/notation/instruction';
import { commentAt, noteAt } from '@canter-book/core/notation/lineParts';
import { KEYWORDS } from '@canter-book/core/notation/parse';

const KNOWN: ReadonlySet<string> = new Set([...KEYWORDS, ...FORM_WORDS, ...BESIDE_WORDS]);
const words: readonly Completion[] = [...KNOWN].sort().map((label) => ({ label }));

/** A word that may go on. One that is finished is not offered again: Enter would take it and not begin a new line. */
const isUnfinished = (word: string): boolean =>
  /^[a-z-]*$/i.test(word) && !KNOWN.has(word.toLowerCase());

/** Within a name, a note to the rider or a comment words are one's own. */
const isProse = (before: string): boolean =>
  commentAt(before) < before.length ||
  noteAt(before) < before.length ||
  (before.match(/"/g) ?? []).length % 2 === 1;

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
    if (isProse(before)) return null;
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
    if (!context.explicit && !(word && isUnfinished(word.text))) return null;
    return { from: word?.from ?? context.pos, options: [...words], validFor: isUnfinished };
  };
  return autocompletion({ override: [source], icons: false });
}
