import { useState } from 'react';
import type { Lesson } from '@canter-book/core/lesson/document';
import { arenaOf } from '@canter-book/core/lesson/arenaOf';
import { HOMEWORK_DONE } from '@canter-book/core/observations/kinds/homework';
import { compileRide } from '@canter-book/core/ride/compile';
import { Failed } from '../../api/Failed.tsx';
import { longDate } from '../../app/dates.ts';
import { newId } from '../../app/newId.ts';
import { Button } from '../../ui/Button.tsx';
import { OneOf } from '../../ui/Choose.tsx';
import { Field, TextArea } from '../../ui/Field.tsx';
import { mainLines } from '../arena/mainLines.ts';
import { MiniArena } from '../arena/MiniArena.tsx';
import { useAnswerHomeworkMutation, type Answer, type Homework } from './mineApi.ts';

interface HomeworkCardProps {
  homework: Homework;
  lesson: Lesson | null;
}

/** The one thing until the next lesson: words and drawing, and what came of it. */
export function HomeworkCard({ homework, lesson }: HomeworkCardProps) {
  const { sessionId, date, said, answer } = homework;
  const [isOpen, setOpen] = useState(answer === null);
  return (
    <div className="rounded-lg border border-line bg-page p-4">
      <p className="text-[14px] text-soft">Homework of {longDate(date)}</p>
      <p className="mb-3 font-book text-xl">{said}</p>
      {lesson && (
        <MiniArena
          arena={arenaOf(lesson)}
          ride={() => compileRide(lesson)}
          among={mainLines(lesson)}
          label="The work of the last lesson, drawn"
          className="mb-3 w-full max-w-md"
        />
      )}
      {isOpen ? (
        <AnswerForm sessionId={sessionId} before={answer} onSent={() => setOpen(false)} />
      ) : (
        <p role="status" className="flex flex-wrap items-center gap-3">
          <span className="flex-1">
            {answer ? (
              <>
                ✓ You said: <b>{answer.did}</b>
                {answer.felt && `, “${answer.felt}”`}
              </>
            ) : (
              '✓ Sent'
            )}
          </span>
          <Button look="quiet" onClick={() => setOpen(true)}>
            Change it
          </Button>
        </p>
      )}
    </div>
  );
}

interface AnswerFormProps {
  sessionId: string;
  before: Answer | null;
  onSent(): void;
}

function AnswerForm({ sessionId, before, onSent }: AnswerFormProps) {
  const [did, setDid] = useState<Answer['did'] | ''>(before?.did ?? '');
  const [felt, setFelt] = useState(before?.felt ?? '');
  // Sent twice, it is stored once.
  const [id] = useState(newId);
  const [send, { error, isLoading }] = useAnswerHomeworkMutation();
  return (
    <form
      className="space-y-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (did === '') return;
        const words = felt.trim();
        void send({ id, sessionId, did, ...(words && { felt: words }) }).then(
          (answer) => !answer.error && onSent(),
        );
      }}
    >
      <OneOf<Answer['did'] | ''>
        label="How did it go?"
        all={HOMEWORK_DONE}
        chosen={did}
        onChange={setDid}
      />
      <Field label="What did you feel?" hint="in your own words, if you like">
        {(field) => (
          <TextArea
            {...field}
            rows={2}
            value={felt}
            maxLength={300}
            onChange={(e) => setFelt(e.target.value)}
          />
        )}
      </Field>
      <Failed error={error} />
      <Button type="submit" disabled={did === '' || isLoading}>
        Send it
      </Button>
    </form>
  );
}
