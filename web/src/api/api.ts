import {
  createApi,
  fetchBaseQuery,
  type BaseQueryFn,
  type FetchArgs,
  type FetchBaseQueryError,
} from '@reduxjs/toolkit/query/react';
import { DOCUMENT_NAMES, type DocumentKind } from '@canter-book/core/documents';
import type { KeptState } from '../kept/keptSlice.ts';
import { laidOver } from '../kept/overlay.ts';
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

/** Of which kind of document an answer is, where it is one, or a list of them. */
interface Of {
  readonly kind?: DocumentKind;
}
export type Asking = BaseQueryFn<string | FetchArgs, unknown, FetchBaseQueryError, Of>;

interface State {
  readonly kept?: KeptState;
  readonly api: { readonly queries: Readonly<Record<string, { data?: unknown } | undefined>> };
}

const fetched = fetchBaseQuery({ baseUrl: '/api', headers: { 'X-Client': CLIENT } });

/** Whether pages go by what they know: the book is away, or has not got it yet. */
const isNotThere = ({ status }: FetchBaseQueryError): boolean =>
  typeof status !== 'number' || status >= 500 || status === 404;

/** Asks the book, and lays over its answer what waits on this device. */
const asking: Asking = async (args, page, of) => {
  const answer = await fetched(args, page, {});
  if (page.type !== 'query' || !of?.kind) return answer;
  if (answer.error && !isNotThere(answer.error)) return answer;
  const { kept, api: cache } = page.getState() as State;
  const known = answer.error ? cache.queries[page.queryCacheKey ?? '']?.data : answer.data;
  const asked = typeof args === 'string' ? { url: args } : args;
  const shown = laidOver(kept, of.kind, asked, known);
  // Nothing of it waits: that the book is away is said as it is.
  return shown === known ? answer : { ...answer, data: shown, error: undefined };
};

export const api = createApi({
  baseQuery: asking,
  tagTypes: TAGS,
  refetchOnReconnect: true,
  endpoints: () => ({}),
});
