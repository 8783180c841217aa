import type { Restriction } from '@canter-book/core/gaits/restriction';
import { today } from '../../app/dates.ts';
import { Button } from '../../ui/Button.tsx';
import { Field, Select, TextInput } from '../../ui/Field.tsx';
import { Fault } from '../../ui/Fault.tsx';

type What = Restriction['what'];

/** The kinds of dated limits, with the number each takes. */
const CHOICES: readonly {
  words: string;
  unit?: string;
  is(what: What): boolean;
  make(n: number): What;
  number?(what: What): number;
}[] = [
  {
    words: 'no canter',
    is: (w) => w.kind === 'no gait' && w.gait === 'canter',
    make: () => ({ kind: 'no gait', gait: 'canter' }),
  },
  {
    words: 'no trot and no canter',
    is: (w) => w.kind === 'no gait' && w.gait === 'trot',
    make: () => ({ kind: 'no gait', gait: 'trot' }),
  },
  {
    words: 'no lateral work',
    is: (w) => w.kind === 'no lateral',
    make: () => ({ kind: 'no lateral' }),
  },
  { words: 'no poles', is: (w) => w.kind === 'no poles', make: () => ({ kind: 'no poles' }) },
  {
    words: 'no circle smaller than',
    unit: 'm',
    is: (w) => w.kind === 'circle',
    make: (n) => ({ kind: 'circle', leastM: n || 15 }),
    number: (w) => (w.kind === 'circle' ? w.leastM : NaN),
  },
  {
    words: 'walk first',
    unit: 'min',
    is: (w) => w.kind === 'walk first',
    make: (n) => ({ kind: 'walk first', minutes: n || 10 }),
    number: (w) => (w.kind === 'walk first' ? w.minutes : NaN),
  },
  {
    words: 'a lesson of at most',
    unit: 'min',
    is: (w) => w.kind === 'minutes',
    make: (n) => ({ kind: 'minutes', most: n || 30 }),
    number: (w) => (w.kind === 'minutes' ? w.most : NaN),
  },
];

interface DatedLimitsProps {
  value: readonly Restriction[];
  /** A sentence on what is wrong with one, by its place. */
  wrong(index: number): string | undefined;
  onChange(value: Restriction[]): void;
}

/** Dated limits of a horse; planner and review go by each until its last day. */
export function DatedLimits({ value, wrong, onChange }: DatedLimitsProps) {
  const add = () =>
    onChange([
      ...value,
      { what: CHOICES[0]!.make(0), saidBy: 'the vet', from: today(), until: null },
    ]);
  return (
    <fieldset className="sm:col-span-2">
      <legend className="mb-1 text-[14px] font-bold">For a time</legend>
      <p className="mb-2 text-[13px] text-soft">
        What the vet, the physio or you have set until a day. Plans keep to it and the review says
        where a lesson does not. After its last day it is silent.
      </p>
      <ul className="space-y-3">
        {value.map((restriction, i) => (
          <Limit
            key={i}
            of={restriction}
            wrong={wrong(i)}
            onChange={(to) => onChange(value.map((r, k) => (k === i ? { ...r, ...to } : r)))}
            onDelete={() => onChange(value.filter((_, k) => k !== i))}
          />
        ))}
      </ul>
      <div className="mt-3">
        <Button look="quiet" onClick={add}>
          Add a limit for a time
        </Button>
      </div>
    </fieldset>
  );
}

interface LimitProps {
  of: Restriction;
  wrong: string | undefined;
  onChange(to: Partial<Restriction>): void;
  onDelete(): void;
}

function Limit({ of, wrong, onChange, onDelete }: LimitProps) {
  const choice = CHOICES.findIndex((c) => c.is(of.what));
  const { unit, number } = CHOICES[choice]!;
  return (
    <li className="rounded-lg border border-line bg-page p-3">
      <div className="grid gap-3 sm:grid-cols-[minmax(0,1.4fr)_6rem_minmax(0,1fr)]">
        <Field label="What">
          {(field) => (
            <Select
              {...field}
              value={choice}
              onChange={(e) => onChange({ what: CHOICES[Number(e.target.value)]!.make(NaN) })}
            >
              {CHOICES.map(({ words, unit: takes }, c) => (
                <option key={words} value={c}>
                  {takes ? `${words} … ${takes}` : words}
                </option>
              ))}
            </Select>
          )}
        </Field>
        {number ? (
          <Field label={unit === 'm' ? 'Metres' : 'Minutes'}>
            {(field) => (
              <TextInput
                {...field}
                type="number"
                inputMode="numeric"
                defaultValue={number(of.what)}
                onChange={(e) => onChange({ what: CHOICES[choice]!.make(Number(e.target.value)) })}
              />
            )}
          </Field>
        ) : (
          <span />
        )}
        <Field label="Said by">
          {(field) => (
            <TextInput
              {...field}
              value={of.saidBy}
              onChange={(e) => onChange({ saidBy: e.target.value })}
            />
          )}
        </Field>
      </div>
      <Days of={of} onChange={onChange} onDelete={onDelete} />
      <Fault className="mt-1 text-[13px]">{wrong}</Fault>
    </li>
  );
}

/** From when until when it holds. */
const Days = ({ of, onChange, onDelete }: Omit<LimitProps, 'wrong'>) => (
  <div className="mt-2 grid items-start gap-3 sm:grid-cols-[1fr_1fr_auto]">
    <Field label="From">
      {(field) => (
        <TextInput
          {...field}
          type="date"
          value={of.from}
          onChange={(e) => onChange({ from: e.target.value })}
        />
      )}
    </Field>
    <Field label="Until" hint="Empty: until you delete it">
      {(field) => (
        <TextInput
          {...field}
          type="date"
          value={of.until ?? ''}
          onChange={(e) => onChange({ until: e.target.value || null })}
        />
      )}
    </Field>
    <div className="sm:pt-6">
      <Button look="quiet" onClick={onDelete}>
        Delete
      </Button>
    </div>
  </div>
);
