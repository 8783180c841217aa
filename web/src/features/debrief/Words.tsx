import { useState } from 'react';
import type { Session } from '@canter-book/core/book/records';
import { useSaveSessionMutation } from '../../api/sessions.ts';
import { Failed } from '../../api/Failed.tsx';
import { Button } from '../../ui/Button.tsx';
import { Field, TextArea, TextInput } from '../../ui/Field.tsx';
import { LeaveGuard } from '../../ui/LeaveGuard.tsx';
import { ShareSheet } from '../share/ShareSheet.tsx';

/** Notes and the one homework, kept with the session. */
export function Words({ session }: { session: Session }) {
  const [notes, setNotes] = useState(session.notes);
  const [homework, setHomework] = useState(session.homework);
  const [save, saving] = useSaveSessionMutation();
  const [isSharing, setSharing] = useState(false);
  const changed = notes !== session.notes || homework !== session.homework;
  return (
    <form
      className="mt-8 flex max-w-xl flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        void save({ ...session, notes, homework });
      }}
    >
      <LeaveGuard what="the session" unsaved={() => changed && !saving.isLoading} />
      <Field label="Notes" hint="What worked, and why; what the rider felt">
        {(field) => (
          <TextArea
            {...field}
            value={notes}
            maxLength={2000}
            onChange={(e) => setNotes(e.target.value)}
          />
        )}
      </Field>
      <Field label="Homework" hint="One thing, until the next lesson">
        {(field) => (
          <TextInput
            {...field}
            value={homework}
            maxLength={400}
            onChange={(e) => setHomework(e.target.value)}
          />
        )}
      </Field>
      <Failed error={saving.error} />
      {isSharing && (
        <ShareSheet
          what={{ kind: 'homework', sessionId: session.id }}
          called="the homework"
          onClose={() => setSharing(false)}
        />
      )}
      <div className="flex items-center gap-3">
        <Button type="submit" disabled={!changed || saving.isLoading}>
          Save
        </Button>
        <span role="status" className="text-[14px] text-soft">
          {saving.isLoading ? '… saving' : changed ? 'not saved yet' : '✓ saved'}
        </span>
        {session.homework !== '' && (
          <Button look="quiet" onClick={() => setSharing(true)}>
            Share the homework
          </Button>
        )}
      </div>
    </form>
  );
}
