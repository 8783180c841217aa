import { useLayoutEffect, useRef, useState, type ReactNode } from 'react';
import { useVirtualizer } from '@tanstack/react-virtual';

export interface RowsProps<T> {
  items: readonly T[];
  keyOf(item: T): string;
  /** About how high a row is, pixels. */
  height: number;
  render(item: T): ReactNode;
}

/** A long list: only what is in sight is on the page. */
export default function WindowedRows<T>({ items, keyOf, height, render }: RowsProps<T>) {
  const list = useRef<HTMLUListElement>(null);
  const [above, setAbove] = useState(0);
  useLayoutEffect(() => setAbove(list.current?.offsetTop ?? 0), []);
  // The page is what scrolls.
  // eslint-disable-next-line react-hooks/incompatible-library
  const rows = useVirtualizer({
    count: items.length,
    getScrollElement: () => list.current?.closest('main') ?? null,
    estimateSize: () => height,
    getItemKey: (i) => keyOf(items[i]!),
    scrollMargin: above,
    overscan: 8,
  });
  return (
    <ul
      ref={list}
      className="relative border-y border-line"
      style={{ height: rows.getTotalSize() }}
      aria-label={`${items.length} rows`}
    >
      {rows.getVirtualItems().map(({ key, index, start }) => (
        <li
          key={key}
          ref={rows.measureElement}
          data-index={index}
          aria-setsize={items.length}
          aria-posinset={index + 1}
          className="absolute inset-x-0 top-0 border-b border-line"
          style={{ transform: `translateY(${start - above}px)` }}
        >
          {render(items[index]!)}
        </li>
      ))}
    </ul>
  );
}
