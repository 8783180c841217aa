import type { LessonSummary } from '@canter-book/core/book/summaries';
import { useDeferredValue, useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { FileUp } from 'lucide-react';
import { printLesson } from '@canter-book/core/notation/print';
import type { Horse, LessonRecord } from '@canter-book/core/book/records';
import { useHorsesQuery } from '../../../api/horses.ts';
import {
  useLazyLessonQuery,
  useLessonsQuery,
  useRemovedLessonsQuery,
  useSaveLessonMutation,
} from '../../../api/lessons.ts';
import { problemOf } from '../../../api/problem.ts';
import { QueryState } from '../../../api/QueryState.tsx';
import { ago } from '../../../app/dates.ts';
import { headingOf } from '../../../app/spine.ts';
import { newId } from '../../../app/newId.ts';
import { tell } from '../../../app/notices.ts';
import { useTitle } from '../../../app/title.ts';
import { counted } from '../../../app/words.ts';
import { Button } from '../../../ui/Button.tsx';
import { FilePick } from '../../../ui/FilePick.tsx';
import { Empty } from '../../../ui/Empty.tsx';
import { Select, TextInput } from '../../../ui/Field.tsx';
import { Page } from '../../../ui/Page.tsx';
import { Rows } from '../../../ui/Rows.tsx';
import { firstText } from '../writing/firstText.ts';
import { LessonRow } from './LessonRow.tsx';
import { copyOf, recordOf } from './lessonRecord.ts';
import { NewLesson } from './NewLesson.tsx';

/** The lessons, newest first; found by words, by tag, or by their horse. */
export default function Lessons() {
  useTitle('Lessons');
  const [search, setSearch] = useSearchParams();
  const [horseId, tag] = [search.get('horse') ?? '', search.get('tag') ?? ''];
  const [words, setWords] = useState('');
  const q = useDeferredValue(words.trim());
  const lessons = useLessonsQuery(q ? { q } : {});
  const { data: horses = [] } = useHorsesQuery();
  const [choosing, setChoosing] = useState(false);
  const { open, copy, remove, bringBack, problem } = useOpening();
  if (!lessons.data) return <QueryState query={lessons} what="lessons" />;
  const all = lessons.data;
  const shown = all.filter(
    (l) => (!horseId || l.horseId === horseId) && (!tag || l.tags.includes(tag)),
  );
  const tags = [...new Set(all.flatMap((l) => l.tags))].sort();
  const horse = horses.find((h) => h.id === horseId) ?? null;
  const narrow = (key: string, value: string) =>
    setSearch((now) => {
      if (value) now.set(key, value);
      else now.delete(key);
      return now;
    });
  const empty = !q && !tag && shown.length === 0;
  return (
    <Page
      title={headingOf('/desk')}
      about={`${counted(shown.length, 'lesson')}${horse ? ` for ${horse.name}` : ''}`}
      actions={
        <span className="flex gap-2">
          <OpenFile onText={(text) => void open(recordOf(text, horseId || null, newId))} />
          <Button onClick={() => setChoosing(true)}>Write a lesson</Button>
        </span>
      }
    >
      <div className="max-w-[1500px] p-5 md:p-7">
        {problem && (
          <p role="alert" className="mb-4 text-madder">
            ✕ {problem.title}. {problem.detail}
          </p>
        )}
        <Search {...{ words, horses, horseId, tags, tag }} onWords={setWords} onNarrow={narrow} />
        {empty ? (
          <Empty title={horse ? `No lesson for ${horse.name} yet.` : 'No lesson yet.'}>
            <p>Write it as you would on a clipboard: where, then what. “C circle left 20”.</p>
            <Button onClick={() => setChoosing(true)}>Write a lesson</Button>
          </Empty>
        ) : shown.length === 0 ? (
          <p className="py-8 text-center text-soft">
            No lesson has all of that.{' '}
            <button
              type="button"
              className="font-bold text-leather underline"
              onClick={() => {
                setWords('');
                setSearch({});
              }}
            >
              Show all
            </button>
          </p>
        ) : (
          <Rows
            items={shown}
            keyOf={(lesson) => lesson.id}
            height={60}
            render={(lesson) => (
              <LessonRow
                lesson={lesson}
                horse={horses.find((h) => h.id === lesson.horseId)?.name ?? 'any horse'}
                onTag={(t) => narrow('tag', t)}
                onCopy={() => void copy(lesson.id)}
                onRemove={() => void remove(lesson)}
              />
            )}
          />
        )}
        <Removed onBringBack={(id) => void bringBack(id)} />
      </div>
      {choosing && (
        <NewLesson
          own={all.filter((l) => l.template)}
          onClose={() => setChoosing(false)}
          onBlank={() => void open(recordOf(firstText(horse), horseId || null, newId))}
          onTemplate={(text) => void open(recordOf(forHorse(text), horseId || null, newId))}
          onOwn={(id) => void copy(id)}
        />
      )}
    </Page>
  );

  function forHorse(text: string): string {
    return horse ? text.replace(/^(arena .*)$/m, `$1\nhorse "${horse.name}"`) : text;
  }
}

interface SearchProps {
  words: string;
  horses: readonly Horse[];
  horseId: string;
  tags: readonly string[];
  tag: string;
  onWords(words: string): void;
  onNarrow(key: string, value: string): void;
}

const Search = ({ words, horses, horseId, tags, tag, onWords, onNarrow }: SearchProps) => (
  <div role="search" className="mb-5 grid gap-3 sm:grid-cols-[1fr_12rem_12rem]">
    <TextInput
      type="search"
      aria-label="Search the lessons"
      placeholder="Title, tag, or what is ridden: shoulder-in"
      value={words}
      onChange={(e) => onWords(e.target.value)}
    />
    <Select aria-label="Horse" value={horseId} onChange={(e) => onNarrow('horse', e.target.value)}>
      <option value="">all horses</option>
      {horses.map((h) => (
        <option key={h.id} value={h.id}>
          {h.name}
        </option>
      ))}
    </Select>
    <Select aria-label="Tag" value={tag} onChange={(e) => onNarrow('tag', e.target.value)}>
      <option value="">all tags</option>
      {tags.map((t) => (
        <option key={t}>{t}</option>
      ))}
    </Select>
  </div>
);

/** What was thrown away and can still be brought back. */
function Removed({ onBringBack }: { onBringBack(id: string): void }) {
  const { data: removed = [] } = useRemovedLessonsQuery();
  if (removed.length === 0) return null;
  return (
    <details className="mt-6 text-[14px]">
      <summary className="text-soft">Deleted lessons ({removed.length})</summary>
      <p className="my-2 text-soft">They are kept for sixty days.</p>
      <ul className="divide-y divide-dotted divide-line">
        {removed.map((lesson) => (
          <li key={lesson.id} className="flex items-center gap-4 py-1.5">
            <span className="min-w-0 flex-1 truncate">{lesson.title || 'Untitled lesson'}</span>
            <span className="text-soft">{ago(lesson.removedAt.slice(0, 10))}</span>
            <Button look="quiet" onClick={() => onBringBack(lesson.id)}>
              Restore
            </Button>
          </li>
        ))}
      </ul>
    </details>
  );
}

const now = (): string => new Date().toISOString();

/** Saves a new record and opens it on the desk. */
function useOpening() {
  const [save, saving] = useSaveLessonMutation();
  const [fetchLesson, fetching] = useLazyLessonQuery();
  const navigate = useNavigate();
  const open = async (record: LessonRecord) => {
    const saved = await save(record);
    if (!saved.error) void navigate(`/desk/${record.id}`);
  };
  const copy = async (id: string) => {
    const { data } = await fetchLesson(id);
    if (data) await open(copyOf(printLesson(data.document), data.horseId, newId));
  };
  /** As the book has it now, with or without the day it was thrown away. */
  const change = async (id: string, with_: (record: LessonRecord) => LessonRecord) => {
    const { data } = await fetchLesson(id);
    return data ? save(with_(data)) : null;
  };
  const bringBack = (id: string) =>
    change(id, ({ removedAt: _, ...record }) => ({ ...record, updatedAt: now() }));
  const remove = async ({ id, title }: LessonSummary) => {
    const gone = await change(id, (record) => ({ ...record, removedAt: now() }));
    if (gone && !gone.error)
      tell(`“${title || 'Untitled lesson'}” is deleted.`, () => bringBack(id));
  };
  const error = saving.error ?? fetching.error;
  return { open, copy, remove, bringBack, problem: error ? problemOf(error) : null };
}

/** A lesson that came as a file. What cannot be read in it is said on the desk, line by line. */
const OpenFile = ({ onText }: { onText(text: string): void }) => (
  <FilePick
    label="A lesson as a file"
    accept=".cbk,.txt,text/plain"
    onPick={(file) => void file.text().then(onText)}
  >
    <FileUp size={16} aria-hidden /> From a file
  </FilePick>
);
