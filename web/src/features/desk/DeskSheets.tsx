import { DetailsSheet } from './DetailsSheet.tsx';
import { useDesk } from './deskModel.ts';
import { HelpSheet } from './HelpSheet.tsx';
import type { LessonSaver } from './lessonSaver.ts';
import { SavingConflict } from './Saving.tsx';
import { Versions } from './Versions.tsx';

export type OpenSheet = 'help' | 'versions' | 'details' | null;

interface DeskSheetsProps {
  lessonId: string;
  saver: LessonSaver;
  sheet: OpenSheet;
  onSheet(sheet: OpenSheet): void;
}

/** The sheets that lie over the desk when they are asked for. */
export function DeskSheets({ lessonId, saver, sheet, onSheet }: DeskSheetsProps) {
  const { derived, setText } = useDesk();
  const close = () => onSheet(null);
  return (
    <>
      <SavingConflict saver={saver} text={derived.text} onText={setText} />
      <HelpSheet open={sheet === 'help'} onClose={close} />
      {sheet === 'versions' && (
        <Versions lessonId={lessonId} text={derived.text} onClose={close} onRestore={setText} />
      )}
      {sheet === 'details' && (
        <DetailsSheet
          details={saver.currentDetails()}
          onClose={close}
          onSave={(details) => saver.setDetails(details)}
        />
      )}
    </>
  );
}
