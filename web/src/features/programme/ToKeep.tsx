import type { ProgrammeRecord } from '@canter-book/core/programme/record';
import { longDate } from '../../app/dates.ts';
import { Button } from '../../ui/Button.tsx';

interface ToKeepProps {
  isNew: boolean;
  moved: readonly string[];
  isChanged: boolean;
  isSaving: boolean;
  onKeep(): void;
  onBack: (() => void) | null;
}

const MOST_TOLD = 8;

/** Nothing moves silently: what would change, why, and whether to take it. */
export function ToKeep({ isNew, moved, isChanged, isSaving, onKeep, onBack }: ToKeepProps) {
  return (
    <section
      aria-label="What changes"
      className="mb-5 rounded-lg border border-leather bg-page p-4"
    >
      {isNew ? (
        <p>These weeks are a proposal. Change what you like, then save them.</p>
      ) : moved.length > 0 ? (
        <>
          <h2 className="mb-1 text-lg">{isChanged ? 'With your change' : 'Since the last plan'}</h2>
          <MovedList moved={moved} />
        </>
      ) : (
        <p>Your change affects nothing else.</p>
      )}
      <p className="mt-3 flex flex-wrap gap-2">
        <Button disabled={isSaving} onClick={onKeep}>
          {isNew ? 'Save these weeks' : 'Save the new weeks'}
        </Button>
        {onBack && (
          <Button look="quiet" onClick={onBack}>
            Discard my change
          </Button>
        )}
      </p>
    </section>
  );
}

export const MovedList = ({ moved }: { moved: readonly string[] }) => (
  <>
    <ul className="list-inside list-disc text-[14px]">
      {moved.slice(0, MOST_TOLD).map((said) => (
        <li key={said}>{said}</li>
      ))}
    </ul>
    {moved.length > MOST_TOLD && (
      <p className="text-[14px] text-soft">and {moved.length - MOST_TOLD} more</p>
    )}
  </>
);

export const BeforeTheFirst = ({ name }: { name: string }) => (
  <div className="max-w-2xl rounded-xl border border-dashed border-line bg-page p-6 text-soft">
    <h2 className="mb-2 text-lg text-ink">No programme yet.</h2>
    <p className="mb-2">
      Say what you want to reach and by when, or simply keep going. The book sets out the weeks for{' '}
      {name}: a theme for two to five weeks, which days are lessons and which are light, how the
      load grows, and a gate at the end of each step that the marks and tries of your lessons open.
    </p>
    <p>After every lesson it looks again, and says what would change and why.</p>
  </div>
);

export function MovedBefore({ record }: { record: ProgrammeRecord }) {
  return (
    <section>
      <h2 className="mb-1 text-lg">What has changed</h2>
      <ul className="space-y-2 text-[14px]">
        {record.moved.slice(0, 6).map(({ on, said }) => (
          <li key={on + said[0]}>
            <b>{longDate(on)}</b>
            <ul className="list-inside list-disc text-soft">
              {said.slice(0, 4).map((line) => (
                <li key={line}>{line}</li>
              ))}
            </ul>
          </li>
        ))}
      </ul>
    </section>
  );
}
