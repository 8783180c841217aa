import type { Rein } from '../arena/rein.ts';
import type { Scale } from '../scales.ts';

/** Why a week is as it is: facts, with their values. The sentences stand in `said.ts`. */
export type Fact =
  | {
      readonly code: 'begins';
      readonly scale: Scale;
      readonly rein: Rein;
      /** Null where nothing is known. */
      readonly mean: number | null;
      readonly least: number;
      readonly because:
        'the first' | 'the next' | 'the goal' | 'again' | 'kept up' | 'you fixed it';
    }
  | { readonly code: 'goes on'; readonly scale: Scale; readonly nth: number; readonly of: number }
  | { readonly code: 'stretched'; readonly scale: Scale }
  | { readonly code: 'moved on'; readonly scale: Scale }
  | { readonly code: 'gate'; readonly scale: Scale }
  | { readonly code: 'grows'; readonly from: number; readonly to: number }
  | { readonly code: 'less'; readonly from: number; readonly to: number }
  | { readonly code: 'steady'; readonly load: number }
  | { readonly code: 'under way' }
  | { readonly code: 'light'; readonly date: string }
  | { readonly code: 'limit'; readonly said: string }
  | { readonly code: 'young'; readonly age: number };
