import { useEffect } from 'react';
import { useBlocker } from 'react-router';
import { Confirm } from './Confirm.tsx';

interface LeaveGuardProps {
  /** Whether something entered would be lost; asked at the moment of leaving. */
  unsaved(): boolean;
  /** What it is: "the horse", "your notes". */
  what: string;
}

/** Asks before a page is left on which something has been entered and not saved. */
export function LeaveGuard({ unsaved, what }: LeaveGuardProps) {
  const leaving = useBlocker(
    ({ currentLocation, nextLocation }) =>
      currentLocation.pathname !== nextLocation.pathname && unsaved(),
  );
  useEffect(() => {
    const ask = (event: BeforeUnloadEvent) => {
      if (unsaved()) event.preventDefault();
    };
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  });
  return (
    <Confirm
      open={leaving.state === 'blocked'}
      title="Leave without saving?"
      yes="Leave"
      no="Stay"
      onYes={() => leaving.proceed?.()}
      onNo={() => leaving.reset?.()}
    >
      What you entered about {what} is not saved yet.
    </Confirm>
  );
}
