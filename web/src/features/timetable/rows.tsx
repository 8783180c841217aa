import { Button } from '../../ui/Button.tsx';

/** A row more, a row less. */

export const Gone = ({ what, onGone }: { what: string; onGone(): void }) => (
  <Button look="danger" aria-label={`Delete ${what}`} onClick={onGone}>
    Delete
  </Button>
);

export const More = ({ what, onMore }: { what: string; onMore(): void }) => (
  <Button look="quiet" className="mt-2" onClick={onMore}>
    {what}
  </Button>
);
