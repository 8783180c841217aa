import { useAppSelector } from '../../app/store.ts';

/** Whether everything recorded has reached the book, or how much is still kept here. */
export function DeliveryPill({ compact = false }: { compact?: boolean }) {
  const waiting = useAppSelector((state) => state.ringside.outbox.length);
  const refused = useAppSelector((state) => state.ringside.refused);
  if (waiting === 0) {
    return compact ? null : (
      <span
        role="status"
        data-testid="delivery"
        className="rounded-full border-2 border-line px-3 py-1 text-[13px]"
      >
        ✓ in the book
      </span>
    );
  }
  const said = refused ? `▲ ${waiting} refused` : `⇅ ${waiting} to send`;
  return (
    <span
      role="status"
      data-testid="delivery"
      title={refused ?? 'Kept on this device until the server answers'}
      className={
        compact
          ? 'rounded-full bg-black/40 px-1.5 py-0.5 text-center text-[11px] text-white'
          : 'rounded-full bg-ink px-3 py-1 text-[13px] text-paper'
      }
    >
      {compact ? said : `${refused ? said : `⇅ kept here, ${waiting} to send`}`}
    </span>
  );
}
