import { useMemo, useState } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { ANY_HORSE } from '@canter-book/core/gaits/horse';
import { linesOf, type Lesson, type Place } from '@canter-book/core/lesson/document';
import type { Point } from '@canter-book/core/geometry/curve';
import { compareDrawn, linesOfBox, type DrawnLine } from '@canter-book/core/sheet/drawn';
import type { SheetBox } from '@canter-book/core/sheet/sheet';
import { useLessonQuery } from '../../api/lessons.ts';
import { QueryState } from '../../api/QueryState.tsx';
import { shortDate } from '../../app/dates.ts';
import { useTitle } from '../../app/title.ts';
import { Button, ButtonLink } from '../../ui/Button.tsx';
import { OneOf } from '../../ui/Choose.tsx';
import { Page } from '../../ui/Page.tsx';
import { MiniArena } from '../arena/MiniArena.tsx';
import { answered, keepMemory, nextBox, nextDue, readMemory, type Memory } from './memory.ts';
import { boxRide } from './boxRide.ts';
import { DrawArena } from './learn/DrawArena.tsx';
import { LetterArena } from './learn/LetterArena.tsx';
import { ReadAlong } from './learn/ReadAlong.tsx';
import { useSheet } from './useSheet.ts';
import { boxName } from './words.ts';

/** A rider learns a sheet: what comes next, and where does it begin? */
export default function Learn() {
  const { id = '' } = useParams();
  const query = useLessonQuery(id, { refetchOnMountOrArgChange: true });
  useTitle('Learn');
  if (!query.data) return <QueryState query={query} what="test" />;
  return <Asking key={id} id={id} document={query.data.document} />;
}

const letterOf = (place: Place | null): string | null => {
  if (!place) return null;
  if (place.kind === 'at') return place.letter;
  return place.kind === 'along' ? place.from : place.letters[0]!;
};

/** Where each box begins: the letter of its first line that names one. */
function beginnings(
  document: Lesson,
  boxes: readonly { number: number; itemIds: readonly string[] }[],
) {
  const lines = new Map(linesOf(document.items).map((line) => [line.id, line]));
  return new Map(
    boxes.map((box) => [
      box.number,
      box.itemIds.map((item) => letterOf(lines.get(item)?.place ?? null)).find((l) => l !== null) ??
        null,
    ]),
  );
}

const WAYS = { tap: 'Tap where it begins', draw: 'Draw it', read: 'Read along' } as const;
type Way = keyof typeof WAYS;
const wayOf = (asked: string | null): Way => (asked === 'draw' || asked === 'read' ? asked : 'tap');

type Answer =
  | { readonly box: number; readonly letter: string | null }
  | { readonly box: number; readonly drawn: DrawnLine };

/** The next question, and the memory after its answer. */
function useAsking({ id, document, way }: { id: string; document: Lesson; way: Way }) {
  const { ride, sheet } = useSheet(document, ANY_HORSE);
  const [memory, setMemory] = useState(() => readMemory(id));
  const [answer, setAnswer] = useState<Answer | null>(null);
  const begins = useMemo(() => beginnings(document, sheet.boxes), [document, sheet]);
  const lines = useMemo(
    () => new Map(sheet.boxes.map((b) => [b.number, linesOfBox(ride, b.itemIds)])),
    [ride, sheet],
  );
  const askable = sheet.boxes
    .map((b) => b.number)
    .filter((n) => (way === 'draw' ? lines.get(n)!.length > 0 : begins.get(n)));
  // While an answer is shown, the question stays.
  const asked = answer?.box ?? nextBox(memory, askable, new Date());
  const index = sheet.boxes.findIndex((b) => b.number === asked);
  const box = sheet.boxes[index];
  const right = (box && begins.get(box.number)) ?? null;
  const keep = (next: Memory) => {
    keepMemory(id, next);
    setMemory(next);
  };
  const learn = (given: Answer, isRight: boolean) => {
    if (answer) return;
    keep(answered(memory, given.box, isRight, new Date()));
    setAnswer(given);
  };
  const say = (letter: string | null) =>
    box && learn({ box: box.number, letter }, letter !== null && letter === right);
  const draw = (drawn: readonly Point[]) => {
    if (!box) return;
    const compared = compareDrawn(drawn, lines.get(box.number)!);
    learn({ box: box.number, drawn: compared }, compared.right);
  };
  return {
    ride,
    sheet,
    memory,
    askable,
    box,
    before: sheet.boxes[index - 1],
    line: box && lines.get(box.number)?.[0],
    right,
    answer,
    say,
    draw,
    goOn: () => setAnswer(null),
    again: () => keep({ ...memory, cards: {} }),
  };
}

