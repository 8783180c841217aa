import type { Choice, PaletteGroup } from '@canter-book/core/placing/palette';
import { DropMenu, Entry } from '../../../ui/DropMenu.tsx';

interface PaletteMenuProps {
  group: PaletteGroup;
  className: string;
  onTake(choice: Choice): void;
}

/** One group of what can be laid into the lesson. */
export const PaletteMenu = ({ group, className, onTake }: PaletteMenuProps) => (
  <DropMenu button={group.name} className={className} from="start">
    {() =>
      group.choices.map((choice) => (
        <Entry key={choice.says} onClick={() => onTake(choice)}>
          <span className="font-bold">{choice.name}</span>
          <span className="font-mono text-[12.5px] opacity-75">{shownAs(choice)}</span>
        </Entry>
      ))
    }
  </DropMenu>
);

/** The shorthand with its gaps as dots: “… circle 20”. */
const shownAs = ({ says }: Choice): string =>
  says
    .replace('{a}', '·')
    .replace('{b}', '·')
    .replace(/\{(in|out|side)\} ?/, '');
