import { lazy, Suspense, useMemo, useState } from 'react';
import { Copy, FlipHorizontal2, Repeat, Trash2, Undo } from 'lucide-react';
import { arenaOf } from '@canter-book/core/lesson/arenaOf';
import type { Item, LessonLine, Phase } from '@canter-book/core/lesson/document';
import { PHASES } from '@canter-book/core/lesson/terms';
import {
  findItem,
  insertAfter,
  removeItem,
  replaceItem,
  unwrapRepeat,
  withNewIds,
  wrapInRepeat,
} from '@canter-book/core/lesson/edits';
import { mirrorItem } from '@canter-book/core/lesson/mirror';
import { setsIn } from '@canter-book/core/planner/marks';
import { firstRound } from '@canter-book/core/ride/firstRound';
import { letterCounts } from '@canter-book/core/ride/letterCounts';
import { clock } from '@canter-book/core/units';
import { newId } from '../../../../app/newId.ts';
import { useDesk } from '../../deskModel.ts';
import { AlsoField } from './AlsoField.tsx';
import { InstructionFields } from './InstructionFields.tsx';
import { PaceField } from './PaceField.tsx';
import { nameOf } from './rows.ts';
import { SheetFields } from './SheetFields.tsx';
import { SmallNumber, SmallSelect, smallInput } from './small.tsx';

/** The shelf is large: it is fetched for a lesson that has sets of it. */
const SetReasons = lazy(() => import('../SetReasons.tsx'));

/** What the selected item is made of, to be changed by hand. */
export function Inspector() {
  const { derived, selected, edit } = useDesk();
  const { lesson } = derived.parsed;
  const item = selected ? findItem(lesson.items, selected) : null;
  const sets = useMemo(() => setsIn(lesson), [lesson]);
  const mark = selected ? sets.get(selected) : undefined;
  if (!item) {
    return <p className="px-4 py-2 text-[13px] text-soft">Select a movement to edit it.</p>;
  }
  const change = (to: Item) => edit((l) => replaceItem(l, item.id, () => [to]), item.id);
  return (
    <section aria-label="Selected line" className="space-y-2 px-4 py-3 text-[13.5px]">
      <Tools item={item} />
      {mark && (
        <Suspense fallback={null}>
          <SetReasons mark={mark} />
        </Suspense>
      )}
      {item.kind === 'line' && <LineFields key={item.id} line={item} onChange={change} />}
      {item.kind === 'phase' && <PhaseFields phase={item} onChange={change} />}
      <ItsNumber item={item} onChange={change} />
      {(item.kind === 'box' || item.kind === 'collective' || item.kind === 'errors') && (
        <SheetFields key={item.id} item={item} onChange={change} />
      )}
      {item.kind === 'unread' && (
        <p className="text-madder">This line can’t be read. Correct it in the text.</p>
      )}
      {item.kind === 'line' && <Counts itemId={item.id} />}
    </section>
  );
}

/** How often a repeat is ridden, or how large the corners are. */
function ItsNumber({ item, onChange }: { item: Item; onChange(to: Item): void }) {
  if (item.kind === 'repeat')
    return (
      <SmallNumber
        label="times"
        value={item.times}
        min={1}
        max={50}
        onChange={(times) => onChange({ ...item, times: times ?? 1 })}
      />
    );
  if (item.kind === 'corners')
    return (
      <SmallNumber
        label="radius of the corners, m"
        value={item.radiusM}
        min={0}
        max={10}
        onChange={(radiusM) => onChange({ ...item, radiusM: radiusM ?? 0 })}
      />
    );
  return null;
}

