import { useState } from 'react';
import type { Horse } from '@canter-book/core/book/records';
import type { Lesson } from '@canter-book/core/lesson/document';
import { JUDGE_PLACES } from '@canter-book/core/sheet/marks';
import { RIDE_KINDS, type RideKind } from '@canter-book/core/sheet/markedRide';
import { useHorsesQuery } from '../../api/horses.ts';
import { problemOf } from '../../api/problem.ts';
import { useRidersQuery } from '../../api/riders.ts';
import { today } from '../../app/dates.ts';
import { newId } from '../../app/newId.ts';
import { useSave } from '../../kept/useSave.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice, Ticks } from '../../ui/Choose.tsx';
import { Fault } from '../../ui/Fault.tsx';
import { Field, inputClass } from '../../ui/Field.tsx';
import { Sheet } from '../../ui/Sheet.tsx';
import { RIDE_KIND_WORDS } from './words.ts';

interface BeginRideProps {
  lessonId: string;
  document: Lesson;
  horseId: string;
  /** Errors of course that were noted while it was called. */
  errors?: number;
  onClose(): void;
  onBegun(rideId: string): void;
}

/** The form before a ride is marked. */
interface Entry {
  /** Empty until one is chosen: then it is the first. */
  readonly horseId: string;
  readonly riderId: string;
  readonly kind: RideKind;
  readonly place: string;
  readonly judges: readonly string[];
}

/** Who rides it, for what, and who judges from where. */
export function BeginRide(props: BeginRideProps) {
  const { lessonId, document, horseId, errors = 0, onClose, onBegun } = props;
  const { data: horses = [] } = useHorsesQuery();
  const here = horses.filter((h) => !h.retiredOn);
  const [entry, setEntry] = useState<Entry>({
    horseId,
    riderId: '',
    kind: 'practice',
    place: '',
    judges: ['C'],
  });
  const { save, isSaving, error } = useSave('ride');
  const horse = entry.horseId || here[0]?.id;
  const begin = async () => {
    if (!horse) return;
    const ride = {
      id: newId(),
      revision: 0,
      horseId: horse,
      riderId: entry.riderId || null,
      lessonId,
      document,
      date: today(),
      kind: entry.kind,
      place: entry.place.trim(),
      judges: entry.judges.map((at) => ({ at, marks: {}, collectives: {}, remarks: {} })),
      errors,
      target: 7,
      notes: '',
      corrections: [],
    };
    const saved = await save(ride, null);
    if (saved.data) onBegun(saved.data.id);
  };
  return (
    <Sheet open title="Who rides it?" onClose={onClose}>
      {here.length === 0 ? (
        <p>Enter a horse first: marks belong to a horse.</p>
      ) : (
        <div className="space-y-4">
          <EntryFields
            entry={{ ...entry, horseId: horse ?? '' }}
            horses={here}
            onChange={(change) => setEntry({ ...entry, ...change })}
          />
          <Fault>{error && problemOf(error).detail}</Fault>
          <Button disabled={entry.judges.length === 0 || isSaving} onClick={() => void begin()}>
            Begin
          </Button>
        </div>
      )}
    </Sheet>
  );
}

interface EntryFieldsProps {
  entry: Entry;
  horses: readonly Horse[];
  onChange(change: Partial<Entry>): void;
}

function EntryFields({ entry, horses, onChange }: EntryFieldsProps) {
  const { data: riders = [] } = useRidersQuery();
  return (
    <>
      <div className="grid gap-4 sm:grid-cols-2">
        <Choice
          label="Horse"
          value={entry.horseId}
          options={horses.map((h) => [h.id, h.name] as const)}
          onChange={(horseId) => onChange({ horseId })}
        />
        <Choice
          label="Rider"
          value={entry.riderId}
          options={[
            ['', 'not said'],
            ...riders.filter((r) => !r.retiredOn).map((r) => [r.id, r.name] as const),
          ]}
          onChange={(riderId) => onChange({ riderId })}
        />
        <Choice<RideKind>
          label="Marks are"
          value={entry.kind}
          options={RIDE_KINDS.map((k) => [k, RIDE_KIND_WORDS[k]] as const)}
          onChange={(kind) => onChange({ kind })}
        />
        <Field label="Where">
          {(props) => (
            <input
              {...props}
              className={inputClass}
              maxLength={80}
              value={entry.place}
              onChange={(event) => onChange({ place: event.target.value })}
            />
          )}
        </Field>
      </div>
      <Ticks
        label="Judges at"
        all={JUDGE_PLACES}
        chosen={entry.judges as never}
        onChange={(judges) => onChange({ judges })}
      />
      {entry.judges.length === 0 && <p className="text-madder">At least one judge marks.</p>}
    </>
  );
}
