import { lazy, memo, Suspense, useState } from 'react';
import { ChevronDown } from 'lucide-react';
import { useNavigate } from 'react-router';
import { setsIn } from '@canter-book/core/planner/marks';
import { useSessionsQuery } from '../../../api/sessions.ts';
import { newId } from '../../../app/newId.ts';
import { useSave } from '../../../kept/useSave.ts';
import { DeskHeader } from './DeskHeader.tsx';
import { useDesk } from '../deskModel.ts';
import type { HistoryDepth } from '../writing/editor/Editor.tsx';
import type { OpenSheet } from '../sheets/DeskSheets.tsx';
import { copyOf } from '../library/lessonRecord.ts';
import { SavingNote } from '../saving/Saving.tsx';
import type { LessonOnDesk } from '../saving/written.ts';

/** The menu comes after the picture; its button stands at once. */
const LessonMenu = lazy(() => import('./LessonMenu.tsx').then((m) => ({ default: m.LessonMenu })));
const MENU_BUTTON =
  'flex min-h-9 items-center gap-1 rounded-lg border border-line bg-page px-3 text-[14px] font-bold hover:border-leather';
const MENU_NAME = (
  <>
    Lesson <ChevronDown size={15} aria-hidden />
  </>
);

interface DeskTopProps {
  lesson: LessonOnDesk;
  /** What can be undone and done again, as it is now. */
  depth: HistoryDepth;
  onSheet(sheet: OpenSheet): void;
}

/** The head of the desk: name and horse, saving, the menu, the way to the ringside. */
export const DeskTop = memo(function DeskTop(props: DeskTopProps) {
  const { lesson, depth, onSheet } = props;
  const { derived } = useDesk();
  const { ride, parsed, horse, text } = derived;
  const [failed, setFailed] = useState<string | null>(null);
  const { save } = useSave('lesson');
  const navigate = useNavigate();
  const { data: sessions } = useSessionsQuery(
    { horseId: horse?.id ?? '', limit: 1 },
    { skip: !horse },
  );
  const homework = horse ? sessions?.[0]?.homework || undefined : undefined;
  const planAnew = async (horseId: string) => {
    // The planner reads the lesson from the book: what was just written must be there.
    if (await lesson.flush()) void navigate(`/horses/${horseId}/plan?lesson=${lesson.id}`);
    else setFailed('The lesson is not in the book yet. Plan it again once it is saved.');
  };
  const makeCopy = async () => {
    const copy = copyOf(text, horse?.id ?? null, newId);
    const saved = await save(copy, null);
    if (saved.error) setFailed('The copy could not be saved. Try it again.');
    else void navigate(`/desk/${copy.id}`);
  };
  return (
    <>
      <DeskHeader
        lessonId={lesson.id}
        depth={depth}
        note={<SavingNote lesson={lesson} />}
        menu={
          <Suspense fallback={<span className={MENU_BUTTON}>{MENU_NAME}</span>}>
            <LessonMenu
              className={MENU_BUTTON}
              handOut={{ ride, lesson: parsed.lesson, homework }}
              onVersions={() => onSheet('versions')}
              onDetails={() => onSheet('details')}
              onHelp={() => onSheet('help')}
              onShare={() => onSheet('share')}
              onCopy={() => void makeCopy()}
              onReplan={
                horse && setsIn(parsed.lesson).size > 0 ? () => void planAnew(horse.id) : null
              }
            >
              {MENU_NAME}
            </LessonMenu>
          </Suspense>
        }
      />
      {failed && (
        <p role="alert" className="bg-slip px-5 py-2 text-madder">
          ✕ {failed}{' '}
          <button type="button" className="underline" onClick={() => setFailed(null)}>
            Good
          </button>
        </p>
      )}
    </>
  );
});
