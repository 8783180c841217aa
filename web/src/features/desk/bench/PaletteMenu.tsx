import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import type { Choice, PALETTE } from '@canter-book/core/placing/palette';

interface PaletteMenuProps {
  group: (typeof PALETTE)[number];
  className: string;
  onTake(choice: Choice): void;
}

/** One group of what can be laid into the lesson. */
export function PaletteMenu({ group, className, onTake }: PaletteMenuProps) {
  return (
    <Menu as="div">
      <MenuButton className={className}>{group.name}</MenuButton>
      <MenuItems
        anchor={{ to: 'bottom start', gap: 4 }}
        className="z-40 min-w-52 rounded-lg border border-line bg-page p-1 shadow-lg focus:outline-none"
      >
        {group.choices.map((choice) => (
          <MenuItem key={choice.says}>
            <button
              type="button"
              className="flex w-full items-baseline justify-between gap-6 rounded px-3 py-1.5 text-left data-focus:bg-leather data-focus:text-on-leather"
              onClick={() => onTake(choice)}
            >
              <span className="font-bold">{choice.name}</span>
              <span className="font-mono text-[12.5px] opacity-75">{shownAs(choice)}</span>
            </button>
          </MenuItem>
        ))}
      </MenuItems>
    </Menu>
  );
}

/** The shorthand with its gaps as dots: “… circle 20”. */
const shownAs = ({ says }: Choice): string =>
  says
    .replace('{a}', '·')
    .replace('{b}', '·')
    .replace(/\{(in|out|side)\} ?/, '');
