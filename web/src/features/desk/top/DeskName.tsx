import type { ReactNode } from 'react';

/** The name of the lesson, and what stands beside it once the desk is laid out. */
export function DeskName({ title, children }: { title: string; children?: ReactNode }) {
  return (
    <header className="flex flex-wrap items-center gap-x-3 gap-y-2 border-b border-line px-5 py-2.5">
      <h1 title={title} className="max-w-80 truncate text-[22px] leading-snug">
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
