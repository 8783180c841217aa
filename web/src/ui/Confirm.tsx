import { Dialog, DialogBackdrop, DialogPanel, DialogTitle } from '@headlessui/react';
import type { ReactNode } from 'react';
import { Button } from './Button.tsx';

interface ConfirmProps {
  open: boolean;
  title: string;
  children: ReactNode;
  yes: string;
  no?: string;
  onYes(): void;
  onNo(): void;
}

/** Asks before something that cannot be undone. */
export function Confirm({ open, title, children, yes, no = 'Cancel', onYes, onNo }: ConfirmProps) {
  return (
    <Dialog open={open} onClose={onNo} className="relative z-50">
      <DialogBackdrop className="fixed inset-0 bg-black/40" />
      <div className="fixed inset-0 flex items-center justify-center p-4">
        <DialogPanel className="max-w-md rounded-xl border border-line bg-page p-6 shadow-xl">
          <DialogTitle className="mb-2 text-xl">{title}</DialogTitle>
          <div className="mb-5 text-soft">{children}</div>
          <div className="flex justify-end gap-2">
            <Button look="quiet" onClick={onNo}>
              {no}
            </Button>
            <Button onClick={onYes}>{yes}</Button>
          </div>
        </DialogPanel>
      </div>
    </Dialog>
  );
}
