import { useHorsesQuery } from '../../api/horses.ts';
import { useRidersQuery } from '../../api/riders.ts';
import { useTimetableQuery } from '../../api/timetable.ts';
import { OneOf, Tick } from '../../ui/Choose.tsx';
import { Field, Select, TextInput, labelClass } from '../../ui/Field.tsx';
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
  const { role } = draft;
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
        <RiderField label={label} draft={draft} onChange={onChange} />
      ) : (
        <NameField label={label} draft={draft} isNamed={isNamed} onChange={onChange} />
      )}
      {role === 'helper' && <HorseTicks draft={draft} onChange={onChange} />}
    </>
  );
}

type PartProps = Pick<WhoseFieldsProps, 'label' | 'draft' | 'onChange'>;

function RiderField({ label, draft, onChange }: PartProps) {
  const { data: riders = [] } = useRidersQuery();
  return (
    <Field label={label} hint={MAY.rider}>
      {(field) => (
        <Select
          {...field}
          value={draft.riderId}
          onChange={(e) => onChange({ ...draft, riderId: e.target.value })}
        >
          <option value="">Choose a rider</option>
          <RiderOptions riders={riders} />
        </Select>
      )}
    </Field>
  );
}

/** A name of one's own, or one of the instructors of the timetable. */
function NameField({
  label,
  draft,
  isNamed,
  onChange,
}: PartProps & { isNamed: boolean | undefined }) {
  const { data: timetable } = useTimetableQuery();
  return (
    <Field label={label} hint={MAY[draft.role]}>
      {(field) => (
        <>
          <TextInput
            {...field}
            list={`${field.id}-known`}
            value={draft.name}
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
  );
}

/** Whom a helper looks after. */
function HorseTicks({ draft, onChange }: Omit<PartProps, 'label'>) {
  const { data: horses = [] } = useHorsesQuery();
  const { horseIds } = draft;
  const give = (id: string, on: boolean) =>
    onChange({ ...draft, horseIds: on ? [...horseIds, id] : horseIds.filter((x) => x !== id) });
  return (
    <fieldset>
      <legend className={labelClass}>Horses</legend>
      <div className="flex max-h-60 flex-wrap gap-x-5 gap-y-1 overflow-auto">
        {horses
          .filter((horse) => !horse.retiredOn)
          .map((horse) => (
            <Tick
              key={horse.id}
              label={horse.name}
              checked={horseIds.includes(horse.id)}
              onChange={(on) => give(horse.id, on)}
            />
          ))}
      </div>
    </fieldset>
  );
}
