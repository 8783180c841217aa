import { MOVING_GAITS } from '@canter-book/core/gaits/paces';
import { OWN_LIMITS, STAGE_LIMITS } from '@canter-book/core/gaits/limits';
import { LIMITS } from '@canter-book/core/gaits/limitTable';
import { Field, TextInput } from '../../ui/Field.tsx';
import { READ, type HorseEntry } from './useHorseEntry.ts';

const WRONG = 'Enter a sensible number, or leave it empty';

/** The instructor's own limits, where this horse differs from its stage. */
export function LimitFields({ entry: { horse, enter, wrong } }: { entry: HorseEntry }) {
  const { stage } = horse;
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
            error={wrong(`limits.smallestCircleM.${gait}`) && WRONG}
            hint={`stage: ${limits.smallestCircleM[gait]}`}
          >
            {(field) => (
              <TextInput
                {...field}
                inputMode="decimal"
                {...enter(`limits.smallestCircleM.${gait}`, READ.numberOrNone)}
              />
            )}
          </Field>
        ))}
        {OWN_LIMITS.map((name) => (
          <Field
            key={name}
            label={LIMITS[name].own.label}
            error={wrong(`limits.${name}`) && WRONG}
            hint={`stage: ${limits[name] ?? 'none yet'}`}
          >
            {(field) => (
              <TextInput
                {...field}
                inputMode="decimal"
                {...enter(`limits.${name}`, READ.numberOrNone)}
              />
            )}
          </Field>
        ))}
        <Field label="Set by" hint="the vet, the physio, you">
          {(field) => <TextInput {...field} {...enter('limits.setBy', READ.textOrNone)} />}
        </Field>
        <Field label="Set on" error={wrong('limits.setOn') && 'Enter a day, or leave it empty'}>
          {(field) => (
            <TextInput {...field} type="date" {...enter('limits.setOn', READ.textOrNone)} />
          )}
        </Field>
      </div>
    </fieldset>
  );
}
