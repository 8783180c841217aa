import { useEffect, useRef, useState } from 'react';
import { useLocation } from 'react-router';
import { Confirm } from './Confirm.tsx';
import { useHistory } from './history.ts';

interface LeaveGuardProps {
  /** Whether something entered would be lost. */
  unsaved(): boolean;
  /** The thing left unsaved: "the horse", "your notes". */
  what: string;
}

/** Asks before a page is left, or closed, on which something has been entered and not saved. */
export function LeaveGuard({ unsaved, what }: LeaveGuardProps) {
  const history = useHistory();
  const { pathname } = useLocation();
  const [leave, setLeave] = useState<(() => void) | null>(null);
  const mayLeave = useRef(false);
  // At each drawing anew: held up only while there is something to lose.
  useEffect(() => {
    if (mayLeave.current || !unsaved()) return;
    const letGo = history.block(({ location, retry }) => {
      const go = () => {
        letGo();
        retry();
      };
      if (mayLeave.current || location.pathname === pathname || !unsaved()) go();
      else setLeave(() => go);
    });
    return letGo;
  });
  return (
    <Confirm
      open={leave !== null}
      title="Leave without saving?"
      yes="Leave"
      no="Stay"
      onYes={() => {
        mayLeave.current = true;
        leave?.();
      }}
      onNo={() => setLeave(null)}
    >
      What you entered about {what} is not saved yet.
    </Confirm>
  );
}
