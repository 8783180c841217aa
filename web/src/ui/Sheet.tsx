import { Dialog, DialogBackdrop, DialogPanel, DialogTitle } from '@headlessui/react';
import { X } from 'lucide-react';
import type { ReactNode } from 'react';

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
    <Dialog open={open} onClose={onClose} className="relative z-50">
      <DialogBackdrop className="fixed inset-0 bg-black/40" />
      <div className="fixed inset-0 flex items-center justify-center p-4">
        <DialogPanel
          className={`flex max-h-[90vh] w-full flex-col rounded-xl border border-line bg-page shadow-xl ${wide ? 'max-w-4xl' : 'max-w-xl'}`}
        >
          <div className="flex items-center justify-between gap-4 border-b border-line px-6 py-4">
            <DialogTitle className="text-xl">{title}</DialogTitle>
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
        </DialogPanel>
      </div>
    </Dialog>
  );
}
