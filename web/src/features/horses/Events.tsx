import { useState } from 'react';
import type { Horse, HorseEvent } from '@canter-book/core/book/records';
import { Failed } from '../../api/Failed.tsx';
import { byDate, shortDate, today } from '../../app/dates.ts';
import { useSave } from '../../kept/useSave.ts';
import { Button } from '../../ui/Button.tsx';
import { inputClass } from '../../ui/Field.tsx';

const KINDS: Readonly<Record<HorseEvent['kind'], string>> = {
  theme: 'theme',
  rest: 'rest',
  vet: 'vet or physio',
  other: 'other',
};
const SHOWN = 6;

/** Events that change how the past is read: themes, rests, the vet. They stand in the charts. */
export function Events({ horse }: { horse: Horse }) {
  const [open, setOpen] = useState(false);
  const newest = [...horse.events].sort((a, b) => byDate(b.date, a.date));
  return (
    <section>
      <h2 className="mb-2 text-lg">Events</h2>
      {newest.length === 0 && !open && (
        <p className="text-soft">
          A rest, the vet, a new theme: noted here, it shows in the charts.
        </p>
      )}
      <ul>
        {newest.slice(0, SHOWN).map((e, i) => (
          <li key={i} className="flex gap-3 border-b border-dotted border-line py-1.5">
            <span className="w-14 shrink-0 text-soft">{shortDate(e.date)}</span>
            <span>
              <span className="text-soft">{KINDS[e.kind]}</span> {e.text}
            </span>
          </li>
        ))}
      </ul>
      {open ? (
        <EventForm horse={horse} onNoted={() => setOpen(false)} />
      ) : (
        <Button look="quiet" className="mt-3" onClick={() => setOpen(true)}>
          Note an event
        </Button>
      )}
    </section>
  );
}

interface EventFormProps {
  horse: Horse;
  onNoted(): void;
}

function EventForm({ horse, onNoted }: EventFormProps) {
  const { save, isSaving, error } = useSave('horse');
  const [event, setEvent] = useState<HorseEvent>({ date: today(), kind: 'rest', text: '' });
  const add = async () => {
    const noted = { ...event, text: event.text.trim() };
    const done = await save({ ...horse, events: [...horse.events, noted] }, horse);
    if (!done.error) onNoted();
  };
  return (
    <form
      className="mt-3 grid gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        if (event.text.trim()) void add();
      }}
    >
      <div className="grid grid-cols-2 gap-2">
        <input
          type="date"
          aria-label="Day of the event"
          required
          className={inputClass}
          value={event.date}
          onChange={(e) => setEvent({ ...event, date: e.target.value })}
        />
        <select
          aria-label="Kind of event"
          className={inputClass}
          value={event.kind}
          onChange={(e) => setEvent({ ...event, kind: e.target.value as HorseEvent['kind'] })}
        >
          {Object.entries(KINDS).map(([kind, words]) => (
            <option key={kind} value={kind}>
              {words}
            </option>
          ))}
        </select>
      </div>
      <input
        aria-label="What happened"
        placeholder="Two weeks in the field"
        maxLength={200}
        required
        className={inputClass}
        value={event.text}
        onChange={(e) => setEvent({ ...event, text: e.target.value })}
      />
      <Failed error={error} className="text-[13px]" />
      <Button type="submit" disabled={isSaving}>
        Note it
      </Button>
    </form>
  );
}
