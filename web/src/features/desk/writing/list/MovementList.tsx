import { useMemo } from 'react';
import { GripVertical } from 'lucide-react';
import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type DragCancelEvent,
  type DragEndEvent,
  type DragOverEvent,
  type DragStartEvent,
} from '@dnd-kit/core';
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { moveBefore, removeItem } from '@canter-book/core/lesson/edits';
import type { Said } from '@canter-book/core/review/reviewed';
import { useDesk } from '../../deskModel.ts';
import { dropTarget, nameOf, rowsOf, type Row } from './rows.ts';

/** The lesson as a list: each line can be taken by its grip and put elsewhere, by hand or by keys. */
export function MovementList({ findings }: { findings: readonly Said[] }) {
  const { derived, selected, select, edit } = useDesk();
  const { lesson, spans } = derived.parsed;
  const rows = useMemo(() => rowsOf(lesson.items), [lesson]);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const slips = useMemo(() => byItem(findings), [findings]);
  const drop = ({ active, over }: DragEndEvent) => {
    if (!over || over.id === active.id) return;
    const [id, onto] = [String(active.id), String(over.id)];
    edit((before) => moveBefore(before, id, dropTarget(before.items, id, onto)), id);
  };
  const step = (id: string, by: 1 | -1) => {
    const at = rows.findIndex((row) => row.item.id === id);
    const onto = rows[at + by]?.item.id;
    if (onto) edit((before) => moveBefore(before, id, dropTarget(before.items, id, onto)), id);
  };
  const spoken = useMemo(() => spokenFor(rows), [rows]);
  if (rows.length === 0) {
    return (
      <p className="p-5 text-soft">
        Nothing is ridden yet. Take a figure from above the arena and click a letter, or write it in
        the text.
      </p>
    );
  }
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      accessibility={spoken}
      onDragEnd={drop}
    >
      <SortableContext
        items={rows.map((row) => row.item.id)}
        strategy={verticalListSortingStrategy}
      >
        <ol ref={showChosen} aria-label="Movements" className="h-full overflow-auto py-1">
          {rows.map((row) => (
            <ListRow
              key={row.item.id}
              row={row}
              figures={derived.margin.get(spans.get(row.item.id)?.line ?? 0) ?? ''}
              slips={slips.get(row.item.id) ?? NO_SLIPS}
              chosen={row.item.id === selected}
              onSelect={() => select(row.item.id)}
              onStep={(by) => step(row.item.id, by)}
              onRemove={() => edit((before) => removeItem(before, row.item.id))}
              onFix={({ fix }) => fix && edit(fix.apply, row.item.id)}
            />
          ))}
        </ol>
      </SortableContext>
    </DndContext>
  );
}

/** The list opens where the hand was in the text. */
const showChosen = (list: HTMLElement | null) =>
  list?.querySelector('[aria-current=true]')?.scrollIntoView?.({ block: 'nearest' });

/** What a screen reader says while a line is carried: its words and its place, not its id. */
function spokenFor(rows: readonly Row[]) {
  const named = (id: string | number) => {
    const row = rows.find((r) => r.item.id === id);
    return row ? nameOf(row.item) : 'the line';
  };
  const placed = (id: string | number) =>
    `${rows.findIndex((r) => r.item.id === id) + 1} of ${rows.length}`;
  return {
    screenReaderInstructions: {
      draggable:
        'Press Space to take the line, the arrows to carry it, Space to put it down, Escape to leave it where it was.',
    },
    announcements: {
      onDragStart: ({ active }: DragStartEvent) =>
        `${named(active.id)} taken, ${placed(active.id)}.`,
      onDragOver: ({ active, over }: DragOverEvent) =>
        over ? `${named(active.id)}, now ${placed(over.id)}.` : undefined,
      onDragEnd: ({ active, over }: DragEndEvent) =>
        `${named(active.id)} put down${over ? `, ${placed(over.id)}` : ''}.`,
      onDragCancel: ({ active }: DragCancelEvent) => `${named(active.id)} left where it was.`,
    },
  };
}

const SIGNS = { hint: '·', warning: '▲', error: '✕' } as const;
const COLOURS = { hint: 'text-soft', warning: 'text-ochre', error: 'text-madder' } as const;
const NO_SLIPS: readonly Said[] = [];

function byItem(findings: readonly Said[]): Map<string, Said[]> {
  const found = new Map<string, Said[]>();
  for (const finding of findings) {
    if (finding.itemId === null) continue;
    found.set(finding.itemId, [...(found.get(finding.itemId) ?? []), finding]);
  }
  return found;
}

interface ListRowProps {
  row: Row;
  figures: string;
  slips: readonly Said[];
  chosen: boolean;
  onSelect(): void;
  onStep(by: 1 | -1): void;
  onRemove(): void;
  onFix(slip: Said): void;
}

function ListRow(props: ListRowProps) {
  const { row, figures, slips, chosen, onSelect, onStep, onRemove, onFix } = props;
  const { item, depth } = row;
  const { setNodeRef, attributes, listeners, transform, transition, isDragging } = useSortable({
    id: item.id,
  });
  const said = nameOf(item);
  return (
    <li
      ref={setNodeRef}
      className={`flex flex-wrap items-center gap-x-1 border-l-4 pr-3 ${chosen ? 'border-leather bg-sand/50' : 'border-transparent'} ${item.kind === 'phase' ? 'mt-1 bg-sand-light font-bold' : ''} ${isDragging ? 'relative z-10 bg-page shadow-lg' : ''}`}
      style={{
        transition,
        paddingLeft: `${depth * 18}px`,
        ...(transform && { transform: `translateY(${transform.y}px)` }),
      }}
    >
      <button
        type="button"
        {...attributes}
        {...listeners}
        aria-label={`Move ${said}`}
        className="cursor-grab touch-none rounded p-1.5 text-soft hover:text-ink"
      >
        <GripVertical size={15} aria-hidden />
      </button>
      <button
        type="button"
        aria-current={chosen}
        className="flex min-w-0 flex-1 items-baseline gap-2 py-1.5 text-left"
        onClick={onSelect}
        onKeyDown={(event) => {
          if (event.key === 'Delete' || event.key === 'Backspace') onRemove();
          else if (event.altKey && event.key === 'ArrowUp') onStep(-1);
          else if (event.altKey && event.key === 'ArrowDown') onStep(1);
          else return;
          event.preventDefault();
        }}
      >
        <span
          className={`min-w-0 flex-1 ${item.kind === 'phase' ? '' : 'font-mono text-[13.5px]'} ${item.kind === 'unread' ? 'text-madder' : ''}`}
        >
          {said || 'an empty line'}
        </span>
        <span className="tabular shrink-0 font-mono text-[12.5px] font-normal text-soft">
          {figures}
        </span>
      </button>
      {slips.map((slip, i) => (
        <SlipLine key={i} slip={slip} onFix={() => onFix(slip)} />
      ))}
    </li>
  );
}

const SlipLine = ({ slip, onFix }: { slip: Said; onFix(): void }) => (
  <p className="w-full pb-1.5 pl-9 text-[13.5px] leading-snug font-normal">
    <span className={COLOURS[slip.level]}>{SIGNS[slip.level]}</span> {slip.what}
    {slip.fix && (
      <button
        type="button"
        className="ml-2 font-bold text-leather underline underline-offset-2"
        onClick={onFix}
      >
        {slip.fix.label}
      </button>
    )}
  </p>
);
