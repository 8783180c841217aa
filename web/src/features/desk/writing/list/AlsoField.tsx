import { tokenize } from '@canter-book/core/forms/tokens';
import type { Item, LessonLine } from '@canter-book/core/lesson/document';
import { FORM_IDS, formOf } from '@canter-book/core/lesson/forms';
import { readInstruction } from '@canter-book/core/notation/instruction';
import { printInstruction } from '@canter-book/core/notation/print';
import { SmallSelect } from './small.tsx';

/** What can go with any line. */
const ALSO = FORM_IDS.flatMap((id) => formOf(id).also ?? []);

/** Adds to a line what is done in it as well; what is there already is taken out by its cross. */
export function AlsoField({ line, onChange }: { line: LessonLine; onChange(line: Item): void }) {
  const said = line.instructions.map(printInstruction);
  const add = (words: string) => {
    const read = readInstruction(tokenize(words, 1));
    if (read.ok) onChange({ ...line, instructions: [...line.instructions, read.value] });
  };
  return (
    <>
      {line.instructions.length > 1 &&
        said.map((words, i) => (
          <button
            key={i}
            type="button"
            aria-label={`Remove ${words}`}
            className="min-h-8 rounded-md border border-line bg-page px-2 font-mono text-[12.5px] hover:border-madder"
            onClick={() =>
              onChange({ ...line, instructions: line.instructions.filter((_, k) => k !== i) })
            }
          >
            {words} ×
          </button>
        ))}
      <SmallSelect
        label="also"
        value=""
        none="Extra: none"
        options={['', ...ALSO.filter((words) => !said.includes(words))]}
        onChange={add}
      />
    </>
  );
}
