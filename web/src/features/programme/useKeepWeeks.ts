import type { Wished } from '@canter-book/core/programme/fromBook';
import type { ProgrammeRecord } from '@canter-book/core/programme/record';
import { useSaveProgrammeMutation } from '../../api/programmes.ts';
import { today } from '../../app/dates.ts';
import { tell } from '../../app/notices.ts';
import { recordFrom } from './keep.ts';
import type { WeeksState } from './useWeeks.ts';

/** Weeks that were worked out become the plan that holds; told, and to be taken back. */
export function useKeepWeeks(horseId: string, record: ProgrammeRecord | null) {
  const [save, { error, isLoading: isSaving }] = useSaveProgrammeMutation();
  /** @returns whether they are saved */
  const keep = async (wished: Wished, { made, moved }: WeeksState): Promise<boolean> => {
    if (!made) return false;
    const answer = await save(recordFrom(record, horseId, wished, made, moved, today()));
    if (answer.error) return false;
    tell(record ? 'The new weeks are saved.' : 'The programme is saved.', () =>
      record && answer.data ? save({ ...record, revision: answer.data.revision }) : undefined,
    );
    return true;
  };
  return { keep, isSaving, error };
}
