import { useState } from 'react';
import type { Lesson } from '@canter-book/core/lesson/document';
import { arenaOf } from '@canter-book/core/lesson/arenaOf';
import { periodSaid } from '@canter-book/core/report/report';
import { compileRide } from '@canter-book/core/ride/compile';
import { problemOf } from '../../api/problem.ts';
import { QueryState } from '../../api/QueryState.tsx';
import { longDate } from '../../app/dates.ts';
import { useTitle } from '../../app/title.ts';
import { Button } from '../../ui/Button.tsx';
import { Empty } from '../../ui/Empty.tsx';
import { Page } from '../../ui/Page.tsx';
import { mainLines } from '../arena/mainLines.ts';
import { MiniArena } from '../arena/MiniArena.tsx';
import { ReportSections } from '../horses/ReportSections.tsx';
import { LessonToRead } from './LessonToRead.tsx';
import { useSharedQuery, type Shared as Read } from './shareApi.ts';

/** What somebody was sent a link to: to be read and printed. */
export default function Shared() {
  // The secret stands behind the #, which no server and no log ever sees.
  const [token] = useState(() => window.location.hash.slice(1));
  const query = useSharedQuery(token, { refetchOnMountOrArgChange: true });
  useTitle(query.data?.title ?? 'Shared with you');
  if (query.error && problemOf(query.error).status === 410)
    return (
      <Page title="Shared with you">
        <div className="max-w-2xl p-5 md:p-7">
          <Empty title="This link no longer works.">
            <p>{problemOf(query.error).detail}</p>
          </Empty>
        </div>
      </Page>
    );
  if (!query.data) return <QueryState query={query} what="page" />;
  const { title, expiresAt } = query.data;
  return (
    <Page
      title={title}
      about={aboutOf(query.data)}
      actions={
        <Button look="quiet" onClick={() => window.print()}>
          Print
        </Button>
      }
    >
      <div className="max-w-5xl space-y-7 p-5 md:p-7">
        <Body read={query.data} />
        <p className="no-print text-[13px] text-soft">
          Shared with you until {longDate(expiresAt.slice(0, 10))}.
        </p>
      </div>
    </Page>
  );
}

function aboutOf(read: Read): string {
  switch (read.kind) {
    case 'report':
      return periodSaid(read.report);
    case 'homework':
      return `From the lesson of ${longDate(read.date)}`;
    case 'lesson':
      return read.horse ? `A lesson for ${read.horse}` : 'A lesson';
  }
}

function Body({ read }: { read: Read }) {
  switch (read.kind) {
    case 'report':
      return <ReportSections report={read.report} />;
    case 'homework':
      return (
        <>
          <p className="font-book text-2xl">{read.said}</p>
          {read.lesson && <Drawn lesson={read.lesson} />}
        </>
      );
    case 'lesson':
      return <LessonToRead lesson={read.lesson} />;
  }
}

const Drawn = ({ lesson }: { lesson: Lesson }) => (
  <MiniArena
    arena={arenaOf(lesson)}
    ride={() => compileRide(lesson)}
    among={mainLines(lesson)}
    label="The work of the lesson, drawn"
    className="w-full max-w-md"
  />
);
