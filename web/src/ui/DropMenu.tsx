import type { ReactNode } from 'react';
import { Menu, MenuButton, MenuItem, MenuItems, MenuSeparator } from '@headlessui/react';

/** How a menu looks: on the paper of the desk, and for a glove. */
const LOOKS = {
  usual: {
    sheet: 'z-40 min-w-52 rounded-lg border border-line bg-page p-1 shadow-lg focus:outline-none',
    entry:
      'flex w-full items-baseline justify-between gap-6 rounded px-3 py-1.5 text-left data-focus:bg-leather data-focus:text-on-leather',
  },
  glove: {
    sheet: 'z-50 w-64 rounded-xl border-2 border-ink bg-page py-1 shadow-xl',
    entry:
      'flex min-h-14 w-full items-center px-4 text-left text-[16px] data-focus:bg-ink data-focus:text-page',
  },
} as const;

type Look = keyof typeof LOOKS;

interface DropMenuProps {
  /** The button's content. */
  button: ReactNode;
  /** The button's accessible name, where it shows no words. */
  label?: string;
  className: string;
  look?: Look;
  /** The side of the button it hangs from. */
  from: 'start' | 'end';
  /** Its entries, made only when it is opened. */
  children(): ReactNode;
}

/** A button with a list of things to do below it. */
export function DropMenu(props: DropMenuProps) {
  const { button, label, className, look = 'usual', from, children } = props;
  return (
    <Menu as="div">
      {({ open }) => (
        <>
          <MenuButton className={className} aria-label={label}>
            {button}
          </MenuButton>
          {/* A closed sheet measures its button too: ten of them cost a phone a third of a second. */}
          {open && (
            <MenuItems anchor={{ to: `bottom ${from}`, gap: 4 }} className={LOOKS[look].sheet}>
              {children()}
            </MenuItems>
          )}
        </>
      )}
    </Menu>
  );
}

interface EntryProps {
  look?: Look;
  /** The key that does the same. */
  keys?: string;
  onClick(): void;
  children: ReactNode;
}

/** One thing a menu does. */
export function Entry({ look = 'usual', keys, onClick, children }: EntryProps) {
  return (
    <MenuItem>
      <button type="button" className={LOOKS[look].entry} onClick={onClick}>
        {children}
        {keys && <kbd className="font-mono text-[13px] opacity-75">{keys}</kbd>}
      </button>
    </MenuItem>
  );
}

/** The line between two kinds of entries. */
export const Between = () => <MenuSeparator className="my-1 border-t border-line" />;
