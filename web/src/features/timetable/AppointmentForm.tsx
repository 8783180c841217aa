import { Button } from '../../ui/Button.tsx';
import { OneOf } from '../../ui/Choose.tsx';
import { Field, TextArea } from '../../ui/Field.tsx';
import { Sheet } from '../../ui/Sheet.tsx';
import { Fault } from '../../ui/Fault.tsx';
import { Again } from './Again.tsx';
import { SCOPES, useAppointmentDraft, withDay, type Asked } from './appointmentDraft.ts';
import { WhenFields, WhereFields, WhoFields } from './AppointmentFields.tsx';
import { InTheWay } from './InTheWay.tsx';
import { NotHeld } from './NotHeld.tsx';

interface AppointmentFormProps {
  asked: Asked;
  /** Who teaches, unless it is said. */
  instructor: string;
  onClose(): void;
}

/** An appointment: who, which horse, when and where. Clashes are said at once, with times that are free. */
export function AppointmentForm({ asked, instructor, onClose }: AppointmentFormProps) {
  const form = useAppointmentDraft(asked, instructor, onClose);
  const { draft, set, scope, setScope, times, old, repeats, onlyThis, wrong, fault, horse } = form;
  return (
    <Sheet open wide title={old ? horse : 'A new appointment'} onClose={onClose}>
      <form
        className="grid gap-x-6 gap-y-4 *:min-w-0 sm:grid-cols-2"
        onSubmit={(event) => {
          event.preventDefault();
          void form.save();
        }}
      >
        {repeats && (
          <div className="sm:col-span-2">
            <OneOf label="Change" all={SCOPES} chosen={scope} onChange={(to) => setScope(to)} />
          </div>
        )}
        <fieldset disabled={onlyThis} className="contents">
          <WhoFields of={form} />
        </fieldset>
        <WhenFields of={form} />
        <WhereFields of={form} />
        <InTheWay
          draft={draft}
          old={old}
          times={times}
          onTake={(to) => set(withDay({ ...draft, ...to }, to.date))}
        />
        {!onlyThis && <Again draft={draft} wrong={wrong('repeat')} onChange={set} />}
        {!onlyThis && <Notes notes={draft.notes} onChange={(notes) => set({ notes })} />}
        <Fault className="sm:col-span-2">{fault?.issues[0]!.message}</Fault>
        <div className="flex flex-wrap justify-end gap-2 sm:col-span-2">
          {old && old.cancelled !== null && (
            <Button look="quiet" className="mr-auto" onClick={() => void form.hold()}>
              Reinstate it
            </Button>
          )}
          <Button look="quiet" onClick={onClose}>
            Discard
          </Button>
          <Button type="submit">{old ? 'Save' : 'Add'}</Button>
        </div>
      </form>
      {old && old.cancelled === null && <NotHeld of={old} horse={horse} onDone={onClose} />}
    </Sheet>
  );
}

const Notes = ({ notes, onChange }: { notes: string; onChange(notes: string): void }) => (
  <div className="sm:col-span-2">
    <Field label="Notes">
      {(field) => (
        <TextArea {...field} rows={2} value={notes} onChange={(e) => onChange(e.target.value)} />
      )}
    </Field>
  </div>
);
