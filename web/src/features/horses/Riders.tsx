import { useState } from 'react';
import { problemOf, useRidersQuery, useSaveRiderMutation } from '../../api/api.ts';
import { newId } from '../../app/newId.ts';
import { Button } from '../../ui/Button.tsx';
import { Field, TextInput } from '../../ui/Field.tsx';

/** The riders, with a line to add one. */
export function Riders() {
  const { data: riders = [] } = useRidersQuery();
  const [save, saving] = useSaveRiderMutation();
  const [name, setName] = useState('');
  const add = async () => {
    const saved = await save({ id: newId(), revision: 0, name: name.trim(), notes: '' });
    if (!saved.error) setName('');
  };
  return (
    <section aria-labelledby="riders">
      <h2 id="riders" className="mb-3 text-lg">
        Riders
      </h2>
      <ul className="mb-4 divide-y divide-line border-y border-line">
        {riders.map((rider) => (
          <li key={rider.id} className="py-2">
            <span className="block">{rider.name}</span>
            {rider.notes && <span className="text-[13px] text-soft">{rider.notes}</span>}
          </li>
        ))}
        {riders.length === 0 && <li className="py-2 text-soft">No rider yet.</li>}
      </ul>
      <form
        className="flex items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          void add();
        }}
      >
        <div className="flex-1">
          <Field label="New rider" error={saving.error && problemOf(saving.error).detail}>
            {(field) => (
              <TextInput
                {...field}
                value={name}
                maxLength={60}
                onChange={(e) => setName(e.target.value)}
              />
            )}
          </Field>
        </div>
        <div className="mb-[23px]">
          <Button type="submit" look="quiet" disabled={!name.trim() || saving.isLoading}>
            Add
          </Button>
        </div>
      </form>
    </section>
  );
}
