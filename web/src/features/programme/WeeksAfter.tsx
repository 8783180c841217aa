import { useMemo } from 'react';
import type { Rider } from '@canter-book/core/book/records';
import type { ProgrammeRecord } from '@canter-book/core/programme/record';
import { Failed } from '../../api/Failed.tsx';
import { Button, ButtonLink } from '../../ui/Button.tsx';
import { wishedOf } from './keep.ts';
import { MovedList } from './ToKeep.tsx';
import { useKeepWeeks } from './useKeepWeeks.ts';
import { useWeeks } from './useWeeks.ts';

interface WeeksAfterProps {
  record: ProgrammeRecord;
  rider: Rider | null;
}

/** Marks are given one after the other; the weeks are worked out when the hand rests. */
const STILL_MS = 1500;

/** The weeks after a lesson: they are planned again, and nothing moves until it is saved. */
export default function WeeksAfter({ record, rider }: WeeksAfterProps) {
  const { horseId } = record;
  const wished = useMemo(() => wishedOf(record), [record]);
  const weeks = useWeeks({ horseId, record, wished, rider, afterMs: STILL_MS });
  const { keep, isSaving, error } = useKeepWeeks(horseId, record);
  const { made, moved, failed } = weeks;
  return (
    <section aria-label="The weeks ahead" className="mt-6 max-w-xl rounded-lg bg-sand-light p-4">
      <h3 className="mb-1 text-base">The weeks ahead</h3>
      <div role="status">
        {failed ? (
          <p>✕ {failed.why}</p>
        ) : !made ? (
          <p className="text-soft">Looking at the weeks …</p>
        ) : moved.length === 0 ? (
          <p>They stay as planned.</p>
        ) : (
          <>
            <p className="mb-1">With this lesson they change:</p>
            <MovedList moved={moved} />
          </>
        )}
      </div>
      <Failed error={error} />
      <p className="mt-3 flex flex-wrap gap-2">
        {made && moved.length > 0 && (
          <Button disabled={isSaving} onClick={() => void keep(wished, weeks)}>
            Save the new weeks
          </Button>
        )}
        <ButtonLink look="quiet" to={`/horses/${horseId}/programme`}>
          To the weeks
        </ButtonLink>
      </p>
    </section>
  );
}
