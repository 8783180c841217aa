import { createApi, fetchBaseQuery } from '@reduxjs/toolkit/query/react';
import { CLIENT } from './client.ts';

/** What the book is asked: each resource adds its endpoints in a file of its own. */

export const TAGS = [
  'Horse',
  'Rider',
  'Lesson',
  // The one at the desk: asked for again when another device has saved it, not after one's own saves.
  'OpenLesson',
  'Session',
  'Observations',
  'Exercise',
  'Import',
  'Ride',
  'Programme',
  'Appointment',
  'Timetable',
  'Busy',
] as const;
export type Tag = (typeof TAGS)[number];

const ANY = 'any';
type TagOf = { readonly type: Tag; readonly id: string };

/** What shows any of these: lists, and what is worked out of them. */
export const anyOf = (...types: readonly Tag[]): TagOf[] =>
  types.map((type) => ({ type, id: ANY }));
/** One alone, and whatever shows any: so saving one asks for no other again. */
export const oneAnd = (id: string, ...types: readonly Tag[]): TagOf[] =>
  types.flatMap((type) => [{ type, id }, ...anyOf(type)]);
/** The one that is asked for by its id. */
export const byId =
  (type: Tag) =>
  (_answer: unknown, _error: unknown, id: string): TagOf[] => [{ type, id }];
/** The one that was saved. */
export const saved =
  (...types: readonly Tag[]) =>
  (_answer: unknown, _error: unknown, { id }: { readonly id: string }): TagOf[] =>
    oneAnd(id, ...types);
/** The one that was deleted. */
export const deleted =
  (...types: readonly Tag[]) =>
  (_answer: unknown, _error: unknown, id: string): TagOf[] =>
    oneAnd(id, ...types);

/** What a browser still sends for a page that is being closed. */
const MOST_AFTER_CLOSING = 50_000;

/** Saves a document under its id. */
export const put = <T extends { id: string }>(path: string) => ({
  query: (body: T) => ({
    url: `${path}/${body.id}`,
    method: 'PUT',
    body,
    keepalive: JSON.stringify(body).length < MOST_AFTER_CLOSING,
  }),
});

export const api = createApi({
  baseQuery: fetchBaseQuery({ baseUrl: '/api', headers: { 'X-Client': CLIENT } }),
  tagTypes: TAGS,
  refetchOnReconnect: true,
  endpoints: () => ({}),
});
