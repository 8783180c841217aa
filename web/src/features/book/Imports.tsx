import { useState } from 'react';
import { useImportsQuery, useUndoImportMutation, type Import } from '../../api/wholeBook.ts';
import { Failed } from '../../api/Failed.tsx';
import { longDate } from '../../app/dates.ts';
import { counted } from '../../app/words.ts';
import { Button } from '../../ui/Button.tsx';
import { Confirm } from '../../ui/Confirm.tsx';

/** Imports from tables, each of which can be taken out again as a whole. */
export function Imports() {
  const { data: imports = [] } = useImportsQuery();
  const [undo, undoing] = useUndoImportMutation();
  const [asked, setAsked] = useState<Import | null>(null);
  if (imports.length === 0) return null;
  return (
    <section aria-labelledby="imports">
      <h2 id="imports" className="mb-1 text-xl">
        Imported so far
      </h2>
      <p className="mb-3 text-[14px] text-soft">
        Each can be undone as a whole. A session that has been added to since then stays.
      </p>
      <ul className="divide-y divide-line border-y border-line">
        {imports.map((i) => (
          <li key={i.id} className="flex flex-wrap items-center gap-x-4 gap-y-1 py-2">
            <b className="min-w-0 flex-1 truncate">{i.source}</b>
            <span className="text-[14px] text-soft">
              {longDate(i.madeAt.slice(0, 10))} · {counted(i.sessions, 'session')},{' '}
              {counted(i.observations, 'entry', 'entries')}
            </span>
            <Button look="quiet" disabled={undoing.isLoading} onClick={() => setAsked(i)}>
              Undo import
            </Button>
          </li>
        ))}
      </ul>
      <Failed error={undoing.error} className="mt-2" />
      <Confirm
        open={asked !== null}
        title={`Undo the import of ${asked?.source ?? ''}?`}
        yes="Undo import"
        no="Cancel"
        onYes={() => {
          void undo(asked!.id);
          setAsked(null);
        }}
        onNo={() => setAsked(null)}
      >
        {counted(asked?.sessions ?? 0, 'session')} and{' '}
        {counted(asked?.observations ?? 0, 'entry', 'entries')} leave the book. The file can be
        imported again.
      </Confirm>
    </section>
  );
}