function Asking({ id, document }: { id: string; document: Lesson }) {
  const [search, setSearch] = useSearchParams();
  const way = wayOf(search.get('way'));
  const asking = useAsking({ id, document, way });
  const { ride, sheet, memory, askable, box, goOn, again } = asking;
  return (
    <Page
      title={`Learn: ${sheet.title}`}
      about={`${askable.filter((n) => memory.cards[n]).length} of ${askable.length} boxes asked`}
      actions={
        <ButtonLink look="quiet" to={`/tests/${id}`}>
          Back to the sheet
        </ButtonLink>
      }
    >
      <div className="grid gap-8 p-5 md:p-7 xl:grid-cols-[1fr_20rem]">
        <section aria-live="polite" className="max-w-3xl space-y-3">
          <OneOf
            label="How to learn"
            quiet
            all={Object.keys(WAYS) as Way[]}
            chosen={way}
            said={(w) => WAYS[w]}
            onChange={(w) => {
              goOn();
              setSearch(w === 'tap' ? {} : { way: w }, { replace: true });
            }}
          />
          {way === 'read' && <ReadAlong document={document} ride={ride} />}
          {way !== 'read' && !box && <AllKnown due={nextDue(memory)} onAgain={again} />}
          {way !== 'read' && box && <Question {...asking} way={way} box={box} />}
        </section>
        <Learned boxes={sheet.boxes} memory={memory} />
      </div>
    </Page>
  );
}

const AllKnown = ({ due, onAgain }: { due: Date | null; onAgain(): void }) => (
  <>
    <p className="font-book text-xl font-semibold">All of it is known for now.</p>
    <p className="text-soft">
      {due && `The next box comes ${inWords(due)}.`} What you missed comes back sooner, what you
      knew later.
    </p>
    <Button onClick={onAgain}>Go through it again</Button>
  </>
);

type QuestionProps = ReturnType<typeof useAsking> & { way: Way; box: SheetBox };

function Question(props: QuestionProps) {
  const { way, ride, box, before, line, right, answer, say, draw } = props;
  return (
    <>
      <p className="text-soft">{before ? 'After' : 'You have entered.'}</p>
      {before && <p className="font-book text-[17px]">{before.lines.join(' · ')}</p>}
      <h2 className="text-2xl">
        What comes {before ? 'next' : 'first'}?{' '}
        {way === 'draw' ? 'Draw its line.' : 'Tap where it begins.'}
      </h2>
      {way === 'draw' ? (
        <DrawArena
          key={box.number}
          arena={ride.arena}
          shown={(answer && line) ?? null}
          onDrawn={draw}
        />
      ) : (
        <LetterArena
          arena={ride.arena}
          chosen={answer && 'letter' in answer ? answer.letter : null}
          right={answer ? right : null}
          onTap={say}
        />
      )}
      {answer ? (
        <Answered {...props} answer={answer} />
      ) : (
        <Button look="quiet" onClick={() => say(null)}>
          I don’t know
        </Button>
      )}
    </>
  );
}

