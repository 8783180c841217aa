import type { LessonSummary } from '@canter-book/core/book/summaries';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { isSheet } from '@canter-book/core/lesson/document';
import { parseLesson } from '@canter-book/core/notation/parse';
import { OUR_SHEETS } from '@canter-book/core/sheet/ours';
import { useHorsesQuery } from '../../api/horses.ts';
import { useSheetsQuery } from '../../api/lessons.ts';
import { useRidesQuery } from '../../api/rides.ts';
import { QueryState } from '../../api/QueryState.tsx';
import { shortDate } from '../../app/dates.ts';
import { headingOf } from '../../app/spine.ts';
import { newId } from '../../app/newId.ts';
import { useTitle } from '../../app/title.ts';
import { useSave } from '../../kept/useSave.ts';
import { Button } from '../../ui/Button.tsx';
import { Empty } from '../../ui/Empty.tsx';
import { FilePick } from '../../ui/FilePick.tsx';
import { Page } from '../../ui/Page.tsx';
import { Sheet } from '../../ui/Sheet.tsx';
import { LazyLessonMini } from '../arena/LazyLessonMini.tsx';
import { RIDE_KIND_WORDS } from './words.ts';
import { resultOf, resultWords } from './resultOf.ts';

const EMPTY_SHEET = `test "Our own test" for stage 2
arena 20x40
enter A trot working
box 1 "entry" -- straight, square halt
X halt 4 s, salute, proceed trot working
C track left
box 2 "last line" -- straight, square
A centre line
X halt 4 s, salute
leave A
collective "paces"
collective "rider" x2
errors points 2 4 out
`;

/** Puts a sheet into the book, and opens it at the desk. */
function useAdd() {
  const { save } = useSave('lesson');
  const navigate = useNavigate();
  return async (text: string) => {
    const read = parseLesson(text, newId).lesson;
    // A lesson that is opened here is meant as a test.
    const document = isSheet(read)
      ? read
      : { ...read, title: { text: '', ...read.title, test: {} } };
    const sheet = {
      id: newId(),
      revision: 0,
      title: document.title?.text ?? '',
      horseId: null,
      document,
      tags: [],
      template: false,
      updatedAt: new Date().toISOString(),
    };
    const saved = await save(sheet, null);
    if (saved.data) void navigate(`/desk/${saved.data.id}`);
  };
}

/** The test sheets of the book, and the last rides of them. */
export default function Tests() {
  useTitle('Tests');
  const sheets = useSheetsQuery();
  const [adding, setAdding] = useState(false);
  const add = useAdd();
  if (!sheets.data) return <QueryState query={sheets} what="tests" />;
  const begin = () => setAdding(true);
  return (
    <Page
      title={headingOf('/tests')}
      about="Learn, call, mark, and see where the points are"
      actions={
        <>
          <FilePick
            label="A sheet as a file"
            accept=".cbk,.txt,text/plain"
            onPick={(file) => void file.text().then(add)}
          >
            From a file
          </FilePick>
          <Button onClick={begin}>New test</Button>
        </>
      }
    >
      <div className="grid gap-8 p-5 md:p-7 xl:grid-cols-[1fr_26rem]">
        <section aria-labelledby="sheets">
          <h2 id="sheets" className="mb-3 text-lg">
            Sheets
          </h2>
          {sheets.data.length === 0 && (
            <Empty title="No test yet.">
              <p>Begin from one of ours, or type one: a line of shorthand a movement.</p>
              <Button onClick={begin}>New test</Button>
            </Empty>
          )}
          <ul className="grid gap-4 sm:grid-cols-2 2xl:grid-cols-3">
            {sheets.data.map((sheet) => (
              <SheetCard key={sheet.id} sheet={sheet} />
            ))}
          </ul>
        </section>
        <LastRides sheets={sheets.data} />
      </div>
      <Sheet open={adding} title="Begin from" onClose={() => setAdding(false)}>
        <Beginnings onBegin={(text) => void add(text)} />
      </Sheet>
    </Page>
  );
}

const BEGINNINGS = [
  { name: 'An empty sheet', about: 'Entry, last line, collective marks.', text: EMPTY_SHEET },
  ...OUR_SHEETS,
];

const Beginnings = ({ onBegin }: { onBegin(text: string): void }) => (
  <ul className="space-y-2">
    {BEGINNINGS.map(({ name, about, text }) => (
      <li key={name}>
        <button
          type="button"
          className="w-full rounded-lg border border-line px-4 py-2.5 text-left hover:border-leather hover:bg-sand-light"
          onClick={() => onBegin(text)}
        >
          <span className="block font-book text-[17px] font-semibold">{name}</span>
          <span className="text-[14px] text-soft">{about}</span>
        </button>
      </li>
    ))}
  </ul>
);

const SheetCard = ({ sheet }: { sheet: LessonSummary }) => (
  <li>
    <Link
      to={`/tests/${sheet.id}`}
      className="block rounded-lg border border-line bg-page p-3 no-underline hover:border-leather"
    >
      <span className="mb-2 block font-book text-[18px] leading-snug font-semibold">
        {sheet.title || 'Untitled test'}
      </span>
      <LazyLessonMini lessonId={sheet.id} title={sheet.title} className="w-full" />
    </Link>
  </li>
);

function LastRides({ sheets }: { sheets: readonly LessonSummary[] }) {
  const { data: rides = [] } = useRidesQuery({});
  const { data: horses = [] } = useHorsesQuery();
  return (
    <section aria-labelledby="rides">
      <h2 id="rides" className="mb-3 text-lg">
        Last rides
      </h2>
      {rides.length === 0 && (
        <p className="text-soft">
          A test that has been ridden and marked appears here with its result.
        </p>
      )}
      <ul className="divide-y divide-line border-y border-line">
        {rides.slice(0, 12).map((ride) => (
          <li key={ride.id}>
            <Link
              to={`/tests/rides/${ride.id}`}
              className="grid grid-cols-[1fr_auto] gap-x-4 px-2 py-2 no-underline hover:bg-sand-light"
            >
              <b>{horses.find((h) => h.id === ride.horseId)?.name}</b>
              <span className="tabular font-mono font-bold">{resultWords(resultOf(ride))}</span>
              <span className="col-span-2 text-[13px] text-soft">
                {sheets.find((s) => s.id === ride.lessonId)?.title ?? ride.document.title?.text} ·{' '}
                {shortDate(ride.date)} · {RIDE_KIND_WORDS[ride.kind]}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}
