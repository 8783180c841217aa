import type { EndpointBuilder } from '@reduxjs/toolkit/query/react';
import { DOCUMENT_NAMES, type DocumentKind, type Documents } from '@canter-book/core/documents';
import { anyOf, byId, type Asking, type Called, type Tag } from './api.ts';

type Build = EndpointBuilder<Asking, Tag, 'api'>;

/**
 * What pages ask of a document of the book, whatever it is: all or some of them, one by its id. It is saved and removed
 * through what is kept on the device: see `kept/useSave.ts`.
 */
export function documents<K extends DocumentKind>(build: Build, kind: K) {
  const { at, tag, open = tag }: Called & { readonly at: string } = DOCUMENT_NAMES[kind];
  const extraOptions = { kind };
  return {
    all: build.query<Documents[K][], void>({
      query: () => at,
      providesTags: anyOf(tag),
      extraOptions,
    }),
    some: <Asked extends object, Answer = Documents[K][]>() =>
      build.query<Answer, Asked>({
        query: (params) => ({ url: at, params }),
        providesTags: anyOf(tag),
        extraOptions,
      }),
    one: build.query<Documents[K], string>({
      query: (id) => `${at}/${id}`,
      providesTags: byId(open),
      extraOptions,
    }),
  };
}
