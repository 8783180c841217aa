import type { Beside } from '../../kept/startKept.ts';
import { teachingRestored, type Teaching } from './ringsideSlice.ts';

/** Lessons under way, kept beside what goes to the book: their clocks, and what is seen on the page. */
export const teachingKept: Beside = {
  prefix: 'teaching:',
  contents: ({ getState }) => getState().ringside.teaching,
  restore({ dispatch }, kept) {
    dispatch(teachingRestored(kept as Readonly<Record<string, Teaching>>));
  },
};
