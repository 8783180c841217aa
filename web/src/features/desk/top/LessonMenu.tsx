import type { ReactNode } from 'react';
import { Menu, MenuButton, MenuItem, MenuItems, MenuSeparator } from '@headlessui/react';
import type { Lesson } from '@canter-book/core/lesson/document';
import { flipLesson, mirrorLesson } from '@canter-book/core/lesson/mirror';
import { inOtherArena } from '@canter-book/core/lesson/otherArena';
import { useDesk } from '../deskModel.ts';
import { printPage, savePdf, saveSvg, saveText, type HandOut } from './handOut.ts';

interface LessonMenuProps {
  /** Look and words of its button. */
  className: string;
  children: ReactNode;
  handOut: HandOut;
  onVersions(): void;
  onDetails(): void;
  onCopy(): void;
  /** Planned anew around what was changed by hand; null for a lesson that was not planned. */
  onShare(): void;
  onReplan: (() => void) | null;
  onHelp(): void;
  onFailed(what: string): void;
}

const ARENAS = [
  [20, 60],
  [20, 40],
] as const;

/** What can be done with the lesson as a whole. */
export function LessonMenu(props: LessonMenuProps) {
  const { handOut, onVersions, onDetails, onCopy, onReplan, onHelp, onShare, onFailed } = props;
  const { derived, edit } = useDesk();
  const { arena } = derived.ride;
  const others = ARENAS.filter(([w, l]) => w !== arena.widthM || l !== arena.lengthM);
  const turn = (change: (lesson: Lesson) => Lesson) => () => edit(change);
  return (
    <Menu as="div">
      <MenuButton className={props.className}>{props.children}</MenuButton>
      <MenuItems
        anchor={{ to: 'bottom end', gap: 4 }}
        className="z-40 w-72 rounded-lg border border-line bg-page p-1 shadow-lg focus:outline-none"
      >
        <Entry name="Mirror left and right" onClick={turn(mirrorLesson)} />
        <Entry name="Turn round, A for C" onClick={turn(flipLesson)} />
        {others.map(([widthM, lengthM]) => (
          <Entry
            key={lengthM}
            name={`In an arena of ${widthM} × ${lengthM} m`}
            onClick={turn((lesson) => inOtherArena(lesson, { widthM, lengthM }))}
          />
        ))}
        <MenuSeparator className="my-1 border-t border-line" />
        <Entry name="Print the page" onClick={() => printPage(handOut)} />
        <Entry
          name="Save as PDF"
          onClick={() => void savePdf(handOut).catch(() => onFailed('The PDF'))}
        />
        <Entry name="Save the drawing as SVG" onClick={() => saveSvg(handOut)} />
        <Entry name="Save the text, to share" onClick={() => saveText(handOut)} />
        <Entry name="Share by a link" onClick={onShare} />
        <MenuSeparator className="my-1 border-t border-line" />
        {onReplan && <Entry name="Plan it again" onClick={onReplan} />}
        <Entry name="Make a copy" onClick={onCopy} />
        <Entry name="Name, start and tags" onClick={onDetails} />
        <Entry name="Earlier versions" onClick={onVersions} />
        <Entry name="Keys and help" keys="?" onClick={onHelp} />
      </MenuItems>
    </Menu>
  );
}

function Entry({ name, keys, onClick }: { name: string; keys?: string; onClick(): void }) {
  return (
    <MenuItem>
      <button
        type="button"
        className="flex w-full justify-between rounded px-3 py-1.5 text-left data-focus:bg-leather data-focus:text-on-leather"
        onClick={onClick}
      >
        {name}
        {keys && <kbd className="font-mono text-[13px] opacity-75">{keys}</kbd>}
      </button>
    </MenuItem>
  );
}
