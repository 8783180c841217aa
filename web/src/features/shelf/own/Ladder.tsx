import type { Exercise, Rung } from '@canter-book/core/exercises/exercise';
import { gapsIn } from '@canter-book/core/exercises/sites';
import { STAGE_NUMBERS } from '@canter-book/core/gaits/stage';
import { Choice } from '../../../ui/Choose.tsx';
import { Small, Words } from './fields.tsx';

interface LadderProps {
  exercise: Exercise;
  onChange(rungs: Rung[]): void;
}

/** The rungs, from the easiest on: what stands in each gap of the shorthand. */
export function Ladder({ exercise, onChange }: LadderProps) {
  const { rungs } = exercise;
  const set = (i: number, change: Partial<Rung>) =>
    onChange(rungs.map((r, k) => (k === i ? tidy({ ...r, ...change }) : r)));
  return (
    <>
      <ol className="space-y-4">
        {rungs.map((rung, i) => (
          <li key={i} className="space-y-2 border-l-4 border-line pl-3">
            <Words
              label={`Step ${i + 1}`}
              value={rung.name}
              onChange={(name) => set(i, { name })}
            />
            <Gaps exercise={exercise} rung={rung} step={i + 1} onChange={(part) => set(i, part)} />
            {rung.template === undefined ? (
              <Small onClick={() => set(i, { template: exercise.template })}>
                Step {i + 1} is ridden differently
              </Small>
            ) : (
              <Words
                label={`Shorthand of step ${i + 1}; empty: as the exercise`}
                long
                mono
                value={rung.template}
                onChange={(template) => set(i, { template: template || undefined })}
              />
            )}{' '}
            <Small
              disabled={rungs.length === 1}
              onClick={() => onChange(rungs.filter((_, k) => k !== i))}
            >
              Remove step {i + 1}
            </Small>
          </li>
        ))}
      </ol>
      <Small
        disabled={rungs.length >= 8}
        onClick={() => onChange([...rungs, { ...rungs.at(-1)!, name: 'harder' }])}
      >
        Add a harder step
      </Small>
    </>
  );
}

interface GapsProps {
  exercise: Exercise;
  rung: Rung;
  /** Its number, from 1. */
  step: number;
  onChange(part: Partial<Rung>): void;
}

/** What stands in each gap of a step, and the stage from which it is ridden. */
const Gaps = ({ exercise, rung, step, onChange }: GapsProps) => (
  <div className="grid grid-cols-2 gap-2">
    {gapsIn(rung.template ?? exercise.template).map((gap) => (
      <Words
        key={gap}
        label={`{${gap}} in step ${step}`}
        mono
        value={String(rung.gaps[gap] ?? '')}
        onChange={(value) => onChange({ gaps: withGap(rung.gaps, gap, value) })}
      />
    ))}
    <Choice
      label={`From stage, step ${step}`}
      value={String(rung.stage ?? '')}
      options={[
        ['', `as the exercise: ${exercise.stage}`],
        ...STAGE_NUMBERS.filter((n) => n > exercise.stage).map(
          (n) => [String(n), String(n)] as const,
        ),
      ]}
      onChange={(n) => onChange({ stage: n ? (Number(n) as 1) : undefined })}
    />
  </div>
);

/** A number where a number was meant. */
function withGap(gaps: Rung['gaps'], gap: string, value: string): Rung['gaps'] {
  const { [gap]: _, ...others } = gaps;
  if (value.trim() === '') return others;
  const n = Number(value);
  return { ...others, [gap]: Number.isNaN(n) ? value : n };
}

/** Without what was left empty. */
const tidy = (rung: { [K in keyof Rung]: Rung[K] | undefined }): Rung =>
  Object.fromEntries(Object.entries(rung).filter(([, v]) => v !== undefined)) as Rung;
