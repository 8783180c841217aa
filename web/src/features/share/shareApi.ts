import type { Lesson } from '@canter-book/core/lesson/document';
import type { Report } from '@canter-book/core/report/report';
import { api } from '../../api/api.ts';

/** Links by which somebody reads one thing, for a time, without signing in. */

export type What =
  | { kind: 'lesson'; lessonId: string }
  | { kind: 'report'; horseId: string; from: string; to: string }
  | { kind: 'homework'; sessionId: string };

export interface Share {
  readonly id: string;
  readonly what: What;
  readonly title: string;
  /** Null: the owner. */
  readonly madeBy: string | null;
  readonly madeAt: string;
  readonly expiresAt: string;
  readonly openedAt: string | null;
}

export interface Shares {
  /** Where others reach the book; none where it opens on its own machine only. */
  readonly homes: readonly string[];
  readonly shares: readonly Share[];
}

export type Shared = { readonly title: string; readonly expiresAt: string } & (
  | { readonly kind: 'lesson'; readonly lesson: Lesson; readonly horse: string | null }
  | { readonly kind: 'report'; readonly report: Report }
  | {
      readonly kind: 'homework';
      readonly horse: string;
      readonly date: string;
      readonly said: string;
      readonly lesson: Lesson | null;
    }
);

export const shareApi = api.enhanceEndpoints({ addTagTypes: ['Share'] }).injectEndpoints({
  endpoints: (build) => ({
    shares: build.query<Shares, void>({ query: () => 'shares', providesTags: ['Share'] }),
    share: build.mutation<Share & { token: string }, { what: What; days: number }>({
      query: (body) => ({ url: 'shares', method: 'POST', body }),
      invalidatesTags: ['Share'],
    }),
    takeBack: build.mutation<void, string>({
      query: (id) => ({ url: `shares/${id}`, method: 'DELETE' }),
      invalidatesTags: ['Share'],
    }),
    shared: build.query<Shared, string>({
      query: (token) => ({ url: 'shared', headers: { 'X-Share': token } }),
    }),
  }),
});

export const { useShareMutation, useSharedQuery, useSharesQuery, useTakeBackMutation } = shareApi;
