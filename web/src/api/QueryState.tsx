import type { FetchBaseQueryError } from '@reduxjs/toolkit/query';
import type { SerializedError } from '@reduxjs/toolkit';
import { NotFound } from '../app/NotFound.tsx';
import { Button } from '../ui/Button.tsx';
import { Empty } from '../ui/Empty.tsx';
import { Loading } from '../ui/Loading.tsx';
import { problemOf } from './problem.ts';

export interface Query {
  isLoading: boolean;
  error?: FetchBaseQueryError | SerializedError | undefined;
  refetch(): unknown;
}

/** Shown while data is loading, missing or failed. */
export function QueryState({ query, what }: { query: Query; what: string }) {
  if (query.isLoading || !query.error) return <Loading what={what} />;
  const problem = problemOf(query.error);
  if (problem.status === 404 || problem.status === 400) return <NotFound what={what} />;
  return (
    <div className="mx-auto max-w-xl p-8" role="alert">
      <Empty title={problem.title}>
        <p>{problem.detail}</p>
        <Button onClick={() => void query.refetch()}>Try again</Button>
      </Empty>
    </div>
  );
}
