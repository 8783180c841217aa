import { memo } from 'react';
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { PALETTE, type Choice } from '@canter-book/core/placing/palette';

/** What can be taken in hand and laid into the lesson. */
export const Palette = memo(function Palette({ onTake }: { onTake(choice: Choice): void }) {
  return (
    <div role="toolbar" aria-label="Lay into the lesson" className="flex flex-wrap gap-1">
      {PALETTE.map((group) => (
        <Menu key={group.name} as="div">
          <MenuButton className="rounded-md border border-line bg-page px-2.5 py-1.5 text-[13.5px] font-bold hover:border-leather data-open:border-leather data-open:bg-sand-light">
            {group.name}
          </MenuButton>
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
      ))}
    </div>
  );
});

/** The shorthand with its gaps as dots: “… circle 20”. */
const shownAs = ({ says }: Choice): string =>
  says
    .replace('{a}', '·')
    .replace('{b}', '·')
    .replace(/\{(in|out|side)\} ?/, '');
