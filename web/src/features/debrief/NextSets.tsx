import type { Next } from '@canter-book/core/book/next';
import type { Session } from '@canter-book/core/book/records';
import { sameSet } from '@canter-book/core/planner/marks';
import type { Tomorrow } from '@canter-book/core/planner/tomorrow';
import { Failed } from '../../api/Failed.tsx';
import { useSave } from '../../kept/useSave.ts';

const CHOICES: readonly (readonly [Next, string])[] = [
  ['on', 'the next step'],
  ['again', 'the same again'],
  ['back', 'an easier step first'],
  ['rest', 'let it rest'],
];

interface NextSetsProps {
  session: Session;
  lines: readonly Tomorrow[];
}

/** The next step of each set of this lesson: said by the tries, and the instructor's to decide. */
export function NextSets({ session, lines }: NextSetsProps) {
  const { save, isSaving, error } = useSave('session');
  const decide = (line: Tomorrow, next: Next) => {
    const { exercise, rung } = line;
    const others = (session.next ?? []).filter((n) => !sameSet(n, line));
    void save({ ...session, next: [...others, { exercise, rung, next }] }, session);
  };
  return (
    <>
      <ul className="my-2 space-y-2">
        {lines.map((line) => (
          <li key={`${line.exercise}/${line.rung}`}>
            {line.said}
            <label className="mt-0.5 flex items-center gap-2 text-[14px] text-soft">
              next time
              <select
                aria-label={`Next time: ${line.said.split(':')[0]}`}
                value={line.next}
                disabled={isSaving}
                className="min-h-9 rounded-lg border border-line bg-page px-2 text-ink"
                onChange={(event) => decide(line, event.target.value as Next)}
              >
                {CHOICES.map(([next, words]) => (
                  <option key={next} value={next}>
                    {words}
                  </option>
                ))}
              </select>
            </label>
          </li>
        ))}
      </ul>
      <Failed error={error} />
    </>
  );
}
