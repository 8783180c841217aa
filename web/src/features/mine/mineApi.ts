import type { Lesson } from '@canter-book/core/lesson/document';
import type { Scale } from '@canter-book/core/scales';
import type { Day } from '@canter-book/core/programme/days';
import type { Standings } from '@canter-book/core/progress/standing';
import { api } from '../../api/api.ts';
import type { YardRow } from '../../api/yard.ts';

/** What a rider's phone may see: the rider's own. */

export type Answer = NonNullable<YardRow['answer']>;

export interface Homework {
  readonly sessionId: string;
  readonly date: string;
  readonly said: string;
  readonly answer: Answer | null;
}

export interface MyHorse {
  readonly id: string;
  readonly name: string;
  readonly homework: Homework | null;
  /** The last lesson, to be drawn. */
  readonly lesson: Lesson | null;
  /** Of the week, where the horse has a programme. */
  readonly theme: Scale | null;
  readonly days: readonly Day[];
  readonly standings: Standings;
}

export interface Mine {
  readonly name: string;
  readonly lessons: readonly {
    readonly date: string;
    readonly start: string;
    readonly minutes: number;
    readonly arena: string;
    readonly horse: string;
  }[];
  readonly horses: readonly MyHorse[];
}

export const mineApi = api.enhanceEndpoints({ addTagTypes: ['Mine'] }).injectEndpoints({
  endpoints: (build) => ({
    mine: build.query<Mine, string>({
      query: (date) => ({ url: 'mine', params: { date } }),
      providesTags: ['Mine'],
    }),
    answerHomework: build.mutation<{ stored: number }, Answer & { id: string; sessionId: string }>({
      query: (body) => ({ url: 'mine/answers', method: 'POST', body }),
      invalidatesTags: (answer) => (answer ? ['Mine'] : []),
    }),
  }),
});

export const { useAnswerHomeworkMutation, useMineQuery } = mineApi;
