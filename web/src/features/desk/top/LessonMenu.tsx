import type { ReactNode } from 'react';
import { LESSON_EXPORTS } from '@canter-book/core/formats/lessonExports';
import type { Lesson } from '@canter-book/core/lesson/document';
import { flipLesson, mirrorLesson } from '@canter-book/core/lesson/mirror';
import { inOtherArena } from '@canter-book/core/lesson/otherArena';
import { Between, DropMenu, Entry } from '../../../ui/DropMenu.tsx';
import { useDesk } from '../deskModel.ts';
import { printPage, saveExport, saveAsPdf, saveText, type HandOut } from './handOut.ts';

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
}

const ARENAS = [
  [20, 60],
  [20, 40],
] as const;

/** What can be done with the lesson as a whole. */
export function LessonMenu(props: LessonMenuProps) {
  const { handOut, onVersions, onDetails, onCopy, onReplan, onHelp, onShare } = props;
  const { derived, edit } = useDesk();
  const { arena } = derived.ride;
  const others = ARENAS.filter(([w, l]) => w !== arena.widthM || l !== arena.lengthM);
  const turn = (change: (lesson: Lesson) => Lesson) => () => edit(change);
  return (
    <DropMenu button={props.children} className={props.className} from="end">
      {() => (
        <>
          <Entry onClick={turn(mirrorLesson)}>Mirror left and right</Entry>
          <Entry onClick={turn(flipLesson)}>Turn round, A for C</Entry>
          {others.map(([widthM, lengthM]) => (
            <Entry
              key={lengthM}
              onClick={turn((lesson) => inOtherArena(lesson, { widthM, lengthM }))}
            >
              In an arena of {widthM} × {lengthM} m
            </Entry>
          ))}
          <Between />
          <Entry onClick={() => printPage(handOut)}>Print the page</Entry>
          <Entry onClick={() => void saveAsPdf(handOut)}>Save as PDF</Entry>
          {LESSON_EXPORTS.map((one) => (
            <Entry key={one.verb} onClick={() => saveExport(one, handOut)}>
              {one.entry}
            </Entry>
          ))}
          <Entry onClick={() => saveText(handOut)}>Save the text, to share</Entry>
          <Entry onClick={onShare}>Share by a link</Entry>
          <Between />
          {onReplan && <Entry onClick={onReplan}>Plan it again</Entry>}
          <Entry onClick={onCopy}>Make a copy</Entry>
          <Entry onClick={onDetails}>Name, start and tags</Entry>
          <Entry onClick={onVersions}>Earlier versions</Entry>
          <Entry keys="?" onClick={onHelp}>
            Keys and help
          </Entry>
        </>
      )}
    </DropMenu>
  );
}
