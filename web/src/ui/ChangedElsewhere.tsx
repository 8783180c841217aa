/** Somebody else changed what is being entered: said, before it is saved over theirs. */
export const ChangedElsewhere = ({ what }: { what: readonly string[] }) =>
  what.length > 0 ? (
    <p role="status" className="rounded-lg bg-slip px-4 py-2 text-[14px]">
      Also changed on another device: {what.join(', ')}. Saving replaces that with yours.
    </p>
  ) : null;
