import { useState } from 'react';
import { Link } from 'react-router';
import { appendToPhase, withNewIds } from '@canter-book/core/lesson/edits';
import type { Phase } from '@canter-book/core/lesson/document';
import { parseLesson } from '@canter-book/core/notation/parse';
import type { LessonRecord } from '@canter-book/core/book/records';
import { useHorsesQuery } from '../../api/horses.ts';
import { useLazyLessonQuery, useLessonsQuery } from '../../api/lessons.ts';
import { Failed } from '../../api/Failed.tsx';
import { newId } from '../../app/newId.ts';
import { tell } from '../../app/notices.ts';
import { useSave } from '../../kept/useSave.ts';
import { Button } from '../../ui/Button.tsx';
import { Sheet } from '../../ui/Sheet.tsx';

const WHERE: readonly { readonly label: string; readonly phases: readonly Phase['name'][] }[] = [
  { label: 'Warm-up', phases: ['warm-up', 'loosening'] },
  { label: 'Work', phases: ['work', 'peak'] },
  { label: 'Stretch', phases: ['stretch'] },
];

/** As many as are looked through at a glance. */
const MOST = 12;

/** Two taps: this exercise, as it is drawn, into that lesson, at the end of that phase. */
export function PutIntoLesson({ text, name }: { text: string; name: string }) {
  const [open, setOpen] = useState(false);
  const { data: lessons = [] } = useLessonsQuery({});
  const { data: horses = [] } = useHorsesQuery();
  const { put, isSaving, error } = usePut(text, name, () => setOpen(false));
  return (
    <>
      <Button onClick={() => setOpen(true)}>Put into a lesson</Button>
      <Sheet
        open={open}
        title={`“${name}” into which lesson, and where?`}
        wide
        onClose={() => setOpen(false)}
      >
        <Failed error={error} className="mb-3" />
        {lessons.length === 0 && (
          <p>
            No lesson yet. <Link to="/desk">Write one at the desk</Link>, then come back.
          </p>
        )}
        <ul className="divide-y divide-line">
          {lessons.slice(0, MOST).map((lesson) => (
            <li key={lesson.id} className="flex flex-wrap items-center gap-x-4 gap-y-1 py-2">
              <span className="min-w-40 flex-1">
                <b className="font-book">{lesson.title || 'Untitled lesson'}</b>{' '}
                <span className="text-[14px] text-soft">
                  {horses.find((h) => h.id === lesson.horseId)?.name ?? 'any horse'}
                </span>
              </span>
              <span className="flex gap-1.5">
                {WHERE.map((where) => (
                  <Button
                    key={where.label}
                    look="quiet"
                    disabled={isSaving}
                    aria-label={`${lesson.title}: ${where.label}`}
                    onClick={() => void put(lesson.id, where)}
                  >
                    {where.label}
                  </Button>
                ))}
              </span>
            </li>
          ))}
        </ul>
      </Sheet>
    </>
  );
}

/** Puts the lines of a text at the end of a phase; it can be taken back. */
function usePut(text: string, name: string, onDone: () => void) {
  const [fetchLesson] = useLazyLessonQuery();
  const { save, isSaving, error } = useSave('lesson');
  const put = async (id: string, { label, phases }: (typeof WHERE)[number]) => {
    const { data: before } = await fetchLesson(id);
    if (!before) return;
    const lines = parseLesson(text).lesson.items.map((item) => withNewIds(item, newId));
    const stamped = (record: LessonRecord) => ({ ...record, updatedAt: new Date().toISOString() });
    const saved = await save(
      stamped({ ...before, document: appendToPhase(before.document, phases, lines) }),
      before,
    );
    if (!saved.data) return;
    const is = saved.data;
    onDone();
    tell(`“${name}” is in “${before.title || 'the lesson'}”, ${label.toLowerCase()}.`, () =>
      save(stamped({ ...is, document: before.document }), is),
    );
  };
  return { put, isSaving, error };
}
