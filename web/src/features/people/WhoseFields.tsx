import { useHorsesQuery } from '../../api/horses.ts';
import { useRidersQuery } from '../../api/riders.ts';
import { useTimetableQuery } from '../../api/timetable.ts';
import { OneOf, Tick } from '../../ui/Choose.tsx';
import { Field, Select, TextInput } from '../../ui/Field.tsx';
import { RiderOptions } from '../horses/RiderOptions.tsx';
import type { Role } from './peopleApi.ts';
import { MAY, type WhoseDraft } from './whose.ts';

interface WhoseFieldsProps {
  roles: readonly Role[];
  /** What is asked for: "Whose phone", "Name". */
  label: string;
  draft: WhoseDraft;
  /** The name stands. */
  isNamed?: boolean;
  onChange(draft: WhoseDraft): void;
}

/** Who it is, and what that person may do. */
export function WhoseFields({ roles, label, draft, isNamed, onChange }: WhoseFieldsProps) {
  const { data: riders = [] } = useRidersQuery();
  const { data: horses = [] } = useHorsesQuery();
  const { data: timetable } = useTimetableQuery();
  const { role, name, riderId, horseIds } = draft;
  return (
    <>
      <div className="max-w-96">
        <OneOf
          label="Role"
          amongFields
          all={roles}
          chosen={role}
          onChange={(to) => onChange({ ...draft, role: to })}
        />
      </div>
      {role === 'rider' ? (
        <Field label={label} hint={MAY.rider}>
          {(field) => (
            <Select
              {...field}
              value={riderId}
              onChange={(e) => onChange({ ...draft, riderId: e.target.value })}
            >
              <option value="">Choose a rider</option>
              <RiderOptions riders={riders} />
            </Select>
          )}
        </Field>
      ) : (
        <Field label={label} hint={MAY[role]}>
          {(field) => (
            <>
              <TextInput
                {...field}
                list={`${field.id}-known`}
                value={name}
                maxLength={80}
                readOnly={isNamed}
                autoComplete="off"
                onChange={(e) => onChange({ ...draft, name: e.target.value })}
              />
              <datalist id={`${field.id}-known`}>
                {(timetable?.instructors ?? []).map((known) => (
                  <option key={known} value={known} />
                ))}
              </datalist>
            </>
          )}
        </Field>
      )}
      {role === 'helper' && (
        <fieldset>
          <legend className="mb-1 text-[14px] font-bold">Horses</legend>
          <div className="flex max-h-60 flex-wrap gap-x-5 gap-y-1 overflow-auto">
            {horses
              .filter((horse) => !horse.retiredOn)
              .map((horse) => (
                <Tick
                  key={horse.id}
                  label={horse.name}
                  checked={horseIds.includes(horse.id)}
                  onChange={(on) =>
                    onChange({
                      ...draft,
                      horseIds: on
                        ? [...horseIds, horse.id]
                        : horseIds.filter((id) => id !== horse.id),
                    })
                  }
                />
              ))}
          </div>
        </fieldset>
      )}
    </>
  );
}
