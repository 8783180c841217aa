import type { FieldErrors, UseFormRegister } from 'react-hook-form';
import type { Horse } from '@canter-book/core/book/records';
import { MOVING_GAITS } from '@canter-book/core/gaits/paces';
import { STAGES, type StageLimits } from '@canter-book/core/gaits/stages';
import { Field, TextInput } from '../../ui/Field.tsx';

interface LimitFieldsProps {
  stage: Horse['stage'];
  register: UseFormRegister<Horse>;
  errors: FieldErrors<Horse>;
}

const WRONG = 'Enter a sensible number, or leave it empty';

/** An empty field keeps the stage's limit. */
const optionalNumber = {
  setValueAs: (value: unknown) =>
    value === '' || value === undefined || value === null ? undefined : Number(value),
};

const optionalText = { setValueAs: (value: unknown) => value || undefined };

const shown = (value: StageLimits[keyof StageLimits]): string =>
  value === null ? 'none yet' : String(value);

/** The instructor's own limits, where this horse differs from its stage. */
export function LimitFields({ stage, register, errors }: LimitFieldsProps) {
  const limits = STAGES[stage];
  const said = (name: keyof NonNullable<typeof errors.limits>) => errors.limits?.[name] && WRONG;
  return (
    <fieldset className="sm:col-span-2">
      <legend className="mb-1 text-[14px] font-bold">Own limits</legend>
      <p className="mb-2 text-[13px] text-soft">
        Empty: those of stage {stage}. The review goes by them.
      </p>
      <div className="grid gap-x-4 gap-y-3 sm:grid-cols-3">
        {MOVING_GAITS.map((gait) => (
          <Field
            key={gait}
            label={`Smallest circle in ${gait}, m`}
            error={errors.limits?.smallestCircleM?.[gait] && WRONG}
            hint={`stage: ${limits.smallestCircleM[gait]}`}
          >
            {(field) => (
              <TextInput
                {...field}
                inputMode="decimal"
                {...register(`limits.smallestCircleM.${gait}`, optionalNumber)}
              />
            )}
          </Field>
        ))}
        <Field
          label="Longest without a walk break, min"
          error={said('breakEveryMin')}
          hint={`stage: ${shown(limits.breakEveryMin)}`}
        >
          {(field) => (
            <TextInput
              {...field}
              inputMode="decimal"
              {...register('limits.breakEveryMin', optionalNumber)}
            />
          )}
        </Field>
        <Field
          label="Longest spell of collection, s"
          error={said('collectedBoutS')}
          hint={`stage: ${shown(limits.collectedBoutS)}`}
        >
          {(field) => (
            <TextInput
              {...field}
              inputMode="decimal"
              {...register('limits.collectedBoutS', optionalNumber)}
            />
          )}
        </Field>
        <Field
          label="Steepest sideways line, degrees"
          error={said('steepestDeg')}
          hint={`stage: ${shown(limits.steepestDeg)}`}
        >
          {(field) => (
            <TextInput
              {...field}
              inputMode="decimal"
              {...register('limits.steepestDeg', optionalNumber)}
            />
          )}
        </Field>
        <Field label="Set by" hint="the vet, the physio, you">
          {(field) => <TextInput {...field} {...register('limits.setBy', optionalText)} />}
        </Field>
        <Field label="Set on" error={errors.limits?.setOn && 'Enter a day, or leave it empty'}>
          {(field) => (
            <TextInput {...field} type="date" {...register('limits.setOn', optionalText)} />
          )}
        </Field>
      </div>
    </fieldset>
  );
}
