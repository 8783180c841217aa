import { lazy, Suspense } from 'react';
import { useDesk } from '../deskModel.ts';
import { SavingConflict } from '../saving/Saving.tsx';
import type { LessonOnDesk } from '../saving/written.ts';

const DetailsSheet = lazy(() =>
  import('./DetailsSheet.tsx').then((m) => ({ default: m.DetailsSheet })),
);
const HelpSheet = lazy(() => import('./HelpSheet.tsx').then((m) => ({ default: m.HelpSheet })));
const ShareSheet = lazy(() =>
  import('../../share/ShareSheet.tsx').then((m) => ({ default: m.ShareSheet })),
);
const Versions = lazy(() => import('./Versions.tsx').then((m) => ({ default: m.Versions })));

export type OpenSheet = 'help' | 'versions' | 'details' | 'share' | null;

interface DeskSheetsProps {
  lesson: LessonOnDesk;
  sheet: OpenSheet;
  onSheet(sheet: OpenSheet): void;
}

/** The sheets that lie over the desk when they are asked for. */
export function DeskSheets({ lesson, sheet, onSheet }: DeskSheetsProps) {
  const { derived, setText } = useDesk();
  const lessonId = lesson.id;
  const close = () => onSheet(null);
  return (
    <>
      <SavingConflict lesson={lesson} text={derived.text} onText={setText} />
      <Suspense>
        {sheet === 'help' && <HelpSheet open onClose={close} />}
        {sheet === 'versions' && (
          <Versions lessonId={lessonId} text={derived.text} onClose={close} onRestore={setText} />
        )}
        {sheet === 'share' && (
          <ShareSheet what={{ kind: 'lesson', lessonId }} called="this lesson" onClose={close} />
        )}
        {sheet === 'details' && (
          <DetailsSheet
            details={lesson.now()!.is}
            onClose={close}
            onSave={({ tags, template }) =>
              lesson.change({
                ...lesson.now()!.is,
                tags,
                template,
                updatedAt: new Date().toISOString(),
              })
            }
          />
        )}
      </Suspense>
    </>
  );
}
