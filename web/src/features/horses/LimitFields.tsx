import type { FieldErrors, UseFormRegister } from 'react-hook-form';
import type { Horse } from '@canter-book/core/book/records';
import { MOVING_GAITS } from '@canter-book/core/gaits/paces';
import { OWN_LIMITS, STAGE_LIMITS } from '@canter-book/core/gaits/limits';
import { LIMITS } from '@canter-book/core/gaits/limitTable';
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

/** The instructor's own limits, where this horse differs from its stage. */
export function LimitFields({ stage, register, errors }: LimitFieldsProps) {
  const limits = STAGE_LIMITS[stage];
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
        {OWN_LIMITS.map((name) => (
          <Field
            key={name}
            label={LIMITS[name].own.label}
            error={errors.limits?.[name] && WRONG}
            hint={`stage: ${limits[name] ?? 'none yet'}`}
          >
            {(field) => (
              <TextInput
                {...field}
                inputMode="decimal"
                {...register(`limits.${name}`, optionalNumber)}
              />
            )}
          </Field>
        ))}
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
