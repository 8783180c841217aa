import type { Wished } from '@canter-book/core/programme/fromBook';
import type { ProgrammeRecord } from '@canter-book/core/programme/record';
import { today } from '../../app/dates.ts';
import { tell } from '../../app/notices.ts';
import { useSave } from '../../kept/useSave.ts';
import { recordFrom } from './keep.ts';
import type { WeeksState } from './useWeeks.ts';

/** Weeks that were worked out become the plan that holds; told, and to be taken back. */
export function useKeepWeeks(horseId: string, record: ProgrammeRecord | null) {
  const { save, error, isSaving } = useSave('programme');
  /** @returns whether they are saved */
  const keep = async (wished: Wished, { made, moved }: WeeksState): Promise<boolean> => {
    if (!made) return false;
    const is = recordFrom(record, horseId, wished, made, moved, today());
    const { error: refused, data = is } = await save(is, record);
    if (refused) return false;
    tell(record ? 'The new weeks are saved.' : 'The programme is saved.', () =>
      record ? save(record, data) : undefined,
    );
    return true;
  };
  return { keep, isSaving, error };
}
