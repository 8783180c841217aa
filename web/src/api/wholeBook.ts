import type { Session } from '@canter-book/core/book/records';
import type { DocumentKind } from '@canter-book/core/documents';
import type { Observation } from '@canter-book/core/observations/observation';
import { api } from './api.ts';

/** Rows of a table that were taken into the book at one go. */
export interface Import {
  id: string;
  madeAt: string;
  source: string;
  sessions: number;
  observations: number;
}

type Counts = Record<DocumentKind, number>;

/** Report of reading or importing a book file. */
export interface BundleReport {
  added: Counts;
  known: Counts;
  refused: { line: number; why: string }[];
  refusedCount: number;
  whole: boolean;
}

export const wholeBookApi = api.injectEndpoints({
  endpoints: (build) => ({
    takeBook: build.mutation<BundleReport, { file: File; check: boolean }>({
      query: ({ file, check }) => ({
        url: 'book/import',
        method: 'POST',
        params: { check: check ? 1 : 0 },
        headers: {
          'Content-Type': file.name.endsWith('.gz') ? 'application/gzip' : 'application/x-ndjson',
        },
        body: file,
      }),
    }),
    addSessions: build.mutation<
      { added: number; stored: number },
      {
        sessions: Session[];
        observations: Observation[];
        import?: { id: string; source: string };
        join?: boolean;
      }
    >({
      query: ({ join, ...body }) => ({
        url: 'book/sessions',
        method: 'POST',
        body,
        params: join ? { join: 1 } : {},
      }),
      invalidatesTags: ['Observations', 'Session', 'Import'],
    }),
    imports: build.query<Import[], void>({
      query: () => 'book/imports',
      providesTags: ['Import'],
    }),
    undoImport: build.mutation<void, string>({
      query: (id) => ({ url: `book/imports/${id}`, method: 'DELETE' }),
      invalidatesTags: ['Observations', 'Session', 'Import'],
    }),
  }),
});

export const {
  useTakeBookMutation,
  useAddSessionsMutation,
  useImportsQuery,
  useUndoImportMutation,
} = wholeBookApi;
