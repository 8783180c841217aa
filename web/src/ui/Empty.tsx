import type { ReactNode } from 'react';

/** An empty place that says what belongs here and what to do next. */
export function Empty({ title, children }: { title: string; children?: ReactNode }) {
  return (
    <div className="rounded-xl border border-dashed border-line bg-page p-6">
      <h2 className="mb-2 text-lg">{title}</h2>
      <div className="flex flex-col items-start gap-3 text-soft">{children}</div>
    </div>
  );
}
