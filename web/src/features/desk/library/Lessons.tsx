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
} from '../../../api/lessons.ts';
import { Failed } from '../../../api/Failed.tsx';
import { QueryState } from '../../../api/QueryState.tsx';
import { ago } from '../../../app/dates.ts';
import { headingOf } from '../../../app/spine.ts';
import { newId } from '../../../app/newId.ts';
import { tell } from '../../../app/notices.ts';
import { useTitle } from '../../../app/title.ts';
import { counted } from '../../../app/words.ts';
import { Button } from '../../../ui/Button.tsx';
import { FilePick } from '../../../ui/FilePick.tsx';
import { useSave } from '../../../kept/useSave.ts';
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
  const { words, setWords, horseId, tag, narrow, findAll } = useSearched();
  const q = useDeferredValue(words.trim());
  const lessons = useLessonsQuery(q ? { q } : {});
  const { data: horses = [] } = useHorsesQuery();
  const nameOf = (id: string | null) => horses.find((h) => h.id === id)?.name ?? 'any horse';
  const [choosing, setChoosing] = useState(false);
  const { open, copy, remove, bringBack, error } = useOpening();
  if (!lessons.data) return <QueryState query={lessons} what="lessons" />;
  const all = lessons.data;
  const shown = all.filter(isOf(horseId, tag));
  const tags = tagsOf(all);
  const horse = horses.find((h) => h.id === horseId) ?? null;
  const empty = !q && !tag && shown.length === 0;
  const begin = (text: string) => void open(recordOf(text, horseId || null, newId));
  return (
    <Page
      title={headingOf('/desk')}
      about={`${counted(shown.length, 'lesson')}${horse ? ` for ${horse.name}` : ''}`}
      actions={<Ways onText={begin} onWrite={() => setChoosing(true)} />}
    >
      <div className="max-w-[1500px] p-5 md:p-7">
        <Failed error={error} className="mb-4" />
        <Search {...{ words, horses, horseId, tags, tag }} onWords={setWords} onNarrow={narrow} />
        {empty && <NoneYet horse={horse} onWrite={() => setChoosing(true)} />}
        {!empty && shown.length === 0 && <NoneFound onAll={findAll} />}
        {shown.length > 0 && (
          <Rows
            items={shown}
            keyOf={(lesson) => lesson.id}
            height={60}
            render={(lesson) => (
              <LessonRow
                lesson={lesson}
                horse={nameOf(lesson.horseId)}
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
          onBlank={() => begin(firstText(horse))}
          onTemplate={(text) => begin(forHorse(text, horse))}
          onOwn={(id) => void copy(id)}
        />
      )}
    </Page>
  );
}

/** Any horse and any tag where none is named. */
const isOf =
  (horseId: string, tag: string) =>
  (lesson: LessonSummary): boolean =>
    (!horseId || lesson.horseId === horseId) && (!tag || lesson.tags.includes(tag));

const tagsOf = (lessons: readonly LessonSummary[]): string[] =>
  [...new Set(lessons.flatMap((l) => l.tags))].sort();

const forHorse = (text: string, horse: Horse | null): string =>
  horse ? text.replace(/^(arena .*)$/m, `$1\nhorse "${horse.name}"`) : text;

/** The words that are looked for, and the horse and the tag that the address asks for. */
function useSearched() {
  const [words, setWords] = useState('');
  const [search, setSearch] = useSearchParams();
  const narrow = (key: string, value: string) =>
    setSearch((now) => {
      if (value) now.set(key, value);
      else now.delete(key);
      return now;
    });
  const findAll = () => {
    setWords('');
    setSearch({});
  };
  const horseId = search.get('horse') ?? '';
  return { words, setWords, horseId, tag: search.get('tag') ?? '', narrow, findAll };
}

const Ways = ({ onText, onWrite }: { onText(text: string): void; onWrite(): void }) => (
  <span className="flex gap-2">
    <OpenFile onText={onText} />
    <Button onClick={onWrite}>Write a lesson</Button>
  </span>
);

const NoneYet = ({ horse, onWrite }: { horse: Horse | null; onWrite(): void }) => (
  <Empty title={horse ? `No lesson for ${horse.name} yet.` : 'No lesson yet.'}>
    <p>Write it as you would on a clipboard: where, then what. “C circle left 20”.</p>
    <Button onClick={onWrite}>Write a lesson</Button>
  </Empty>
);

const NoneFound = ({ onAll }: { onAll(): void }) => (
  <p className="py-8 text-center text-soft">
    No lesson has all of that.{' '}
    <button type="button" className="font-bold text-leather underline" onClick={onAll}>
      Show all
    </button>
  </p>
);

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
  const { save, error } = useSave('lesson');
  const [fetchLesson, fetching] = useLazyLessonQuery();
  const navigate = useNavigate();
  const open = async (record: LessonRecord) => {
    const saved = await save(record, null);
    if (!saved.error) void navigate(`/desk/${record.id}`);
  };
  const copy = async (id: string) => {
    const { data } = await fetchLesson(id);
    if (data) await open(copyOf(printLesson(data.document), data.horseId, newId));
  };
  /** As the book has it now, with or without the day it was thrown away. */
  const change = async (id: string, with_: (record: LessonRecord) => LessonRecord) => {
    const { data } = await fetchLesson(id);
    return data ? save(with_(data), data) : null;
  };
  const bringBack = (id: string) =>
    change(id, ({ removedAt: _, ...record }) => ({ ...record, updatedAt: now() }));
  const remove = async ({ id, title }: LessonSummary) => {
    const gone = await change(id, (record) => ({ ...record, removedAt: now() }));
    if (gone && !gone.error)
      tell(`“${title || 'Untitled lesson'}” is deleted.`, () => bringBack(id));
  };
  return { open, copy, remove, bringBack, error: error ?? fetching.error };
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
