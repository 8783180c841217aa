import { useState } from 'react';
import { DOCUMENT_KINDS, DOCUMENT_NAMES } from '@canter-book/core/documents';
import { api, TAGS } from '../../api/api.ts';
import { useTakeBookMutation, type BundleReport } from '../../api/wholeBook.ts';
import { Failed } from '../../api/Failed.tsx';
import { useAppDispatch } from '../../app/store.ts';
import { Button, ButtonFile } from '../../ui/Button.tsx';
import { FilePick } from '../../ui/FilePick.tsx';

const TABLES = [
  { href: '/api/book/sessions.csv', label: 'All sessions as a table (CSV)' },
  { href: '/api/book/readings.csv', label: 'All readings as a table (CSV)' },
];

/** The whole book as one file: to keep elsewhere, to move, to bring back. */
export function BookFile() {
  const [file, setFile] = useState<File | null>(null);
  const [report, setReport] = useState<{ of: BundleReport; stored: boolean } | null>(null);
  const [take, taking] = useTakeBookMutation();
  const dispatch = useAppDispatch();
  const look = async (chosen: File, check: boolean) => {
    const done = await take({ file: chosen, check });
    if (done.error) return setReport(null);
    setReport({ of: done.data, stored: !check });
    if (!check) dispatch(api.util.invalidateTags([...TAGS]));
  };
  return (
    <section aria-labelledby="file">
      <h2 id="file" className="mb-1 text-xl">
        The whole book as a file
      </h2>
      <p className="mb-4 text-[14px] text-soft">
        Horses, riders, lessons and tests, your own exercises, programmes, the timetable, sessions
        and everything seen. A file is checked before it is imported; what is in the book already
        stays as it is. The safety copies beside the book are such files too.
      </p>
      <div className="flex flex-wrap items-center gap-3">
        <ButtonFile href="/api/book/export">Export the whole book</ButtonFile>
        {TABLES.map(({ href, label }) => (
          <ButtonFile key={href} look="quiet" href={href}>
            {label}
          </ButtonFile>
        ))}
        <FilePick
          label="A book file"
          accept=".jsonl,.ndjson,.gz"
          onPick={(chosen) => {
            setFile(chosen);
            void look(chosen, true);
          }}
        >
          Check a backup file
        </FilePick>
        {taking.isLoading && <span role="status">Reading …</span>}
      </div>
      <Failed error={taking.error} className="mt-3" />
      {report && (
        <div className="mt-4 rounded-lg border border-line bg-page p-4">
          <Report of={report.of} stored={report.stored} />
          {report.stored ? (
            <p className="mt-3 font-bold text-bottle">✓ It is in the book.</p>
          ) : (
            <ToImport
              hasNews={DOCUMENT_KINDS.some((k) => report.of.added[k] > 0)}
              isBusy={taking.isLoading}
              onImport={() => file && void look(file, false)}
              onCancel={() => setReport(null)}
            />
          )}
        </div>
      )}
    </section>
  );
}

interface ToImportProps {
  hasNews: boolean;
  isBusy: boolean;
  onImport(): void;
  onCancel(): void;
}

const ToImport = ({ hasNews, isBusy, onImport, onCancel }: ToImportProps) => (
  <div className="mt-3 flex flex-wrap items-center gap-2">
    <Button disabled={!hasNews || isBusy} onClick={onImport}>
      Import it
    </Button>
    <Button look="quiet" onClick={onCancel}>
      Cancel
    </Button>
    {!hasNews && <span className="text-[14px] text-soft">Nothing in it is new.</span>}
  </div>
);

/** The contents of a file, and how much of it is new. */
const Report = ({ of, stored }: { of: BundleReport; stored: boolean }) => (
  <>
    <p className={of.whole ? 'text-bottle' : 'text-madder'}>
      {of.whole
        ? '✓ The file is complete.'
        : '✕ The file was cut short or changed. What can be read in it can still be imported.'}
    </p>
    <table className="mt-2 text-[14px]">
      <thead className="text-left text-soft">
        <tr>
          <th className="pr-6 font-normal" />
          <th className="pr-6 text-right font-normal">{stored ? 'added' : 'new'}</th>
          <th className="text-right font-normal">in the book already</th>
        </tr>
      </thead>
      <tbody className="tabular font-mono">
        {DOCUMENT_KINDS.filter((kind) => of.added[kind] + of.known[kind] > 0).map((kind) => (
          <tr key={kind}>
            <th className="pr-6 text-left font-sans font-normal">{DOCUMENT_NAMES[kind].many}</th>
            <td className="pr-6 text-right">{of.added[kind]}</td>
            <td className="text-right">{of.known[kind]}</td>
          </tr>
        ))}
      </tbody>
    </table>
    {of.refusedCount > 0 && (
      <details className="mt-2 text-[14px]">
        <summary className="text-madder">{of.refusedCount} lines cannot be read</summary>
        <ul>
          {of.refused.map((r) => (
            <li key={r.line}>
              line {r.line}: {r.why}
            </li>
          ))}
        </ul>
      </details>
    )}
  </>
);
