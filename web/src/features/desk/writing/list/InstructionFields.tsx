import { lettersOf } from '@canter-book/core/arena/arena';
import { entriesOf, type Entry } from '@canter-book/core/forms/pattern';
import { formOf } from '@canter-book/core/lesson/forms';
import { paramsSchema } from '@canter-book/core/lesson/schema';
import type { Instruction } from '@canter-book/core/lesson/document';
import { CONDITIONS } from '@canter-book/core/lesson/terms';
import { CIRCLE_SIZES_M } from '@canter-book/core/placing/handles';
import { useDesk } from '../../deskModel.ts';
import { SmallNumber, SmallSelect } from './small.tsx';

interface InstructionFieldsProps {
  instruction: Instruction;
  onChange(instruction: Instruction): void;
}

/** The words a form's values are called by. */
const NAMES: Readonly<Record<string, string>> = {
  diameterM: 'metres',
  depthM: 'depth, m',
  sideM: 'side, m',
  inM: 'in by, m',
  fromM: 'from, m',
  toM: 'to, m',
  to: 'to',
  legYield: 'leg-yield',
  lasts: 'seconds',
};

/** The values of one instruction, as its form declares them. */
export function InstructionFields({ instruction, onChange }: InstructionFieldsProps) {
  const { arena } = useDesk().derived.ride;
  const form = formOf(instruction.form);
  // The pace of a line has a field of its own.
  const entries = entriesOf(form.pattern).filter((entry) => entry.name !== 'pace');
  const set = (name: string, value: unknown) => {
    const { [name]: _, ...rest } = instruction.params;
    const params = value === undefined ? rest : { ...rest, [name]: value };
    // A value the form does not know is not taken over.
    if (paramsSchema(instruction.form).safeParse(params).success) {
      onChange({ ...instruction, params });
    }
  };
  return (
    <>
      {entries.map((entry) => (
        <EntryField
          key={entry.name}
          entry={entry}
          value={instruction.params[entry.name]}
          letters={lettersOf(arena).map((l) => l.name)}
          onChange={(value) => set(entry.name, value)}
        />
      ))}
      {form.group === 'act' && form.timed && <HowLong {...{ instruction, onChange }} />}
      {form.group === 'act' && !form.rests && <HowOften {...{ instruction, onChange }} />}
    </>
  );
}

const HowLong = ({ instruction, onChange }: InstructionFieldsProps) => (
  <SmallNumber
    label="Or minutes"
    value={instruction.lastsS === undefined ? null : instruction.lastsS / 60}
    min={0.1}
    max={120}
    onChange={(minutes) => {
      const { lastsS: _, ...rest } = instruction;
      onChange(minutes === null ? rest : { ...rest, lastsS: Math.round(minutes * 60) });
    }}
  />
);

/** Until what, and how many times. */
const HowOften = ({ instruction, onChange }: InstructionFieldsProps) => (
  <>
    <SmallSelect
      label="until"
      value={instruction.until?.what ?? ''}
      options={['', ...CONDITIONS]}
      none="as planned"
      onChange={(what) => {
        const { until, ...rest } = instruction;
        const condition = CONDITIONS.find((c) => c === what);
        onChange(condition ? { ...rest, until: { ...until, what: condition } } : rest);
      }}
    />
    <SmallNumber
      label="times"
      value={instruction.times ?? 1}
      min={1}
      max={50}
      onChange={(times) => {
        const { times: _, ...rest } = instruction;
        onChange(times === null || times === 1 ? rest : { ...rest, times: Math.round(times) });
      }}
    />
  </>
);

interface EntryFieldProps {
  entry: Entry;
  value: unknown;
  letters: readonly string[];
  onChange(value: unknown): void;
}

function EntryField({ entry, value, letters, onChange }: EntryFieldProps) {
  const { name, slot, optional, word } = entry;
  const label = NAMES[name] ?? word ?? name;
  if (!slot) {
    return (
      <label className="flex min-h-8 items-center gap-1.5">
        <input
          type="checkbox"
          checked={value === true}
          onChange={(e) => onChange(e.target.checked || undefined)}
        />
        {label}
      </label>
    );
  }
  const none = optional ? [''] : [];
  if (slot.entry === 'choice' || slot.entry === 'letter') {
    const words = slot.entry === 'letter' ? letters : slot.example;
    return (
      <SmallSelect
        label={label}
        value={value === undefined ? '' : String(value)}
        options={[...none, ...words]}
        onChange={(next) => onChange(next === '' ? undefined : next)}
      />
    );
  }
  if (name === 'diameterM' && typeof value === 'number') {
    const sizes = new Set<number>([...CIRCLE_SIZES_M, value]);
    return (
      <SmallSelect
        label={label}
        value={String(value)}
        options={[...sizes].sort((a, b) => b - a).map(String)}
        onChange={(next) => onChange(Number(next))}
      />
    );
  }
  if (slot.entry !== 'number') return null;
  return (
    <SmallNumber
      label={label}
      value={typeof value === 'number' ? value : null}
      min={0}
      max={7200}
      onChange={(next) => {
        if (next !== null || optional) onChange(next ?? undefined);
      }}
    />
  );
}
