import type { Occurrence } from '@canter-book/core/calendar/occurrences';
import { longDate } from '../../app/dates.ts';
import { Button } from '../../ui/Button.tsx';
import { Field, TextInput } from '../../ui/Field.tsx';
import { useChange } from './useChange.ts';

interface NotHeldProps {
  of: Occurrence;
  horse: string;
  why: string;
  onWhy(why: string | null): void;
  onDone(): void;
}

/** It is not held: once, or never again; why is kept. */
export function NotHeld({ of, horse, why, onWhy, onDone }: NotHeldProps) {
  const change = useChange();
  const { repeat } = of.appointment;
  const then = (done: boolean) => done && onDone();
  const reason = why.trim() || 'cancelled';
  return (
    <div className="mt-4 rounded-lg border border-line p-4">
      <Field label="Reason" hint="such as lame, weather, rider away">
        {(field) => (
          <TextInput
            {...field}
            autoFocus
            value={why}
            maxLength={200}
            onChange={(e) => onWhy(e.target.value)}
          />
        )}
      </Field>
      <p className="mt-3 flex flex-wrap justify-end gap-2">
        <Button look="quiet" onClick={() => onWhy(null)}>
          Back
        </Button>
        {repeat && (
          <Button
            look="danger"
            onClick={() =>
              void change.end(of, `${horse}: no more from ${longDate(of.date)}.`).then(then)
            }
          >
            This and later ones
          </Button>
        )}
        {!repeat && (
          <Button
            look="danger"
            onClick={() => void change.end(of, `${horse}: deleted.`).then(then)}
          >
            Delete it
          </Button>
        )}
        <Button
          onClick={() =>
            void change
              .cancelOnce(of, reason, `${horse}: cancelled on ${longDate(of.date)}.`)
              .then(then)
          }
        >
          {repeat ? 'Only this one' : 'Cancel it'}
        </Button>
      </p>
    </div>
  );
}
