import { useState } from 'react';
import type { Session } from '@canter-book/core/book/records';
import { Failed } from '../../api/Failed.tsx';
import { useEntered } from '../../kept/useEntered.ts';
import { useSave } from '../../kept/useSave.ts';
import { Button } from '../../ui/Button.tsx';
import { Field, TextArea, TextInput } from '../../ui/Field.tsx';
import { ChangedElsewhere } from '../../ui/ChangedElsewhere.tsx';
import { LeaveGuard } from '../../ui/LeaveGuard.tsx';
import { ShareSheet } from '../share/ShareSheet.tsx';

/** Notes and the one homework, kept with the session. */
export function Words({ session }: { session: Session }) {
  const { draft, set, isChanged, overruled } = useEntered({
    notes: session.notes,
    homework: session.homework,
  });
  const { notes, homework } = draft;
  const { save, isSaving, error } = useSave('session');
  return (
    <form
      className="mt-8 flex max-w-xl flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        void save({ ...session, notes, homework }, session);
      }}
    >
      <LeaveGuard what="the session" unsaved={() => isChanged && !isSaving} />
      <Field label="Notes" hint="What worked, and why; what the rider felt">
        {(field) => (
          <TextArea
            {...field}
            value={notes}
            maxLength={2000}
            onChange={(e) => set({ notes: e.target.value })}
          />
        )}
      </Field>
      <Field label="Homework" hint="One thing, until the next lesson">
        {(field) => (
          <TextInput
            {...field}
            value={homework}
            maxLength={400}
            onChange={(e) => set({ homework: e.target.value })}
          />
        )}
      </Field>
      <ChangedElsewhere what={overruled} />
      <Failed error={error} />
      <div className="flex items-center gap-3">
        <Button type="submit" disabled={!isChanged || isSaving}>
          Save
        </Button>
        <span role="status" className="text-[14px] text-soft">
          {isSaving ? '… saving' : isChanged ? 'not saved yet' : '✓ saved'}
        </span>
        {session.homework !== '' && <ShareHomework sessionId={session.id} />}
      </div>
    </form>
  );
}

function ShareHomework({ sessionId }: { sessionId: string }) {
  const [isSharing, setSharing] = useState(false);
  return (
    <>
      <Button look="quiet" onClick={() => setSharing(true)}>
        Share the homework
      </Button>
      {isSharing && (
        <ShareSheet
          what={{ kind: 'homework', sessionId }}
          called="the homework"
          onClose={() => setSharing(false)}
        />
      )}
    </>
  );
}
