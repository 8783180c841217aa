import { useMemo, useState } from 'react';
import { diffLines } from 'diff';

import { printLesson } from '@canter-book/core/notation/print';
import { useLessonVersionsQuery, type LessonVersion } from '../../../api/lessons.ts';
import { QueryState } from '../../../api/QueryState.tsx';
import { whenSaid } from '../../../app/dates.ts';
import { Button } from '../../../ui/Button.tsx';
import { Sheet } from '../../../ui/Sheet.tsx';

interface VersionsProps {
  lessonId: string;
  text: string;
  onClose(): void;
  onRestore(text: string): void;
}

/** What the lesson was at the end of each sitting, beside what it is now. */
export function Versions({ lessonId, text, onClose, onRestore }: VersionsProps) {
  const query = useLessonVersionsQuery(lessonId, { refetchOnMountOrArgChange: true });
  const [chosen, setChosen] = useState(0);
  const version = query.data?.[chosen];
  const old = useMemo(() => (version ? printLesson(version.document) : ''), [version]);
  const parts = useMemo(() => diffLines(old, text), [old, text]);
  const same = parts.every((part) => !part.added && !part.removed);
  return (
    <Sheet open wide title="Earlier versions" onClose={onClose}>
      {!query.data ? (
        <QueryState query={query} what="versions" />
      ) : query.data.length === 0 ? (
        <p className="text-soft">
          There are none yet. One is kept at the end of each sitting, as soon as the lesson is
          saved.
        </p>
      ) : (
        <div className="grid gap-5 md:grid-cols-[14rem_1fr]">
          <List versions={query.data} chosen={chosen} onChoose={setChosen} />
          <div className="flex min-w-0 flex-col gap-3">
            <p className="text-[14px] text-soft">
              {same
                ? 'It is the same as the lesson on the desk.'
                : 'From that version to the lesson on the desk: − removed since, + added since.'}
            </p>
            <Difference parts={parts} />
            <Button
              disabled={same}
              onClick={() => {
                onRestore(old);
                onClose();
              }}
            >
              Bring that version back
            </Button>
          </div>
        </div>
      )}
    </Sheet>
  );
}

interface ListProps {
  versions: readonly LessonVersion[];
  /** Its place in the list. */
  chosen: number;
  onChoose(place: number): void;
}

const List = ({ versions, chosen, onChoose }: ListProps) => (
  <ol className="space-y-1">
    {versions.map((v, i) => (
      <li key={v.savedAt}>
        <button
          type="button"
          aria-pressed={i === chosen}
          className="w-full rounded-md border border-line px-3 py-2 text-left aria-pressed:border-leather aria-pressed:bg-sand/50"
          onClick={() => onChoose(i)}
        >
          <span className="block font-bold">{whenSaid(v.savedAt)}</span>
          <span className="text-[13px] text-soft">
            revision {v.revision} · {v.title || 'untitled'}
            {v.by && ` · by ${v.by}`}
          </span>
        </button>
      </li>
    ))}
  </ol>
);

const Difference = ({ parts }: { parts: ReturnType<typeof diffLines> }) => (
  <pre className="max-h-[46vh] overflow-auto rounded-lg border border-line bg-paper p-3 font-mono text-[13px] whitespace-pre-wrap">
    {parts.map(({ added, removed, value }, i) => (
      <span
        key={i}
        className={`block ${added ? 'bg-bottle/15' : removed ? 'bg-madder/15' : 'text-soft'}`}
      >
        {signed(value, added ? '+ ' : removed ? '− ' : '  ')}
      </span>
    ))}
  </pre>
);

const signed = (value: string, sign: string): string =>
  value
    .replace(/\n$/, '')
    .split('\n')
    .map((line) => sign + line)
    .join('\n');
