import { useEffect, useRef } from 'react';
import type { Horse } from '@canter-book/core/book/records';
import { APPROACHES } from '@canter-book/core/lesson/terms';
import { STAGE_OPTIONS } from '../../app/stages.ts';
import { useRidersQuery } from '../../api/riders.ts';
import { Failed } from '../../api/Failed.tsx';
import { today } from '../../app/dates.ts';
import { useSave } from '../../kept/useSave.ts';
import { Button, ButtonLink } from '../../ui/Button.tsx';
import { DatedLimits } from './DatedLimits.tsx';
import { LimitFields } from './LimitFields.tsx';
import { Field, Select, TextArea, TextInput, labelClass } from '../../ui/Field.tsx';
import { LeaveGuard } from '../../ui/LeaveGuard.tsx';
import { READ, thisYear, useHorseEntry, type HorseEntry } from './useHorseEntry.ts';

const APPROACH_WORDS: Record<(typeof APPROACHES)[number], string> = {
  'steady-hand': 'Steady hand: connected from the first minutes',
  'stretch-first': 'Stretch first: long and low before connection',
  'light-rein': 'Light rein: placed by seat, legs and shoulders',
};

/** A new theme is an event of its own: the marks before and after it are read apart. */
function withTheme(entered: Horse, before: string): Horse {
  const { theme, events } = entered;
  if (!theme || theme === before) return entered;
  return { ...entered, events: [...events, { date: today(), kind: 'theme', text: theme }] };
}

/** A sentence on what to put right in a dated limit, whatever its field. */
function wrongIn({ wrong }: HorseEntry, index: number): string | undefined {
  const at = `limits.dated.${index}`;
  if (!wrong(at)) return undefined;
  if (wrong(`${at}.saidBy`)) return 'Say who said it.';
  if (wrong(`${at}.until`)) return 'It must not end before it begins.';
  return wrong(`${at}.from`) ? 'Enter the day it begins.' : 'Enter a sensible number.';
}

interface PartProps {
  entry: HorseEntry;
}

/** What it is, and how it is trained. */
function Facts({ entry }: PartProps) {
  const { enter, wrong } = entry;
  return (
    <>
      <Field label="Name" error={wrong('name')}>
        {(field) => <TextInput {...field} {...enter('name')} autoFocus={!entry.horse.name} />}
      </Field>
      <Field label="In a few words" hint="for example: cob mare, was driven before">
        {(field) => <TextInput {...field} {...enter('kind')} />}
      </Field>
      <Field
        label="Height at the withers, cm"
        error={wrong('heightCm') && 'Enter a height between 70 and 210 cm'}
        hint="The strides are scaled by it until the horse is measured"
      >
        {(field) => (
          <TextInput
            {...field}
            type="number"
            inputMode="decimal"
            {...enter('heightCm', READ.number)}
          />
        )}
      </Field>
      <Field
        label="Born in"
        error={wrong('bornYear') && `Enter a year from 1980 to ${thisYear()}, or leave it empty`}
      >
        {(field) => (
          <TextInput
            {...field}
            type="number"
            inputMode="numeric"
            {...enter('bornYear', READ.numberOrNull)}
          />
        )}
      </Field>
      <HowTrained entry={entry} />
    </>
  );
}

