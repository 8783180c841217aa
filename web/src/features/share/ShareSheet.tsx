import { useState } from 'react';
import { Link } from 'react-router';
import { Failed } from '../../api/Failed.tsx';
import { longDate } from '../../app/dates.ts';
import { Button } from '../../ui/Button.tsx';
import { OneOf } from '../../ui/Choose.tsx';
import { Sheet } from '../../ui/Sheet.tsx';
import { useMeQuery } from '../phones/phonesApi.ts';
import { CopyLink } from './CopyLink.tsx';
import { useShareMutation, useSharesQuery, type What } from './shareApi.ts';

const DAYS = [7, 14, 30, 90] as const;

interface ShareSheetProps {
  what: What;
  /** As in "Share the report". */
  called: string;
  onClose(): void;
}

/** Makes a link to one thing: it is read there, and nothing else of the book. */
export function ShareSheet({ what, called, onClose }: ShareSheetProps) {
  const [days, setDays] = useState<(typeof DAYS)[number]>(14);
  const [share, { data, error, isLoading }] = useShareMutation();
  const { data: known } = useSharesQuery();
  const { data: me } = useMeQuery();
  // Asked from elsewhere, this address is one that others reach.
  const isElsewhere = window.location.protocol === 'https:';
  const home = isElsewhere ? window.location.origin : known?.homes[0];
  return (
    <Sheet open title={`Share ${called}`} onClose={onClose}>
      {data ? (
        <div className="space-y-3">
          <CopyLink link={`${home ?? window.location.origin}/shared#${data.token}`} />
          <p>
            Good until {longDate(data.expiresAt.slice(0, 10))}. It is shown only now: once this is
            closed, make a new one if you need it again. It is taken back under{' '}
            {me && me.role !== 'owner' ? (
              <Link to="/book">Book</Link>
            ) : (
              <Link to="/phones">People and phones</Link>
            )}
            .
          </p>
          {known && !home && (
            <p role="status" className="border-l-4 border-leather pl-3">
              The book opens on this machine only, and so does the link. Let phones in first, under
              People and phones.
            </p>
          )}
          <Button look="quiet" onClick={onClose}>
            Done
          </Button>
        </div>
      ) : (
        <div className="space-y-3">
          <p>
            Whoever has the link reads {called} without signing in, and nothing else of the book.
            {what.kind !== 'lesson' && ' Your notes are not shown.'}
          </p>
          <OneOf<(typeof DAYS)[number]>
            label="Good for"
            all={DAYS}
            chosen={days}
            said={(n) => `${n} days`}
            onChange={setDays}
          />
          <Failed error={error} />
          <Button disabled={isLoading} onClick={() => void share({ what, days })}>
            Make the link
          </Button>
        </div>
      )}
    </Sheet>
  );
}
