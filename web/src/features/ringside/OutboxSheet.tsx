import { Link } from 'react-router';
import { useAppDispatch } from '../../app/store.ts';
import { givenUp, isAside, sentAgain, type KeptRecord } from '../../kept/keptSlice.ts';
import { saidOf } from '../../kept/words.ts';
import { Button } from '../../ui/Button.tsx';
import { Sheet } from '../../ui/Sheet.tsx';

interface OutboxSheetProps {
  records: readonly KeptRecord[];
  /** Whether this device keeps what is not sent yet. */
  keeping: boolean;
  onClose(): void;
}

/** The list of everything on its way to the book, or not taken by it. */
export function OutboxSheet({ records, keeping, onClose }: OutboxSheetProps) {
  return (
    <Sheet open title="On its way to the book" onClose={onClose}>
      <p className="mb-4 text-soft">
        {keeping
          ? 'Everything here is kept on this device until the book has it.'
          : 'This device keeps nothing, perhaps because it is a private window or its storage is full. Leave this page open until everything is sent.'}
      </p>
      <ul className="divide-y divide-line border-y border-line">
        {records.map((record) => (
          <Waiting key={record.key} record={record} onClose={onClose} />
        ))}
      </ul>
    </Sheet>
  );
}

const BOTH_WROTE = 'It was saved elsewhere too. Open it, and choose which version stays.';
const DELETED = 'It was deleted meanwhile. Restore it, and open it.';

function whyNot({ why, theirs }: KeptRecord): string | null {
  if (theirs) return 'removedAt' in theirs ? DELETED : BOTH_WROTE;
  return why ?? null;
}

function Waiting({ record, onClose }: { record: KeptRecord; onClose(): void }) {
  const dispatch = useAppDispatch();
  const { said, to } = saidOf(record);
  return (
    <li className="py-2.5">
      <p className="flex justify-between gap-4">
        {to ? (
          <Link to={to} className="underline" onClick={onClose}>
            {said}
          </Link>
        ) : (
          <span>{said}</span>
        )}
        <span className="text-soft">{isAside(record) ? 'not taken' : 'to send'}</span>
      </p>
      {isAside(record) && (
        <>
          <p className="my-1 text-[14px] text-madder">✕ {whyNot(record)}</p>
          <p className="flex gap-2">
            {!record.theirs && (
              <Button look="quiet" onClick={() => dispatch(sentAgain(record.key))}>
                Send again
              </Button>
            )}
            <Button look="danger" onClick={() => dispatch(givenUp(record.key))}>
              Do without it
            </Button>
          </p>
        </>
      )}
    </li>
  );
}
