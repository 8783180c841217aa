import { useState } from 'react';
import type { Box, Collective, ErrorCosts, Item } from '@canter-book/core/lesson/document';
import { SmallNumber, SmallSelect, smallInput } from './small.tsx';

interface SheetFieldsProps {
  item: Box | Collective | ErrorCosts;
  onChange(item: Item): void;
}

/** What a box, a collective mark or the cost of errors is made of. */
export function SheetFields({ item, onChange }: SheetFieldsProps) {
  if (item.kind === 'errors') return <CostFields item={item} onChange={onChange} />;
  const times = (
    <SmallNumber
      label="coefficient"
      value={item.coefficient ?? 1}
      min={1}
      max={5}
      onChange={(n) => {
        const { coefficient: _, ...rest } = item;
        onChange(n === null || n < 2 ? rest : { ...rest, coefficient: Math.round(n) });
      }}
    />
  );
  if (item.kind === 'collective') {
    return (
      <div className="flex flex-wrap items-end gap-3">
        <Words
          label="mark for the whole ride"
          value={item.name}
          onChange={(name) => name !== '' && onChange({ ...item, name })}
        />
        {times}
      </div>
    );
  }
  return (
    <div className="flex flex-wrap items-end gap-3">
      <SmallNumber
        label="number"
        value={item.number}
        min={1}
        max={99}
        onChange={(number) => onChange({ ...item, number: Math.round(number ?? item.number) })}
      />
      {times}
      <Words
        label="title"
        value={item.title ?? ''}
        onChange={(title) => {
          const { title: _, ...rest } = item;
          onChange(title === '' ? rest : { ...rest, title });
        }}
      />
      <Words
        label="what is looked for"
        value={item.directive ?? ''}
        wide
        onChange={(directive) => {
          const { directive: _, ...rest } = item;
          onChange(directive === '' ? rest : { ...rest, directive });
        }}
      />
    </div>
  );
}

function CostFields({ item, onChange }: { item: ErrorCosts; onChange(item: Item): void }) {
  const [typed, setTyped] = useState(item.costs.join(' '));
  const costs = typed
    .trim()
    .split(/[\s,;]+/)
    .map(Number);
  const valid = costs.length <= 6 && costs.every((c) => Number.isFinite(c) && c >= 0 && c <= 20);
  return (
    <div className="flex flex-wrap items-end gap-3">
      <SmallSelect
        label="errors cost"
        value={item.how}
        options={['points', 'percent']}
        onChange={(how) => onChange({ ...item, how: how as ErrorCosts['how'] })}
      />
      <label className="flex flex-col gap-0.5">
        <span className="text-soft">one after the other; the next one eliminates</span>
        <input
          className={`${smallInput} w-40`}
          value={typed}
          aria-invalid={!valid}
          title={valid ? undefined : 'Up to six numbers from 0 to 20'}
          onChange={(e) => {
            setTyped(e.target.value);
            const next = e.target.value
              .trim()
              .split(/[\s,;]+/)
              .map(Number);
            if (next.length <= 6 && next.every((c) => Number.isFinite(c) && c >= 0 && c <= 20)) {
              onChange({ ...item, costs: next });
            }
          }}
        />
      </label>
    </div>
  );
}

interface WordsProps {
  label: string;
  value: string;
  wide?: boolean;
  onChange(value: string): void;
}

/** One line of words, taken over when the field is left. Quotation marks and # mean something else in the text. */
function Words({ label, value, wide = false, onChange }: WordsProps) {
  const [typed, setTyped] = useState(value);
  const done = () => {
    const said = typed.replace(/[#"\n\r]/g, '').trim();
    if (said !== value) onChange(said);
  };
  return (
    <label className={`flex flex-col gap-0.5 ${wide ? 'w-full' : ''}`}>
      <span className="text-soft">{label}</span>
      <input
        className={smallInput}
        value={typed}
        maxLength={wide ? 400 : 120}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={done}
        onKeyDown={(e) => {
          if (e.key === 'Enter') done();
        }}
      />
    </label>
  );
}
