import type { EndpointBuilder, fetchBaseQuery } from '@reduxjs/toolkit/query/react';
import { DOCUMENT_NAMES, type DocumentKind, type Documents } from '@canter-book/core/documents';
import { anyOf, byId, oneAnd, type Called, type Tag } from './api.ts';

type Build = EndpointBuilder<ReturnType<typeof fetchBaseQuery>, Tag, 'api'>;

/** Bytes a browser still sends for a page that is closing (fetch keepalive allows 64 kB). */
const MOST_AFTER_CLOSING = 50_000;

/**
 * What pages ask of a document of the book, whatever it is: all or some of them, one by its id, saved and removed. Saving one asks
 * for it again, for the lists and for what is worked out of it; its neighbours stay as they are.
 */
export function documents<K extends DocumentKind>(build: Build, kind: K) {
  const { at, tag, open = tag, also }: Called & { readonly at: string } = DOCUMENT_NAMES[kind];
  const changed = (id: string) => [...oneAnd(id, tag), ...(also ? anyOf(also) : [])];
  return {
    all: build.query<Documents[K][], void>({ query: () => at, providesTags: anyOf(tag) }),
    some: <Asked extends object, Answer = Documents[K][]>() =>
      build.query<Answer, Asked>({
        query: (params) => ({ url: at, params }),
        providesTags: anyOf(tag),
      }),
    one: build.query<Documents[K], string>({
      query: (id) => `${at}/${id}`,
      providesTags: byId(open),
    }),
    save: build.mutation<Documents[K], Documents[K]>({
      query: (body) => ({
        url: `${at}/${body.id}`,
        method: 'PUT',
        body,
        keepalive: JSON.stringify(body).length < MOST_AFTER_CLOSING,
      }),
      invalidatesTags: (_answer, _error, { id }) => changed(id),
    }),
    remove: build.mutation<void, string>({
      query: (id) => ({ url: `${at}/${id}`, method: 'DELETE' }),
      invalidatesTags: (_answer, _error, id) => changed(id),
    }),
  };
}
