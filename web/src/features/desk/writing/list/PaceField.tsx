import { MOVING_GAITS, PACES } from '@canter-book/core/gaits/paces';
import type { Instruction, Item, LessonLine } from '@canter-book/core/lesson/document';
import { readInstruction } from '@canter-book/core/notation/instruction';
import { tokenize } from '@canter-book/core/forms/tokens';
import { SmallSelect } from './small.tsx';

const PACE_FORMS: readonly string[] = ['walk', 'trot', 'canter', 'counterCanter'];
const CHOICES = MOVING_GAITS.flatMap((gait) => PACES[gait].map((pace) => `${gait} ${pace}`));

/** The pace a line asks for; "as before" when it names none. */
export function PaceField({ line, onChange }: { line: LessonLine; onChange(line: Item): void }) {
  const at = line.instructions.findIndex((i) => PACE_FORMS.includes(i.form) && !i.at && !i.then);
  const now = line.instructions[at];
  const said = now ? `${wordOf(now.form)} ${String(now.params['pace'] ?? '')}`.trim() : '';
  const options = ['', ...CHOICES, ...(CHOICES.includes(said) || said === '' ? [] : [said])];
  const choose = (next: string) => {
    const others = line.instructions.filter((_, i) => i !== at);
    if (next === '') return onChange({ ...line, instructions: others });
    const pace = readPace(next);
    if (!pace) return;
    const lead = now?.params['lead'];
    const kept: Instruction =
      lead && pace.form === 'canter' ? { ...pace, params: { ...pace.params, lead } } : pace;
    onChange({ ...line, instructions: [kept, ...others] });
  };
  // The last thing a line holds cannot be taken away: then it would be nothing.
  const needed = line.instructions.length === 1 && at === 0;
  return (
    <SmallSelect
      label="pace"
      value={said}
      options={needed ? options.slice(1) : options}
      onChange={choose}
    />
  );
}

const wordOf = (form: string) => (form === 'counterCanter' ? 'counter-canter' : form);

function readPace(words: string): Instruction | null {
  const read = readInstruction(tokenize(words, 1));
  return read.ok ? read.value : null;
}
