import { memo, useRef, useState, type RefObject } from 'react';
import {
  DndContext,
  PointerSensor,
  useDraggable,
  useSensor,
  useSensors,
  type DragMoveEvent,
} from '@dnd-kit/core';
import type { Lanes } from '@canter-book/core/drawing/lanes';
import type { Ride } from '@canter-book/core/ride/types';
import { dropPlace, type DropPlace } from './dropPlace.ts';

interface MovableBarsProps {
  ride: Ride;
  lanes: Lanes;
  total: number;
  selectedItem: string | null;
  onSelect(itemId: string, startsAtS: number): void;
  onMove(itemId: string, before: string | null): void;
}

/** Phases and lines on the strip: a click goes there, a drag moves them to another time. */
export const MovableBars = memo(function MovableBars(props: MovableBarsProps) {
  const { ride, lanes, total, selectedItem, onSelect, onMove } = props;
  const host = useRef<HTMLDivElement>(null);
  const lines = lanes.lines.filter((line) => line.text !== '' || line.seconds > 0);
  const { drop, hand } = useDrop(host, onMove, (id, part) =>
    dropPlace(ride, lines, id, part * total),
  );
  const percent = (seconds: number) => `${(100 * seconds) / total}%`;
  return (
    <DndContext {...hand}>
      <div ref={host} className="relative h-12" data-testid="movable-bars">
        {ride.phases.map((phase) => (
          <Bar
            key={phase.itemId}
            id={phase.itemId}
            label={phase.name}
            left={percent(phase.startsAtS)}
            width={percent(phase.seconds)}
            className="top-0.5 h-5 bg-sand font-bold"
            chosen={phase.itemId === selectedItem}
            onClick={() => onSelect(phase.itemId, phase.startsAtS)}
          />
        ))}
        {lines.map((line) => (
          <Bar
            key={`${line.itemId}/${line.round}/${line.startsAtS}`}
            id={line.itemId}
            label={line.text}
            left={percent(line.startsAtS)}
            width={percent(line.seconds)}
            className="top-6 h-5 border border-line bg-page font-mono text-[11px]"
            chosen={line.itemId === selectedItem}
            fixed={line.round > 1}
            onClick={() => onSelect(line.itemId, line.startsAtS)}
          />
        ))}
        {drop && (
          <span
            className="pointer-events-none absolute top-0 h-12 w-1 -translate-x-0.5 rounded bg-sky"
            style={{ left: percent(drop.atS) }}
          />
        )}
      </div>
    </DndContext>
  );
});

/**
 * Where what is dragged would come to lie.
 *
 * @param placeAt for an item, and how far along the strip it is held, 0 to 1
 */
function useDrop(
  host: RefObject<HTMLElement | null>,
  onMove: MovableBarsProps['onMove'],
  placeAt: (id: string, part: number) => DropPlace | null,
) {
  const [drop, setDrop] = useState<DropPlace | null>(null);
  // A short move is a click.
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const placeOf = ({ active }: DragMoveEvent): DropPlace | null => {
    const box = host.current?.getBoundingClientRect();
    const moved = active.rect.current.translated;
    return box && moved ? placeAt(String(active.id), (moved.left - box.left) / box.width) : null;
  };
  const hand = {
    sensors,
    onDragMove: (event: DragMoveEvent) => setDrop(placeOf(event)),
    onDragCancel: () => setDrop(null),
    onDragEnd(event: DragMoveEvent) {
      const place = placeOf(event);
      setDrop(null);
      if (place) onMove(String(event.active.id), place.before);
    },
  };
  return { drop, hand };
}

interface BarProps {
  id: string;
  label: string;
  left: string;
  width: string;
  className: string;
  chosen: boolean;
  /** A later round of a repeat follows the first one. */
  fixed?: boolean;
  onClick(): void;
}

function Bar({ id, label, left, width, className, chosen, fixed = false, onClick }: BarProps) {
  const { setNodeRef, listeners, transform, isDragging } = useDraggable({ id, disabled: fixed });
  return (
    <button
      ref={setNodeRef}
      type="button"
      // The list and the text are the ways by keyboard; here would be a stop for every line.
      tabIndex={-1}
      title={label}
      {...listeners}
      onClick={onClick}
      className={`print-too absolute touch-none overflow-hidden rounded-sm px-1 text-left leading-[18px] whitespace-nowrap text-ink ${className} ${chosen ? 'outline-2 -outline-offset-1 outline-leather' : ''} ${isDragging ? 'z-10 opacity-80 shadow-lg' : ''}`}
      style={{
        left,
        width: `calc(${width} - 1px)`,
        ...(transform && { transform: `translateX(${transform.x}px)` }),
      }}
    >
      {label}
    </button>
  );
}
