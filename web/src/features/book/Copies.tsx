import { useState } from 'react';
import { api } from '../../api/api.ts';
import { problemOf } from '../../api/problem.ts';
import type { BundleReport } from '../../api/wholeBook.ts';
import { Failed } from '../../api/Failed.tsx';
import { whenSaid } from '../../app/dates.ts';
import { Button } from '../../ui/Button.tsx';

interface Copy {
  readonly name: string;
  readonly at: string;
  readonly records: number;
}

const copiesApi = api.enhanceEndpoints({ addTagTypes: ['Copy'] }).injectEndpoints({
  endpoints: (build) => ({
    copies: build.query<Copy[], void>({ query: () => 'book/copies', providesTags: ['Copy'] }),
    writeCopy: build.mutation<Copy[], void>({
      query: () => ({ url: 'book/copies', method: 'POST' }),
      invalidatesTags: ['Copy'],
    }),
    checkCopy: build.mutation<BundleReport, string>({
      query: (name) => ({ url: 'book/copies/check', method: 'POST', body: { name } }),
    }),
  }),
});
const { useCheckCopyMutation, useCopiesQuery, useWriteCopyMutation } = copiesApi;

/** The rest is unfolded. */
const FIRST = 3;
const many = new Intl.NumberFormat('en-GB');

/** The safety copies beside the book: each was read back when it was written, and can be read through again. */
export function Copies() {
  const { data: copies, error } = useCopiesQuery(undefined, { refetchOnMountOrArgChange: true });
  const [write, writing] = useWriteCopyMutation();
  // A book in a database has none: its keeper copies it.
  if (!copies) return problemOf(error).status === 404 ? null : <Failed error={error} />;
  return (
    <section aria-labelledby="copies">
      <h2 id="copies" className="mb-1 text-xl">
        Safety copies
      </h2>
      <p className="mb-4 max-w-3xl text-[14px] text-soft">
        Written beside the book every six hours and when it is closed, if something has changed.
        Keep one on another disk now and then.
      </p>
      {copies.length === 0 && <p className="mb-3">There is none yet.</p>}
      <ul className="mb-3 max-w-3xl">
        {copies.slice(0, FIRST).map((copy) => (
          <CopyRow key={copy.name} copy={copy} />
        ))}
      </ul>
      {copies.length > FIRST && (
        <details className="mb-3 max-w-3xl">
          <summary className="min-h-11 cursor-pointer py-2">{copies.length - FIRST} older</summary>
          <ul>
            {copies.slice(FIRST).map((copy) => (
              <CopyRow key={copy.name} copy={copy} />
            ))}
          </ul>
        </details>
      )}
      <Failed error={writing.error} />
      <Button look="quiet" disabled={writing.isLoading} onClick={() => void write()}>
        {writing.isLoading ? 'Writing …' : 'Write one now'}
      </Button>
    </section>
  );
}

function CopyRow({ copy: { name, at, records } }: { copy: Copy }) {
  const [check, { data, error, isLoading }] = useCheckCopyMutation();
  const [isAsked, setAsked] = useState(false);
  return (
    <li className="flex min-h-12 flex-wrap items-center gap-x-4 border-b border-dotted border-line py-1">
      <b>{whenSaid(at)}</b>
      <span className="tabular flex-1 text-[14px] text-soft">
        {many.format(records)} {records === 1 ? 'record' : 'records'}
        <span className="block font-mono text-[12px] break-all">{name}</span>
      </span>
      <span role="status" className={data && !isWhole(data) ? 'text-madder' : 'text-bottle'}>
        {isAsked && data && saidOf(data)}
      </span>
      <Failed error={error} />
      <Button
        look="quiet"
        disabled={isLoading}
        aria-label={`Check the copy of ${whenSaid(at)}`}
        onClick={() => {
          setAsked(true);
          void check(name);
        }}
      >
        {isLoading ? 'Reading …' : 'Check'}
      </Button>
    </li>
  );
}

const isWhole = ({ whole, refusedCount }: BundleReport): boolean => whole && refusedCount === 0;

function saidOf(report: BundleReport): string {
  if (!report.whole) return '✕ cut short or changed: take another copy';
  if (report.refusedCount > 0) return `✕ ${report.refusedCount} lines cannot be read`;
  const sum = (counts: object) => Object.values(counts).reduce((a: number, b: number) => a + b, 0);
  return `✓ complete, ${many.format(sum(report.added) + sum(report.known))} records read`;
}
