import { DOCUMENT_NAMES, type DocumentKind } from '@canter-book/core/documents';
import type { Observation } from '@canter-book/core/observations/observation';
import type { AnyDocument } from '../kept/keptSlice.ts';
import { anyOf, api, oneAnd, type Called, type Tag } from './api.ts';

/** How what was kept on the device goes to the book, whatever kind of document it is. */

/** Bytes a browser still sends for a page that is closing (fetch keepalive allows 64 kB). */
const MOST_AFTER_CLOSING = 50_000;

/** A book has one: it has no id in its address. */
const ONLY_ONE: readonly DocumentKind[] = ['timetable'];

const addressOf = (kind: DocumentKind, id: string): string =>
  ONLY_ONE.includes(kind) ? DOCUMENT_NAMES[kind].at : `${DOCUMENT_NAMES[kind].at}/${id}`;

/** What shows it, what lists it, and what is worked out of it; its neighbours stay as they are. */
export function shownOf(kind: DocumentKind, id: string): { type: Tag; id: string }[] {
  const { tag, also }: Called = DOCUMENT_NAMES[kind];
  return [...oneAnd(id, tag), ...(also ? anyOf(also) : [])];
}

/** Observations are shown by their session. */
export const shownOfSession = (id: string) => oneAnd(id, 'Observations', 'Session');

export const keptApi = api.injectEndpoints({
  endpoints: (build) => ({
    put: build.mutation<AnyDocument, { kind: DocumentKind; document: AnyDocument }>({
      query: ({ kind, document: body }) => ({
        url: addressOf(kind, body.id),
        method: 'PUT',
        body,
        keepalive: JSON.stringify(body).length < MOST_AFTER_CLOSING,
      }),
      invalidatesTags: (_answer, _error, { kind, document }) => shownOf(kind, document.id),
    }),
    remove: build.mutation<null, { kind: DocumentKind; id: string }>({
      query: ({ kind, id }) => ({ url: addressOf(kind, id), method: 'DELETE' }),
      invalidatesTags: (_answer, _error, { kind, id }) => shownOf(kind, id),
    }),
    append: build.mutation<{ stored: number }, readonly Observation[]>({
      query: (observations) => ({ url: 'observations', method: 'POST', body: { observations } }),
      invalidatesTags: (_answer, _error, observations) =>
        [...new Set(observations.map((o) => o.sessionId))].flatMap(shownOfSession),
    }),
  }),
});
