import { useRef } from 'react';
import { zodResolver } from '@hookform/resolvers/zod';
import {
  Controller,
  useForm,
  useWatch,
  type FieldErrors,
  type Resolver,
  type UseFormReturn,
} from 'react-hook-form';
import { horseSchema, type Horse } from '@canter-book/core/book/records';
import type { Restriction } from '@canter-book/core/gaits/restriction';
import { APPROACHES } from '@canter-book/core/lesson/terms';
import { z } from '@canter-book/core/schema';
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

const APPROACH_WORDS: Record<(typeof APPROACHES)[number], string> = {
  'steady-hand': 'Steady hand: connected from the first minutes',
  'stretch-first': 'Stretch first: long and low before connection',
  'light-rein': 'Light rein: placed by seat, legs and shoulders',
};

const thisYear = (): number => new Date().getFullYear();

/** A horse is entered by somebody today: it has been born. */
const enteredSchema = horseSchema.check(
  z.refine((h) => h.bornYear === null || h.bornYear <= thisYear(), { path: ['bornYear'] }),
);

const numberOrNull = (value: string): number | null => (value === '' ? null : Number(value));

/** A new theme is an event of its own: the marks before and after it are read apart. */
function withTheme(entered: Horse, before: string): Horse {
  const { theme, events } = entered;
  if (!theme || theme === before) return entered;
  return { ...entered, events: [...events, { date: today(), kind: 'theme', text: theme }] };
}

/** What is to be put right in a limit for a time, whatever its field. */
const wrongIn = (error: Partial<Record<keyof Restriction, object>> | undefined) =>
  error &&
  (error.saidBy
    ? 'Say who said it.'
    : error.until
      ? 'It must not end before it begins.'
      : error.from
        ? 'Enter the day it begins.'
        : 'Enter a sensible number.');

type Fields = Pick<UseFormReturn<Horse>, 'register'> & { errors: FieldErrors<Horse> };

/** What it is, and how it is trained. */
function Facts({ horse, register, errors }: Fields & { horse: Horse }) {
  return (
    <>
      <Field label="Name" error={errors.name?.message}>
        {(field) => <TextInput {...field} {...register('name')} autoFocus={!horse.name} />}
      </Field>
      <Field label="In a few words" hint="for example: cob mare, was driven before">
        {(field) => <TextInput {...field} {...register('kind')} />}
      </Field>
      <Field
        label="Height at the withers, cm"
        error={errors.heightCm && 'Enter a height between 70 and 210 cm'}
        hint="The strides are scaled by it until the horse is measured"
      >
        {(field) => (
          <TextInput
            {...field}
            type="number"
            inputMode="decimal"
            {...register('heightCm', { valueAsNumber: true })}
          />
        )}
      </Field>
      <Field
        label="Born in"
        error={errors.bornYear && `Enter a year from 1980 to ${thisYear()}, or leave it empty`}
      >
        {(field) => (
          <TextInput
            {...field}
            type="number"
            inputMode="numeric"
            {...register('bornYear', {
              setValueAs: (v: string | number | null) =>
                v === null ? null : numberOrNull(String(v)),
            })}
          />
        )}
      </Field>
      <HowTrained register={register} />
    </>
  );
}

/** How it is trained, which side is hollow, how fit it is. */
function HowTrained({ register }: Pick<Fields, 'register'>) {
  return (
    <>
      <Field
        label="Stage of training"
        hint="Sets the smallest circle, the breaks and the lateral work"
      >
        {(field) => (
          <Select {...field} {...register('stage', { valueAsNumber: true })}>
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
          <Select {...field} {...register('approach')}>
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
          <Select
            {...field}
            {...register('hollowSide', { setValueAs: (v: string | null) => v || null })}
          >
            <option value="">even, or not known</option>
            <option value="left">left</option>
            <option value="right">right</option>
          </Select>
        )}
      </Field>
      <Field label="Fitness" hint="An unfit horse has its breaks sooner">
        {(field) => (
          <Select {...field} {...register('fitness')}>
            <option value="unfit">coming back, or unfit</option>
            <option value="usual">usual</option>
            <option value="fit">fit</option>
          </Select>
        )}
      </Field>
      <Field label="This month’s theme" hint="It stays for weeks; the steps within it are small">
        {(field) => <TextInput {...field} {...register('theme')} />}
      </Field>
    </>
  );
}

function RiddenBy({ register }: Pick<Fields, 'register'>) {
  const { data: riders = [] } = useRidersQuery();
  return (
    <fieldset className="sm:col-span-2">
      <legend className={labelClass}>Ridden by</legend>
      <div className="flex flex-wrap gap-x-6 gap-y-2">
        {riders.map((rider) => (
          <label key={rider.id} className="flex items-center gap-2">
            <input
              type="checkbox"
              value={rider.id}
              {...register('riderIds')}
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
  const { register, handleSubmit, formState, control } = useForm<Horse>({
    values: horse,
    // What is saved elsewhere meanwhile comes in; what was entered here stays.
    resetOptions: { keepDirtyValues: true },
    resolver: zodResolver(enteredSchema) as Resolver<Horse>,
  });
  const { errors, isDirty } = formState;
  const settled = useRef(false);
  const stage = (Number(useWatch({ control, name: 'stage' })) || horse.stage) as Horse['stage'];
  const store = async (entered: Horse) => {
    const { revision, events, measured } = horse;
    const made = withTheme({ ...entered, revision, events, measured }, horse.theme);
    const saved = await save(made, horse.revision > 0 ? horse : null);
    if (saved.error) return;
    settled.current = true;
    onSaved(entered.id);
  };
  return (
    <form
      onSubmit={(event) => void handleSubmit(store)(event)}
      className="grid max-w-3xl gap-4 p-5 sm:grid-cols-2 md:p-7"
      noValidate
    >
      <LeaveGuard what={horse.name || 'the horse'} unsaved={() => isDirty && !settled.current} />
      <Facts horse={horse} register={register} errors={errors} />
      <LimitFields stage={stage} register={register} errors={errors} />
      <Controller
        control={control}
        name="limits.dated"
        render={({ field }) => (
          <DatedLimits
            value={field.value ?? []}
            onChange={field.onChange}
            wrong={(i) => wrongIn(errors.limits?.dated?.[i])}
          />
        )}
      />
      <RiddenBy register={register} />
      <div className="sm:col-span-2">
        <Field
          label="Notes"
          hint="What the saddler or the owner said; what the vet forbids for a time stands above"
        >
          {(field) => <TextArea {...field} {...register('notes')} />}
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