const Answered = ({ way, ride, box, right, answer, goOn }: QuestionProps & { answer: Answer }) => (
  <div className="rounded-lg border border-line bg-page p-3">
    <p className="mb-1 font-bold">{verdict(answer, right)}</p>
    <p className="font-book text-lg">
      {box.number} {boxName(box)}: {box.lines.join(' · ')}
    </p>
    {way === 'tap' && (
      <MiniArena
        key={box.number}
        arena={ride.arena}
        ride={() => boxRide(ride, box)}
        label={`Box ${box.number}, drawn`}
        className="my-2 w-full max-w-md"
      />
    )}
    <Button className="mt-2" onClick={goOn}>
      Next
    </Button>
  </div>
);

/** How well each box is known, and how the last days went. */
const Learned = ({ boxes, memory }: { boxes: readonly SheetBox[]; memory: Memory }) => (
  <aside>
    <h2 className="mb-1 text-lg">Box by box</h2>
    <ul className="text-[14px]">
      {boxes.map((b) => (
        <li key={b.number} className="flex justify-between gap-3 py-0.5">
          <span>
            <b className="tabular font-mono text-leather">{b.number}</b> {boxName(b)}
          </span>
          <span className="flex shrink-0 items-baseline gap-2 text-soft">
            <Days of={memory.boxes[b.number]} />
            {heldWords(memory.cards[b.number])}
          </span>
        </li>
      ))}
    </ul>
    <h2 className="mt-5 mb-1 text-lg">Day by day</h2>
    {Object.keys(memory.days).length === 0 && (
      <p className="text-[14px] text-soft">Nothing has been asked yet.</p>
    )}
    <ul className="tabular text-[14px]">
      {Object.entries(memory.days)
        .sort(([a], [b]) => b.localeCompare(a))
        .slice(0, 10)
        .map(([day, d]) => (
          <li key={day}>
            {day}: {d.right} of {d.asked} right
          </li>
        ))}
    </ul>
  </aside>
);

const WRONG: Readonly<Record<NonNullable<DrawnLine['wrong']>, string>> = {
  'begins elsewhere': 'It begins elsewhere.',
  'other way round': 'That line, but the other way round.',
  'ends elsewhere': 'It begins there, and ends elsewhere.',
  'another line': 'It begins and ends there, on another line.',
};

function verdict(answer: Answer, right: string | null): string {
  if ('drawn' in answer) {
    const { wrong, offM } = answer.drawn;
    return wrong === null
      ? `✓ Yes, within ${Math.max(1, Math.round(offM))} m.`
      : `✕ ${WRONG[wrong]}`;
  }
  if (answer.letter === right) return '✓ Yes.';
  const begins = right ? `at ${right}` : 'as shown';
  return answer.letter ? `✕ Not at ${answer.letter}, ${begins}.` : `It begins ${begins}.`;
}

const SHOWN_DAYS = 5;

/** The last days on which a box was asked, as ticks and crosses. */
function Days({ of = {} }: { of?: Readonly<Record<string, boolean>> | undefined }) {
  const last = Object.entries(of).slice(-SHOWN_DAYS);
  if (last.length === 0) return null;
  const said = last.map(([day, right]) => `${shortDate(day)} ${right ? 'right' : 'wrong'}`);
  return (
    <span role="img" aria-label={said.join(', ')} title={said.join(', ')} className="font-mono">
      {last.map(([day, right]) => (
        <span key={day} className={right ? 'text-bottle' : 'font-bold text-madder'}>
          {right ? '✓' : '✕'}
        </span>
      ))}
    </span>
  );
}

function heldWords(card: { stability: number; lapses: number } | undefined): string {
  if (!card) return 'not asked';
  const days = Math.round(card.stability);
  return days < 1 ? 'fresh' : days === 1 ? 'holds a day' : `holds ${days} days`;
}

function inWords(due: Date): string {
  const minutes = Math.max(1, Math.round((due.getTime() - Date.now()) / 60_000));
  if (minutes < 60) return `in ${minutes} min`;
  if (minutes < 24 * 60) return `in ${Math.round(minutes / 60)} h`;
  const days = Math.round(minutes / (24 * 60));
  return days === 1 ? 'tomorrow' : `in ${days} days`;
}
