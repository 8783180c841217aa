import { useRef, type ReactNode } from 'react';
import { Button } from './Button.tsx';

interface FilePickProps {
  /** Accessible name of the file. */
  label: string;
  accept: string;
  children: ReactNode;
  onPick(file: File): void;
}

/** A button that asks for one file; the same file may be chosen twice running. */
export function FilePick({ label, accept, children, onPick }: FilePickProps) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button look="quiet" onClick={() => input.current?.click()}>
        {children}
      </Button>
      <input
        ref={input}
        type="file"
        accept={accept}
        aria-label={label}
        className="hidden"
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          event.target.value = '';
          if (file) onPick(file);
        }}
      />
    </>
  );
}
