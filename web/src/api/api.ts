import { createApi, fetchBaseQuery } from '@reduxjs/toolkit/query/react';
import { DOCUMENT_NAMES, type DocumentKind } from '@canter-book/core/documents';
import { CLIENT } from './client.ts';

/** The API of the book; each resource adds its endpoints in a file of its own. */

/** Of what is no document of the book. */
const OTHERS = ['Import'] as const;

type Named = (typeof DOCUMENT_NAMES)[DocumentKind];
export type Tag = Named['tag'] | Extract<Named, { open: string }>['open'] | (typeof OTHERS)[number];

/** A document's tags: see `DOCUMENT_NAMES`. */
export interface Called {
  readonly tag: Tag;
  readonly open?: Tag;
  readonly also?: Tag;
}

/** All by which pages show it or what is worked out of it. */
export const tagsOf = ({ tag, open, also }: Called): Tag[] =>
  [tag, open, also].filter((t) => t !== undefined);

export const TAGS: readonly Tag[] = [
  ...new Set(Object.values<Called>(DOCUMENT_NAMES).flatMap(tagsOf)),
  ...OTHERS,
];

const ANY = 'any';
type TagOf = { readonly type: Tag; readonly id: string };

/** The tags of lists, and of everything derived from any of these types. */
export const anyOf = (...types: readonly Tag[]): TagOf[] =>
  types.map((type) => ({ type, id: ANY }));
/** One alone, and whatever shows any: so saving one asks for no other again. */
export const oneAnd = (id: string, ...types: readonly Tag[]): TagOf[] =>
  types.flatMap((type) => [{ type, id }, ...anyOf(type)]);
/** The one that is asked for by its id. */
export const byId =
  (type: Tag) =>
  (_answer: unknown, _error: unknown, id: string): TagOf[] => [{ type, id }];
export const api = createApi({
  baseQuery: fetchBaseQuery({ baseUrl: '/api', headers: { 'X-Client': CLIENT } }),
  tagTypes: TAGS,
  refetchOnReconnect: true,
  endpoints: () => ({}),
});
