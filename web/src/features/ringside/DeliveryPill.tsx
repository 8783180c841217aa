import { useState } from 'react';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import { Button } from '../../ui/Button.tsx';
import { Sheet } from '../../ui/Sheet.tsx';
import { givenUp, sentAgain, type Parcel } from './ringsideSlice.ts';

/** Whether everything recorded has reached the book, or how much is still kept here, and what was refused. */
export function DeliveryPill({ compact = false }: { compact?: boolean }) {
  const outbox = useAppSelector((state) => state.ringside.outbox);
  const keeping = useAppSelector((state) => state.ringside.keeping);
  const [open, setOpen] = useState(false);
  // On a phone the sign and the number are enough to see; the words are there to be read out.
  const narrow = 'sr-only min-[460px]:not-sr-only';
  const aside = outbox.filter((p) => p.refused !== undefined);
  const waiting = outbox.length;
  if (waiting === 0) {
    return compact ? null : (
      <span
        role="status"
        data-testid="delivery"
        className="shrink-0 rounded-full border-2 border-line px-3 py-1 text-[13px]"
      >
        ✓ <span className={narrow}>in the book</span>
      </span>
    );
  }
  const [said, title] =
    aside.length > 0
      ? [`▲ ${aside.length} not taken`, 'The book did not take them. Tap to see why']
      : keeping
        ? [
            compact ? `⇅ ${waiting} to send` : `⇅ kept here, ${waiting} to send`,
            'Kept on this device until the server answers',
          ]
        : [
            `▲ not kept, ${waiting} to send`,
            'This device keeps nothing: leave the page open until they are sent',
          ];
  return (
    <>
      <button
        type="button"
        data-testid="delivery"
        title={title}
        className={
          compact
            ? 'rounded-lg bg-black/40 px-1.5 py-1 text-center text-[11px] text-white'
            : 'min-h-14 min-w-14 shrink-0 rounded-full bg-ink px-3 py-1 text-[13px] text-paper'
        }
        onClick={() => setOpen(true)}
      >
        <span role="status">
          {compact ? (
            said
          ) : (
            <>
              <span aria-hidden className="min-[460px]:hidden">
                {said.slice(0, 1)} {waiting}
              </span>
              <span className={narrow}>{said}</span>
            </>
          )}
        </span>
      </button>
      <Sheet open={open} title="On its way to the book" onClose={() => setOpen(false)}>
        <p className="mb-4 text-soft">
          {keeping
            ? 'Everything here is kept on this device until the book has it.'
            : 'This device keeps nothing, perhaps because it is a private window or its storage is full. Leave this page open until everything is sent.'}
        </p>
        <ul className="divide-y divide-line border-y border-line">
          {outbox.map((parcel) => (
            <Waiting key={parcel.id} parcel={parcel} />
          ))}
        </ul>
      </Sheet>
    </>
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
