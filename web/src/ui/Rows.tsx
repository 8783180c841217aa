import { lazy, Suspense, type ReactNode } from 'react';
import type { RowsProps } from './WindowedRows.tsx';

/** Fewer are simply written out: then the browser finds words in all of them. */
const MOST_WRITTEN_OUT = 60;

// Few yards need it. What it is a list of is lost on the way through `lazy`.
const WindowedRows = lazy(() => import('./WindowedRows.tsx')) as <T>(
  props: RowsProps<T>,
) => ReactNode;

const LOOK = 'divide-y divide-line border-y border-line';

/** A list of any length: of a long one only what is in sight is on the page. */
export function Rows<T>(props: RowsProps<T>) {
  const { items, keyOf, render } = props;
  if (items.length > MOST_WRITTEN_OUT) {
    return (
      <Suspense>
        <WindowedRows {...props} />
      </Suspense>
    );
  }
  return (
    <ul className={LOOK}>
      {items.map((item) => (
        <li key={keyOf(item)}>{render(item)}</li>
      ))}
    </ul>
  );
}
