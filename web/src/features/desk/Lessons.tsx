import { useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { parseLesson } from '@canter-book/core/notation/parse';
import {
  problemOf,
  useDeleteLessonMutation,
  useHorsesQuery,
  useLessonsQuery,
  useSaveLessonMutation,
  type LessonSummary,
} from '../../api/api.ts';
import { QueryState } from '../../api/QueryState.tsx';
import { ago, today } from '../../app/dates.ts';
import { newId } from '../../app/newId.ts';
import { useTitle } from '../../app/title.ts';
import { Button } from '../../ui/Button.tsx';
import { Confirm } from '../../ui/Confirm.tsx';
import { Empty } from '../../ui/Empty.tsx';
import { Select } from '../../ui/Field.tsx';
import { Page } from '../../ui/Page.tsx';
import { firstText } from './firstText.ts';

/** The lessons, newest first; of one horse when it is chosen. */
export default function Lessons() {
  useTitle('Lessons');
  const [search, setSearch] = useSearchParams();
  const horseId = search.get('horse') ?? '';
  const lessons = useLessonsQuery();
  const { data: horses = [] } = useHorsesQuery();
  const [save, saving] = useSaveLessonMutation();
  const [remove] = useDeleteLessonMutation();
  const [asked, setAsked] = useState<LessonSummary | null>(null);
  const navigate = useNavigate();
  if (!lessons.data) return <QueryState query={lessons} what="lessons" />;
  const shown = lessons.data.filter((l) => !horseId || l.horseId === horseId);
  const horse = horses.find((h) => h.id === horseId);
  const write = async () => {
    const { lesson } = parseLesson(firstText(horse ?? null), newId);
    const record = {
      id: newId(),
      revision: 0,
      title: lesson.title?.text ?? '',
      horseId: horse?.id ?? null,
      document: lesson,
      updatedAt: new Date().toISOString(),
    };
    const saved = await save(record);
    if (!saved.error) void navigate(`/desk/${record.id}`);
  };
  return (
    <Page
      title="Lesson desk"
      about={horse ? `Lessons for ${horse.name}` : 'Every lesson in the book'}
      actions={<Button onClick={() => void write()}>Write a lesson</Button>}
    >
      <div className="mx-auto max-w-4xl p-5 md:p-7">
        {saving.error && (
          <p role="alert" className="mb-4 text-madder">
            ✕ {problemOf(saving.error).title}. {problemOf(saving.error).detail}
          </p>
        )}
        <label className="mb-5 flex max-w-xs items-center gap-3">
          <span className="text-[14px] font-bold">Horse</span>
          <Select
            value={horseId}
            onChange={(e) => setSearch(e.target.value ? { horse: e.target.value } : {})}
          >
            <option value="">all</option>
            {horses.map((h) => (
              <option key={h.id} value={h.id}>
                {h.name}
              </option>
            ))}
          </Select>
        </label>
        {shown.length === 0 ? (
          <Empty title={horse ? `No lesson for ${horse.name} yet.` : 'No lesson yet.'}>
            <p>Write it as you would on a clipboard: where, then what. “C circle left 20”.</p>
            <Button onClick={() => void write()}>Write a lesson</Button>
          </Empty>
        ) : (
          <ul className="divide-y divide-line border-y border-line">
            {shown.map((lesson) => (
              <li key={lesson.id} className="flex items-center gap-4">
                <Link
                  to={`/desk/${lesson.id}`}
                  className="flex flex-1 flex-wrap items-baseline gap-x-4 px-2 py-4 no-underline hover:bg-sand-light"
                >
                  <span className="font-book text-lg font-semibold">
                    {lesson.title || 'Untitled lesson'}
                  </span>
                  <span className="text-soft">
                    {horses.find((h) => h.id === lesson.horseId)?.name ?? 'any horse'}
                  </span>
                  <span className="ml-auto text-[13px] text-soft">
                    {ago(lesson.updatedAt.slice(0, 10), today())}
                  </span>
                </Link>
                <Button
                  look="danger"
                  aria-label={`Remove ${lesson.title}`}
                  onClick={() => setAsked(lesson)}
                >
                  Remove
                </Button>
              </li>
            ))}
          </ul>
        )}
      </div>
      <Confirm
        open={asked !== null}
        title={`Remove “${asked?.title}”?`}
        yes="Remove"
        onNo={() => setAsked(null)}
        onYes={() => {
          if (asked) void remove(asked.id);
          setAsked(null);
        }}
      >
        Sessions that were taught from it keep their own copy.
      </Confirm>
    </Page>
  );
}
