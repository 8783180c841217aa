import { useState } from 'react';
import type { Lesson } from '@canter-book/core/lesson/document';
import { JUDGE_PLACES } from '@canter-book/core/sheet/marks';
import { RIDE_KINDS, type RideKind } from '@canter-book/core/sheet/markedRide';
import { useHorsesQuery } from '../../api/horses.ts';
import { problemOf } from '../../api/problem.ts';
import { useRidersQuery } from '../../api/riders.ts';
import { useSaveRideMutation } from '../../api/rides.ts';
import { today } from '../../app/dates.ts';
import { newId } from '../../app/newId.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice, Ticks } from '../../ui/Choose.tsx';
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

/** Who rides it, for what, and who judges from where. */
export function BeginRide({
  lessonId,
  document,
  horseId,
  errors = 0,
  onClose,
  onBegun,
}: BeginRideProps) {
  const { data: horses = [] } = useHorsesQuery();
  const { data: riders = [] } = useRidersQuery();
  const here = horses.filter((h) => !h.retiredOn);
  const [chosen, setHorse] = useState(horseId);
  const [riderId, setRider] = useState('');
  const [kind, setKind] = useState<RideKind>('practice');
  const [place, setPlace] = useState('');
  const [judges, setJudges] = useState<string[]>(['C']);
  const [save, saving] = useSaveRideMutation();
  const horse = chosen || here[0]?.id;
  const begin = async () => {
    if (!horse) return;
    const saved = await save({
      id: newId(),
      revision: 0,
      horseId: horse,
      riderId: riderId || null,
      lessonId,
      document,
      date: today(),
      kind,
      place: place.trim(),
      judges: judges.map((at) => ({ at, marks: {}, collectives: {}, remarks: {} })),
      errors,
      target: 7,
      notes: '',
      corrections: [],
    });
    if (saved.data) onBegun(saved.data.id);
  };
  return (
    <Sheet open title="Who rides it?" onClose={onClose}>
      {here.length === 0 ? (
        <p>Enter a horse first: marks belong to a horse.</p>
      ) : (
        <div className="space-y-4">
          <div className="grid gap-4 sm:grid-cols-2">
            <Choice
              label="Horse"
              value={horse ?? ''}
              options={here.map((h) => [h.id, h.name] as const)}
              onChange={setHorse}
            />
            <Choice
              label="Rider"
              value={riderId}
              options={[
                ['', 'not said'],
                ...riders.filter((r) => !r.retiredOn).map((r) => [r.id, r.name] as const),
              ]}
              onChange={setRider}
            />
            <Choice<RideKind>
              label="Marks are"
              value={kind}
              options={RIDE_KINDS.map((k) => [k, RIDE_KIND_WORDS[k]] as const)}
              onChange={setKind}
            />
            <Field label="Where">
              {(props) => (
                <input
                  {...props}
                  className={inputClass}
                  maxLength={80}
                  value={place}
                  onChange={(event) => setPlace(event.target.value)}
                />
              )}
            </Field>
          </div>
          <Ticks
            label="Judges at"
            all={JUDGE_PLACES}
            chosen={judges as never}
            onChange={setJudges}
          />
          {judges.length === 0 && <p className="text-madder">At least one judge marks.</p>}
          {saving.error && (
            <p role="alert" className="text-madder">
              {problemOf(saving.error).detail}
            </p>
          )}
          <Button disabled={judges.length === 0 || saving.isLoading} onClick={() => void begin()}>
            Begin
          </Button>
        </div>
      )}
    </Sheet>
  );
}
