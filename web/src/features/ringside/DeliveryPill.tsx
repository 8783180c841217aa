import { lazy, Suspense, useState } from 'react';
import { useAppSelector } from '../../app/store.ts';
import { useWaiting } from '../../kept/useWaiting.ts';

/** Hardly ever opened: no page waits for it. */
const OutboxSheet = lazy(() =>
  import('./OutboxSheet.tsx').then(
    (m) => ({ default: m.OutboxSheet }),
    () => ({ default: NotNow }),
  ),
);

const NotNow = () => (
  <p role="alert" className="fixed inset-x-4 top-4 z-50 rounded-lg bg-slip p-4 text-ink shadow-xl">
    This list could not be fetched. What is recorded is sent all the same.
  </p>
);

/** Whether everything recorded has reached the book, or how much is still kept here, and what was refused. */
export function DeliveryPill({ compact = false }: { compact?: boolean }) {
  const { waiting: records, count: waiting, notTaken } = useWaiting();
  const keeping = useAppSelector((state) => state.kept.keeping);
  const [open, setOpen] = useState(false);
  // On a phone the sign and the number are enough to see; the words are there to be read out.
  const narrow = 'sr-only min-[460px]:not-sr-only';
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
  const { said, title } = saidOf({ waiting, refused: notTaken, keeping, compact });
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
      {open && (
        <Suspense>
          <OutboxSheet {...{ records, keeping }} onClose={() => setOpen(false)} />
        </Suspense>
      )}
    </>
  );
}

interface Undelivered {
  /** How many are not in the book yet, and how many of them it did not take. */
  waiting: number;
  refused: number;
  /** The device keeps them. */
  keeping: boolean;
  compact: boolean;
}

function saidOf({ waiting, refused, keeping, compact }: Undelivered) {
  if (refused > 0)
    return {
      said: `▲ ${refused} not taken`,
      title: 'The book did not take them. Tap to see why',
    };
  if (keeping)
    return {
      said: compact ? `⇅ ${waiting} to send` : `⇅ kept here, ${waiting} to send`,
      title: 'Kept on this device until the server answers',
    };
  return {
    said: `▲ not kept, ${waiting} to send`,
    title: 'This device keeps nothing: leave the page open until they are sent',
  };
}
