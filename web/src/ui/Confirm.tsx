import type { ReactNode } from 'react';
import { Button } from './Button.tsx';
import { OverPage, Title } from './OverPage.tsx';

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
    <OverPage
      open={open}
      onClose={onNo}
      className="max-w-md rounded-xl border border-line bg-page p-6 shadow-xl"
    >
      <Title className="mb-2 text-xl">{title}</Title>
      <div className="mb-5 text-soft">{children}</div>
      <div className="flex justify-end gap-2">
        <Button look="quiet" onClick={onNo}>
          {no}
        </Button>
        <Button onClick={onYes}>{yes}</Button>
      </div>
    </OverPage>
  );
}