/** The name of the item, and what is done to it as a whole. */
function Tools({ item }: { item: Item }) {
  const { derived, edit } = useDesk();
  const add = (copy: Item) => edit((l) => insertAfter(l, item.id, [copy]), copy.id);
  const mirrored = () => mirrorItem(item, arenaOf(derived.parsed.lesson));
  return (
    <div className="flex items-center gap-1">
      <h2 className="min-w-0 flex-1 truncate text-[15px]">{nameOf(item) || 'an empty line'}</h2>
      <Tool label="Repeat on the other rein" onClick={() => add(withNewIds(mirrored(), newId))}>
        <FlipHorizontal2 size={16} aria-hidden />
      </Tool>
      {item.kind === 'line' && (
        <Tool
          label="Put it in a repeat"
          onClick={() => edit((l) => wrapInRepeat(l, item.id, 2, newId()), item.id)}
        >
          <Repeat size={16} aria-hidden />
        </Tool>
      )}
      {item.kind === 'repeat' && (
        <Tool
          label="Take the repeat away, keep its lines"
          onClick={() => edit((l) => unwrapRepeat(l, item.id), item.items[0]?.id)}
        >
          <Undo size={16} aria-hidden />
        </Tool>
      )}
      <Tool label="Repeat" onClick={() => add(withNewIds(item, newId))}>
        <Copy size={16} aria-hidden />
      </Tool>
      <Tool label="Delete" danger onClick={() => edit((l) => removeItem(l, item.id))}>
        <Trash2 size={16} aria-hidden />
      </Tool>
    </div>
  );
}

function Tool({
  label,
  danger = false,
  ...rest
}: { label: string; danger?: boolean } & React.ComponentProps<'button'>) {
  return (
    <button
      type="button"
      title={label}
      aria-label={label}
      className={`rounded-md border border-line bg-page p-1.5 ${danger ? 'ml-2 text-madder hover:border-madder' : 'hover:border-leather'}`}
      {...rest}
    />
  );
}

interface LineFieldsProps {
  line: LessonLine;
  onChange(line: Item): void;
}

function LineFields({ line, onChange }: LineFieldsProps) {
  return (
    <div className="flex flex-wrap items-end gap-x-3 gap-y-2">
      {line.instructions.map((instruction, i) => (
        <InstructionFields
          key={`${i}/${instruction.form}`}
          instruction={instruction}
          onChange={(to) =>
            onChange({
              ...line,
              instructions: line.instructions.map((old, k) => (k === i ? to : old)),
            })
          }
        />
      ))}
      <PaceField line={line} onChange={onChange} />
      <AlsoField line={line} onChange={onChange} />
      <Note
        key={line.note ?? ''}
        note={line.note}
        onChange={(note) => onChange(withNote(line, note))}
      />
    </div>
  );
}

function withNote(line: LessonLine, note: string): LessonLine {
  const { note: _, ...rest } = line;
  return note === '' ? rest : { ...rest, note };
}

/** What to say with it. A # would begin a comment, and is left out. */
function Note({ note = '', onChange }: { note: string | undefined; onChange(note: string): void }) {
  const [typed, setTyped] = useState(note);
  const done = () => {
    const said = typed.replace(/[#\n\r]/g, '').trim();
    if (said !== note) onChange(said);
  };
  return (
    <label className="flex w-full flex-col gap-0.5">
      <span className="text-soft">Note to the rider</span>
      <input
        className={smallInput}
        value={typed}
        maxLength={400}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={done}
        onKeyDown={(e) => {
          if (e.key === 'Enter') done();
        }}
      />
    </label>
  );
}

function PhaseFields({ phase, onChange }: { phase: Phase; onChange(phase: Item): void }) {
  return (
    <div className="flex gap-3">
      <SmallSelect
        label="phase"
        value={phase.name}
        options={PHASES}
        onChange={(name) => onChange({ ...phase, name: name as Phase['name'] })}
      />
      <SmallNumber
        label="minutes"
        value={phase.minutes ?? null}
        min={0.5}
        max={240}
        onChange={(minutes) => {
          const { minutes: _, ...rest } = phase;
          onChange(minutes === null ? rest : { ...rest, minutes });
        }}
      />
    </div>
  );
}

/** When it comes, how long it is, and the strides from letter to letter. */
function Counts({ itemId }: { itemId: string }) {
  const { ride } = useDesk().derived;
  const own = firstRound(ride, itemId);
  const [first, last] = [own[0], own.at(-1)];
  if (!first || !last) return null;
  const seconds = own.reduce((sum, m) => sum + m.seconds, 0);
  const between = letterCounts(ride, first.startM, last.startM + last.metres).slice(0, 10);
  return (
    <p className="tabular font-mono text-[12.5px] text-soft">
      {clock(first.startsAtS)}, {clock(seconds)} long
      {between.map(({ from, to, counts }, i) => (
        <span key={i}>
          {' '}
          · {from}–{to} {counts.toFixed(1)}
        </span>
      ))}
    </p>
  );
}
