import { skipToken } from '@reduxjs/toolkit/query/react';
import { problemOf } from './problem.ts';
import {
  useLastWorkedQuery,
  useYardOfQuery,
  useYardQuery,
  type LastWorked,
  type YardRow,
} from './yard.ts';
import type { Query } from './QueryState.tsx';

/** So many are asked for at once. */
const MOST_ASKED = 100;
const TOO_MANY_AT_ONCE = 422;

/** Where the horses stand: all of a yard; of a school those that are shown. */
export interface Yard {
  readonly rows: readonly YardRow[] | undefined;
  /** When each horse worked last: of all of them, however many there are. */
  readonly worked: readonly LastWorked[] | undefined;
  /** More horses than are looked up at once: `rows` has those that are shown. */
  readonly isSchool: boolean;
  /** For what is shown meanwhile. */
  readonly query: Query;
}

/**
 * @param shown horses whose rows are wanted, where not all can be had
 */
export function useYard(
  date: string,
  shown: (worked: readonly LastWorked[]) => readonly string[],
): Yard {
  const whole = useYardQuery(date);
  const isSchool = whole.error !== undefined && problemOf(whole.error).status === TOO_MANY_AT_ONCE;
  const last = useLastWorkedQuery(isSchool ? date : skipToken);
  const wanted = last.data && isSchool ? [...new Set(shown(last.data))].slice(0, MOST_ASKED) : [];
  const some = useYardOfQuery(wanted.length > 0 ? { date, horses: wanted.sort() } : skipToken);
  if (!isSchool) return { rows: whole.data, worked: whole.data, isSchool, query: whole };
  return {
    rows: wanted.length > 0 ? some.data : [],
    worked: last.data,
    isSchool,
    query: last.data ? some : last,
  };
}
