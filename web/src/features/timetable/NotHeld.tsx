import { useState } from 'react';
import { NO_REASON, type Occurrence } from '@canter-book/core/calendar/occurrences';
import { Button } from '../../ui/Button.tsx';
import { Field, TextInput } from '../../ui/Field.tsx';
import { useChange } from './useChange.ts';

interface NotHeldProps {
  of: Occurrence;
  horse: string;
  onDone(): void;
}

/** It is not held: once, or never again, each at one tap; why is kept, if it was said before. */
export function NotHeld({ of, horse, onDone }: NotHeldProps) {
  const [why, setWhy] = useState('');
  const change = useChange();
  const { repeat } = of.appointment;
  const then = (done: boolean) => done && onDone();
  return (
    <section
      aria-label="Not held"
      className="mt-5 grid items-start gap-3 border-t border-line pt-4 sm:grid-cols-[1fr_auto]"
    >
      <Field label="Not held: the reason" hint="if you like: lame, weather, rider away">
        {(field) => (
          <TextInput
            {...field}
            value={why}
            maxLength={200}
            onChange={(e) => setWhy(e.target.value)}
          />
        )}
      </Field>
      <p className="flex flex-wrap justify-end gap-2 sm:mt-6">
        <Button look="danger" onClick={() => void change.end(of, horse).then(then)}>
          {repeat ? 'Cancel this and later ones' : 'Delete it'}
        </Button>
        <Button
          look="danger"
          onClick={() => void change.cancelOnce(of, horse, why.trim() || NO_REASON).then(then)}
        >
          {repeat ? 'Cancel this one' : 'Cancel it'}
        </Button>
      </p>
    </section>
  );
}
