import type { LessonRecord } from '@canter-book/core/book/records';
import { useState } from 'react';
import { lettersOf } from '@canter-book/core/arena/arena';
import type { Rein } from '@canter-book/core/arena/rein';
import { MOVING_GAITS, PACES } from '@canter-book/core/gaits/paces';
import { DEFAULT_START, type Lesson, type Start } from '@canter-book/core/lesson/document';
import { APPROACHES, type Approach } from '@canter-book/core/lesson/terms';
import { Button } from '../../../ui/Button.tsx';
import { Field, Select, TextInput } from '../../../ui/Field.tsx';
import { Sheet } from '../../../ui/Sheet.tsx';
import { useDesk } from '../deskModel.ts';

/** “medium walk” and so on: every pace a lesson can begin in. */
const START_PACES = MOVING_GAITS.flatMap((gait) => PACES[gait].map((pace) => `${pace} ${gait}`));

/** What belongs to the record, and not to the text. */
type Details = Pick<LessonRecord, 'tags' | 'template'>;

interface DetailsSheetProps {
  details: Details;
  onClose(): void;
  onSave(details: Details): void;
}

/** The lesson's name, how it begins, and the words to find it by. */
export function DetailsSheet({ details, onClose, onSave }: DetailsSheetProps) {
  const { derived, edit } = useDesk();
  const { lesson } = derived.parsed;
  const [head, setHead] = useState(() => headOf(lesson));
  const set = (part: Partial<Head>) => setHead({ ...head, ...part });
  const [tags, setTags] = useState(details.tags.join(', '));
  const [template, setTemplate] = useState(details.template);
  const words = [...new Set(tags.split(',').map((t) => t.trim()))].filter(Boolean);
  const error = faultOfTags(words);
  const keep = () => {
    edit((before) => withHead(before, head));
    onSave({ tags: words, template });
    onClose();
  };
  return (
    <Sheet open title="About this lesson" onClose={onClose}>
      <form
        className="grid gap-4 sm:grid-cols-3"
        onSubmit={(event) => {
          event.preventDefault();
          if (!error) keep();
        }}
      >
        <div className="sm:col-span-3">
          <Field label="Name">
            {(field) => (
              <TextInput
                {...field}
                value={head.title}
                maxLength={120}
                onChange={(e) => set({ title: e.target.value.replace(/"/g, '’') })}
              />
            )}
          </Field>
        </div>
        <HowItBegins head={head} onChange={set} />
        <div className="sm:col-span-3">
          <Field label="Tags" error={error} hint="Words to find it by, with commas between.">
            {(field) => (
              <TextInput {...field} value={tags} onChange={(e) => setTags(e.target.value)} />
            )}
          </Field>
        </div>
        <label className="flex items-center gap-2 sm:col-span-3">
          <input
            type="checkbox"
            checked={template}
            onChange={(e) => setTemplate(e.target.checked)}
          />
          Offer it as a beginning for new lessons
        </label>
        <Button type="submit">Save</Button>
      </form>
    </Sheet>
  );
}

function faultOfTags(words: readonly string[]): string | undefined {
  const tooLong = words.find((word) => word.length > 30);
  if (tooLong) return `“${tooLong}” is longer than 30 letters`;
  return words.length > 12 ? 'At most 12 tags' : undefined;
}

function headOf({ title, approach, start = DEFAULT_START }: Lesson): Head {
  const { letter, rein, pace, gait } = start;
  return {
    title: title?.text ?? '',
    approach: approach?.name ?? '',
    letter,
    rein,
    pace: `${pace} ${gait}`,
  };
}

interface Head {
  title: string;
  approach: Approach | '';
  letter: string;
  rein: Rein;
  /** One of START_PACES. */
  pace: string;
}

interface HowItBeginsProps {
  head: Head;
  onChange(part: Partial<Head>): void;
}

function HowItBegins({ head, onChange }: HowItBeginsProps) {
  const { derived } = useDesk();
  return (
    <>
      <Field label="Approach">
        {(field) => (
          <Select
            {...field}
            value={head.approach}
            onChange={(e) => onChange({ approach: e.target.value as Approach | '' })}
          >
            <option value="">the horse’s own</option>
            {APPROACHES.map((name) => (
              <option key={name} value={name}>
                {name.replace('-', ' ')}
              </option>
            ))}
          </Select>
        )}
      </Field>
      <Field label="Begins at">
        {(field) => (
          <Select
            {...field}
            value={head.letter}
            onChange={(e) => onChange({ letter: e.target.value })}
          >
            {lettersOf(derived.ride.arena).map(({ name }) => (
              <option key={name}>{name}</option>
            ))}
          </Select>
        )}
      </Field>
      <Field label="On the rein">
        {(field) => (
          <Select
            {...field}
            value={head.rein}
            onChange={(e) => onChange({ rein: e.target.value as Rein })}
          >
            <option value="left">◐ left</option>
            <option value="right">◑ right</option>
          </Select>
        )}
      </Field>
      <Field label="In">
        {(field) => (
          <Select {...field} value={head.pace} onChange={(e) => onChange({ pace: e.target.value })}>
            {START_PACES.map((name) => (
              <option key={name}>{name}</option>
            ))}
          </Select>
        )}
      </Field>
    </>
  );
}

/** The lesson with another head; comments beside it stay. */
function withHead(lesson: Lesson, { title, approach, letter, rein, pace: begun }: Head): Lesson {
  const { approach: oldApproach, ...rest } = lesson;
  const [pace, gait] = begun.split(' ') as [Start['pace'], Start['gait']];
  const start = { ...(lesson.start ?? DEFAULT_START), letter, rein, pace, gait };
  const sameStart =
    !lesson.start &&
    (['letter', 'rein', 'pace', 'gait'] as const).every((key) => start[key] === DEFAULT_START[key]);
  return {
    ...rest,
    ...((title || lesson.title) && { title: { ...lesson.title, text: title } }),
    ...(approach && { approach: { ...oldApproach, name: approach } }),
    ...(!sameStart && { start }),
  };
}
