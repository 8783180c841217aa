import type { ReactNode } from 'react';
import { PAGE_HEAD, PAGE_TITLE } from './pageHead.ts';

interface PageProps {
  title: string;
  about?: ReactNode;
  actions?: ReactNode;
  children: ReactNode;
}

/** A page of the book: its heading, what can be done, and its content. */
export function Page({ title, about, actions, children }: PageProps) {
  return (
    <div className="min-h-full">
      <header className={PAGE_HEAD}>
        <h1 className={PAGE_TITLE}>{title}</h1>
        <div className="min-w-0 flex-[1_1_11rem] text-[14px] text-soft">{about}</div>
        <div className="no-print flex flex-wrap items-center gap-2">{actions}</div>
      </header>
      {children}
    </div>
  );
}
