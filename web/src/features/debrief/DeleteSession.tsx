import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { Session } from '@canter-book/core/book/records';
import { problemOf } from '../../api/problem.ts';
import { sessionsApi, useSaveSessionMutation } from '../../api/sessions.ts';
import { pastDate } from '../../app/dates.ts';
import { tell } from '../../app/notices.ts';
import { useAppDispatch } from '../../app/store.ts';
import { Button } from '../../ui/Button.tsx';
import { Confirm } from '../../ui/Confirm.tsx';

/** A session that was a test, or begun by mistake, leaves the book with all that was seen in it. */
export function DeleteSession({ session, horse }: { session: Session; horse: string }) {
  const [asking, setAsking] = useState(false);
  const [save, saving] = useSaveSessionMutation();
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  if (session.removedAt) {
    return (
      <Button onClick={() => void save(restored(session))} disabled={saving.isLoading}>
        Restore this session
      </Button>
    );
  }
  const remove = async () => {
    setAsking(false);
    const gone = await save({ ...session, removedAt: new Date().toISOString() });
    if (gone.error) return;
    tell(`The session of ${pastDate(session.date)} is deleted.`, async () => {
      const now = await dispatch(
        sessionsApi.endpoints.session.initiate(session.id, {
          forceRefetch: true,
          subscribe: false,
        }),
      );
      if (now.data) await save(restored(now.data));
    });
    void navigate('/debrief');
  };
  return (
    <>
      <Button look="danger" disabled={saving.isLoading} onClick={() => setAsking(true)}>
        Delete
      </Button>
      {saving.error && (
        <span role="alert" className="text-madder">
          ✕ {problemOf(saving.error).detail}
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
