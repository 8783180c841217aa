import type { ReactNode } from 'react';

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
      <header className="flex flex-wrap items-center gap-x-6 gap-y-3 border-b border-line px-5 py-4 md:px-7 md:group-data-bare/page:pr-44">
        {/* On a phone, and where there are no tabs, help and paper stand beside it; and who is signed in. */}
        <h1 className="max-w-full text-[27px] leading-tight max-md:w-full max-md:pr-24 max-md:group-data-you/page:pr-36">
          {title}
        </h1>
        <div className="min-w-0 flex-[1_1_11rem] text-[14px] text-soft">{about}</div>
        <div className="no-print flex flex-wrap items-center gap-2">{actions}</div>
      </header>
      {children}
    </div>
  );
}
