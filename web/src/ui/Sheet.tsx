import { X } from 'lucide-react';
import type { ReactNode } from 'react';
import { OverPage, Title } from './OverPage.tsx';

interface SheetProps {
  open: boolean;
  title: string;
  wide?: boolean;
  children: ReactNode;
  onClose(): void;
}

/** A sheet of paper over the page, closed by Esc, a click beside it, or its cross. */
export function Sheet({ open, title, wide = false, children, onClose }: SheetProps) {
  return (
    <OverPage
      open={open}
      onClose={onClose}
      className={`flex max-h-[90vh] w-full flex-col rounded-xl border border-line bg-page shadow-xl ${wide ? 'max-w-4xl' : 'max-w-xl'}`}
    >
      <div className="flex items-center justify-between gap-4 border-b border-line px-6 py-4">
        <Title className="text-xl">{title}</Title>
        <button
          type="button"
          aria-label="Close"
          className="rounded-lg border border-line p-1.5 hover:border-leather"
          onClick={onClose}
        >
          <X size={18} aria-hidden />
        </button>
      </div>
      <div className="min-h-0 overflow-auto px-6 py-4">{children}</div>
    </OverPage>
  );
}
