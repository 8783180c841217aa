import type { ReactNode } from 'react';
import { DESK_HEAD, DESK_TITLE } from '../../../ui/pageHead.ts';

/** The name of the lesson, and what stands beside it once the desk is laid out. */
export function DeskName({ title, children }: { title: string; children?: ReactNode }) {
  return (
    <header className={DESK_HEAD}>
      <h1 title={title} className={DESK_TITLE}>
        {title}
      </h1>
      {children ?? (
        <span role="status" className="min-h-9 text-[13px] leading-9 text-soft">
          Looking up the lesson …
        </span>
      )}
    </header>
  );
}
