import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { Session } from '@canter-book/core/book/records';
import { problemOf } from '../../api/problem.ts';
import { pastDate } from '../../app/dates.ts';
import { tell } from '../../app/notices.ts';
import { useSave } from '../../kept/useSave.ts';
import { Button } from '../../ui/Button.tsx';
import { Confirm } from '../../ui/Confirm.tsx';

/** A session that was a test, or begun by mistake, leaves the book with all that was seen in it. */
export function DeleteSession({ session, horse }: { session: Session; horse: string }) {
  const [asking, setAsking] = useState(false);
  const { save, isSaving, error } = useSave('session');
  const navigate = useNavigate();
  if (session.removedAt) {
    return (
      <Button onClick={() => void save(restored(session), session)} disabled={isSaving}>
        Restore this session
      </Button>
    );
  }
  const remove = async () => {
    setAsking(false);
    const removed = { ...session, removedAt: new Date().toISOString() };
    const gone = await save(removed, session);
    if (gone.error) return;
    tell(`The session of ${pastDate(session.date)} is deleted.`, () =>
      save(session, gone.data ?? removed),
    );
    void navigate('/debrief');
  };
  return (
    <>
      <Button look="danger" disabled={isSaving} onClick={() => setAsking(true)}>
        Delete
      </Button>
      {error && (
        <span role="alert" className="text-madder">
          ✕ {problemOf(error).detail}
        </span>
      )}
      <Confirm
        open={asking}
        title="Delete this session?"
        yes="Delete"
        no="Cancel"
        onYes={() => void remove()}
        onNo={() => setAsking(false)}
      >
        Its marks, tries and readings no longer count for {horse}. You can undo it at once, or
        restore it later from its address.
      </Confirm>
    </>
  );
}

function restored({ removedAt: _, ...session }: Session): Session {
  return session;
}
