import { EXERCISES } from '@canter-book/core/exercises/catalogue';
import type { Exercise } from '@canter-book/core/exercises/exercise';
import { SCALES } from '@canter-book/core/scales';
import { Choice } from '../../../ui/Choose.tsx';
import { useShelf } from '../useShelf.ts';
import { Count, Small } from './fields.tsx';

interface BeforeProps {
  exercise: Exercise;
  onChange(change: Partial<Exercise>): void;
}

const NOTHING = '';

/** What must be there before it, and what it goes back to. */
export function Before({ exercise, onChange }: BeforeProps) {
  const { needs, parts, repair } = exercise;
  const known = EXERCISES.filter((e) => e.id !== exercise.id);
  const options = known.map((e) => [e.id, `${e.name} (stage ${e.stage})`] as const);
  return (
    <>
      <Named
        label="Exercises before it"
        ids={needs.exercises}
        options={options}
        onChange={(exercises) => onChange({ needs: { ...needs, exercises } })}
      />
      <Named
        label="Its parts, ridden on the same day"
        ids={parts}
        options={options}
        onChange={(ids) => onChange({ parts: ids })}
      />
      <fieldset>
        <legend className="text-[14px] text-soft">Marks it needs; 0 for none</legend>
        <div className="grid grid-cols-2 gap-x-4 gap-y-1">
          {SCALES.map((scale) => (
            <Count
              key={scale}
              label={scale}
              most={10}
              step={0.5}
              value={needs.scales[scale] ?? 0}
              onChange={(n) => {
                const { [scale]: _, ...others } = needs.scales;
                onChange({
                  needs: { ...needs, scales: n > 0 ? { ...others, [scale]: n } : others },
                });
              }}
            />
          ))}
        </div>
      </fieldset>
      <Choice
        label="The easier exercise that mends it"
        value={repair ?? NOTHING}
        options={options}
        onChange={(id) => onChange({ repair: id, parent: id })}
      />
    </>
  );
}

interface NamedProps {
  label: string;
  ids: readonly string[];
  options: readonly (readonly [string, string])[];
  onChange(ids: string[]): void;
}

/** A list of exercises by name. */
function Named({ label, ids, options, onChange }: NamedProps) {
  const { nameOf } = useShelf().shelf;
  const open = options.filter(([id]) => !ids.includes(id));
  return (
    <div>
      <Choice
        label={label}
        value={NOTHING}
        options={[[NOTHING, 'add one …'], ...open]}
        onChange={(id) => id && onChange([...ids, id])}
      />
      <ul>
        {ids.map((id) => (
          <li key={id} className="flex items-baseline justify-between gap-2">
            {nameOf(id)}
            <Small
              aria-label={`Remove: ${nameOf(id)}`}
              onClick={() => onChange(ids.filter((x) => x !== id))}
            >
              remove
            </Small>
          </li>
        ))}
      </ul>
    </div>
  );
}