/** How it is trained, which side is hollow, how fit it is. */
function HowTrained({ entry: { enter } }: PartProps) {
  return (
    <>
      <Field
        label="Stage of training"
        hint="Sets the smallest circle, the breaks and the lateral work"
      >
        {(field) => (
          <Select {...field} {...enter('stage', READ.number)}>
            {STAGE_OPTIONS.map(([stage, words]) => (
              <option key={stage} value={stage}>
                {words}
              </option>
            ))}
          </Select>
        )}
      </Field>
      <Field label="Approach">
        {(field) => (
          <Select {...field} {...enter('approach')}>
            {APPROACHES.map((approach) => (
              <option key={approach} value={approach}>
                {APPROACH_WORDS[approach]}
              </option>
            ))}
          </Select>
        )}
      </Field>
      <Field label="Hollow side">
        {(field) => (
          <Select {...field} {...enter('hollowSide', READ.textOrNull)}>
            <option value="">even, or not known</option>
            <option value="left">left</option>
            <option value="right">right</option>
          </Select>
        )}
      </Field>
      <Field label="Fitness" hint="An unfit horse has its breaks sooner">
        {(field) => (
          <Select {...field} {...enter('fitness')}>
            <option value="unfit">coming back, or unfit</option>
            <option value="usual">usual</option>
            <option value="fit">fit</option>
          </Select>
        )}
      </Field>
      <Field label="This month’s theme" hint="It stays for weeks; the steps within it are small">
        {(field) => <TextInput {...field} {...enter('theme')} />}
      </Field>
    </>
  );
}

function RiddenBy({ entry: { horse, set } }: PartProps) {
  const { data: riders = [] } = useRidersQuery();
  return (
    <fieldset className="sm:col-span-2">
      <legend className={labelClass}>Ridden by</legend>
      <div className="flex flex-wrap gap-x-6 gap-y-2">
        {riders.map((rider) => (
          <label key={rider.id} className="flex items-center gap-2">
            <input
              type="checkbox"
              checked={horse.riderIds.includes(rider.id)}
              onChange={(e) =>
                set(
                  'riderIds',
                  e.target.checked
                    ? [...horse.riderIds, rider.id]
                    : horse.riderIds.filter((id) => id !== rider.id),
                )
              }
              className="h-5 w-5 accent-leather"
            />
            {rider.name}
          </label>
        ))}
        {riders.length === 0 && <span className="text-soft">Add riders on the Horses page.</span>}
      </div>
    </fieldset>
  );
}

/** The facts that everything else is computed from. */
export function HorseForm({ horse, onSaved }: { horse: Horse; onSaved(id: string): void }) {
  const { save, isSaving, error } = useSave('horse');
  const entry = useHorseEntry(horse);
  const settled = useRef(false);
  const form = useRef<HTMLFormElement>(null);
  // What is wrong may stand far above the button.
  useEffect(() => {
    if (entry.tries > 0) form.current?.querySelector<HTMLElement>('[aria-invalid="true"]')?.focus();
  }, [entry.tries]);
  const store = async () => {
    const entered = entry.check();
    if (!entered) return;
    const saved = await save(withTheme(entered, horse.theme), horse.revision > 0 ? horse : null);
    if (saved.error) return;
    settled.current = true;
    onSaved(horse.id);
  };
  return (
    <form
      ref={form}
      onSubmit={(event) => {
        event.preventDefault();
        void store();
      }}
      className="grid max-w-3xl gap-4 p-5 sm:grid-cols-2 md:p-7"
      noValidate
    >
      <LeaveGuard
        what={horse.name || 'the horse'}
        unsaved={() => entry.isDirty && !settled.current}
      />
      <Facts entry={entry} />
      <LimitFields entry={entry} />
      <DatedLimits
        value={entry.horse.limits.dated ?? []}
        onChange={(dated) => entry.set('limits.dated', dated)}
        wrong={(i) => wrongIn(entry, i)}
      />
      <RiddenBy entry={entry} />
      <div className="sm:col-span-2">
        <Field
          label="Notes"
          hint="What the saddler or the owner said; what the vet forbids for a time stands above"
        >
          {(field) => <TextArea {...field} {...entry.enter('notes')} />}
        </Field>
      </div>
      <Failed error={error} className="sm:col-span-2" />
      <div className="flex gap-2 sm:col-span-2">
        <Button type="submit" disabled={isSaving}>
          {isSaving ? 'Saving …' : 'Save'}
        </Button>
        <ButtonLink look="quiet" to={horse.revision > 0 ? `/horses/${horse.id}` : '/horses'}>
          Cancel
        </ButtonLink>
      </div>
    </form>
  );
}
