import { Dialog, DialogBackdrop, DialogPanel } from '@headlessui/react';
import type { ReactNode } from 'react';

export { DialogTitle as Title } from '@headlessui/react';

interface OverPageProps {
  open: boolean;
  /** In the middle of the screen, or at its foot, under the thumb. */
  at?: 'middle' | 'foot';
  /** Of the paper itself. */
  className: string;
  children: ReactNode;
  /** Esc, or a click beside it; not there where one of its own buttons must be chosen. */
  onClose?(): void;
}

const ROOM = {
  middle: 'items-center justify-center p-4',
  foot: 'flex-col justify-end',
} as const;

/** A layer over the page that keeps the focus until it is closed. */
export const OverPage = ({ open, at = 'middle', className, children, onClose }: OverPageProps) => (
  <Dialog open={open} onClose={() => onClose?.()} className="relative z-50">
    <DialogBackdrop className="fixed inset-0 bg-black/40" />
    <div className={`fixed inset-0 flex ${ROOM[at]}`}>
      <DialogPanel className={className}>{children}</DialogPanel>
    </div>
  </Dialog>
);
