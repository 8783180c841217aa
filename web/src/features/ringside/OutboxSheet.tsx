import { Link } from 'react-router';
import { useAppDispatch } from '../../app/store.ts';
import type { Left } from '../../kept/leftWork.ts';
import { Button } from '../../ui/Button.tsx';
import { Sheet } from '../../ui/Sheet.tsx';
import { givenUp, sentAgain, type Parcel } from './ringsideSlice.ts';

interface OutboxSheetProps {
  outbox: readonly Parcel[];
  /** What was left on a page before the book had it. */
  left: readonly Left[];
  /** Whether this device keeps what is not sent yet. */
  keeping: boolean;
  onClose(): void;
}

/** What is on its way to the book, and what it did not take. */
export function OutboxSheet({ outbox, left, keeping, onClose }: OutboxSheetProps) {
  return (
    <Sheet open title="On its way to the book" onClose={onClose}>
      <p className="mb-4 text-soft">
        {keeping
          ? 'Everything here is kept on this device until the book has it.'
          : 'This device keeps nothing, perhaps because it is a private window or its storage is full. Leave this page open until everything is sent.'}
      </p>
      <ul className="divide-y divide-line border-y border-line">
        {outbox.map((parcel) => (
          <Waiting key={parcel.id} parcel={parcel} />
        ))}
        {left.map((one) => (
          <LeftOnPage key={one.key} left={one} onClose={onClose} />
        ))}
      </ul>
    </Sheet>
  );
}

function Waiting({ parcel }: { parcel: Parcel }) {
  const dispatch = useAppDispatch();
  const parcelId = parcel.id;
  return (
    <li className="py-2.5">
      <p className="flex justify-between gap-4">
        <span>{wordsOf(parcel)}</span>
        <span className="text-soft">{parcel.refused === undefined ? 'to send' : 'not taken'}</span>
      </p>
      {parcel.refused !== undefined && (
        <>
          <p className="my-1 text-[14px] text-madder">✕ {parcel.refused}</p>
          <p className="flex gap-2">
            <Button look="quiet" onClick={() => dispatch(sentAgain({ parcelId }))}>
              Send again
            </Button>
            <Button look="danger" onClick={() => dispatch(givenUp({ parcelId }))}>
              Do without it
            </Button>
          </p>
        </>
      )}
    </li>
  );
}

const LeftOnPage = ({ left: { what, to, why }, onClose }: { left: Left; onClose(): void }) => (
  <li className="py-2.5">
    <p className="flex justify-between gap-4">
      <Link to={to} className="underline" onClick={onClose}>
        {what}
      </Link>
      <span className="text-soft">{why === null ? 'to send' : 'not taken'}</span>
    </p>
    {why !== null && <p className="my-1 text-[14px] text-madder">✕ {why}</p>}
  </li>
);

function wordsOf(parcel: Parcel): string {
  if (parcel.kind === 'session') {
    const { session } = parcel;
    const what = session.removedAt ? 'discarded' : session.endedAt ? 'finished' : 'begun';
    return `A lesson of ${session.date}, ${what}`;
  }
  const { observations } = parcel;
  const [first] = observations;
  if (observations.length > 1) return `${observations.length} marks`;
  return first?.kind === 'try' ? `${first.text}: ${first.result}` : (first?.kind ?? 'an entry');
}
