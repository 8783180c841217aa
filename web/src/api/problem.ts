import type { FetchBaseQueryError } from '@reduxjs/toolkit/query/react';

/** An error of the API: RFC 9457 problem details. */
export interface Problem {
  status: number;
  title: string;
  detail: string;
  current?: unknown;
  /** It came from a device that was removed: it lies beside the book until the owner takes it. */
  keptAside?: boolean;
}

export type ApiError = FetchBaseQueryError | { message?: string | undefined } | undefined;

/** Not now is no refusal: whoever has to sign in again, and a server that is busy, full or away, is asked again. */
const NOT_NOW = [401, 408, 425, 429];

/** Whether the same, sent again, would be refused again. */
export const isRefusal = (status: number): boolean =>
  status >= 400 && status < 500 && !NOT_NOW.includes(status);

/** Whether somebody who waits for the answer is told it: else there is none, or one that may be another soon. */
export const isSaid = (status: number): boolean =>
  status !== 0 && !NOT_NOW.includes(status) && ![502, 503, 504].includes(status);

/** The server's own words, or what to do when it does not answer. */
export function problemOf(error: ApiError): Problem {
  if (error && 'status' in error && typeof error.status === 'number') {
    const data = error.data as Partial<Problem> | undefined;
    return {
      ...data,
      status: error.status,
      title: data?.title ?? 'Something went wrong',
      detail: data?.detail ?? 'The server gave no reason.',
    };
  }
  return {
    status: 0,
    title: 'The book’s server does not answer',
    detail: 'Check that it is running. What you entered is kept here.',
  };
}
