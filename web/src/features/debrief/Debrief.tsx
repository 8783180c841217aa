import { lazy, Suspense, useState } from 'react';
import { useParams } from 'react-router';
import type { Rein } from '@canter-book/core/arena/rein';
import {
  standing,
  type MarkObservation,
  type Observation,
  type TryObservation,
} from '@canter-book/core/observations/observation';
import type { Horse, Rider, Session } from '@canter-book/core/book/records';
import type { Shelf } from '@canter-book/core/exercises/shelf';
import type { Scale } from '@canter-book/core/scales';
import { doneIn } from '@canter-book/core/planner/history';
import { tomorrowOf, type Tomorrow } from '@canter-book/core/planner/tomorrow';
import { useHorseQuery } from '../../api/horses.ts';
import { useProgrammesQuery } from '../../api/programmes.ts';
import { useRidersQuery } from '../../api/riders.ts';
import { useObservationsQuery, useSessionQuery } from '../../api/sessions.ts';
import { Failed } from '../../api/Failed.tsx';
import { QueryState } from '../../api/QueryState.tsx';
import { pastDate } from '../../app/dates.ts';
import { newId } from '../../app/newId.ts';
import { useTitle } from '../../app/title.ts';
import { useSave } from '../../kept/useSave.ts';
import { ButtonLink } from '../../ui/Button.tsx';
import { Segments } from '../../ui/Choose.tsx';
import { Page } from '../../ui/Page.tsx';
import { useShelf } from '../shelf/useShelf.ts';
import { DeleteSession } from './DeleteSession.tsx';
import { MarkTable } from './MarkTable.tsx';
import { NextTime } from './NextTime.tsx';
import { SaidOfScales } from './SaidOfScales.tsx';
import { Timeline } from './Timeline.tsx';
import { Tries } from './Tries.tsx';
import { Words } from './Words.tsx';

// Its planning is heavy, and most horses have no programme.
const WeeksAfter = lazy(() => import('../programme/WeeksAfter.tsx'));

const DAY_MS = 24 * 3600 * 1000;
/** A mark can be for the whole lesson, or for one gait of it. */
const MARKED_GAITS = ['', 'walk', 'trot', 'canter'] as const;

const tomorrowLines = (
  { date, document, next }: Session,
  seen: readonly Observation[],
  shelf: Shelf,
): Tomorrow[] => (document ? tomorrowOf(doneIn(date, document, seen, next), shelf) : []);

/** "seen by Rowan Ashdown"; what the owner saw, or whoever taught, needs no name. */
function namesIn(seen: readonly Observation[], teacher: string | undefined): string {
  const names = new Set(seen.flatMap((o) => (o.kind !== 'homework' && o.by) || []));
  if (teacher) names.delete(teacher);
  return names.size > 0 ? `seen by ${[...names].join(', ')}` : '';
}

/** The rider's answer to the homework. */
function OnHomework({ seen }: { seen: readonly Observation[] }) {
  const last = seen.findLast((o) => o.kind === 'homework');
  if (!last) return null;
  return (
    <p className="mt-3 max-w-xl rounded-lg bg-sand-light px-4 py-3">
      {last.by ?? 'The rider'} on the homework: <b>{last.did}</b>
      {last.felt && `, “${last.felt}”`}
    </p>
  );
}

/** Looking back on a session: its marks, its tries, a note, and the one thing for homework. */
export default function Debrief() {
  const { id = '' } = useParams();
  const session = useSessionQuery(id);
  const observations = useObservationsQuery(id);
  const horse = useHorseQuery(session.data?.horseId ?? '', { skip: !session.data });
  useTitle(horse.data ? `Debrief of ${horse.data.name}` : 'Debrief');
  if (!session.data) return <QueryState query={session} what="session" />;
  if (!observations.data) return <QueryState query={observations} what="session" />;
  return (
    <Seen session={session.data} observations={observations.data} horse={horse.data ?? null} />
  );
}

interface SeenProps {
  session: Session;
  observations: readonly Observation[];
  horse: Horse | null;
}

function Seen({ session, observations, horse }: SeenProps) {
  const { data: riders = [] } = useRidersQuery();
  const { save, error } = useSave('observation');
  const add = (made: Observation) => save(made, null);
  const [now] = useState(() => Date.now());
  const seen = standing(observations);
  // For a day it can be corrected; then it stands.
  const open = now - Date.parse(session.endedAt ?? session.startedAt) < DAY_MS;
  const rider = riders.find((r) => r.id === session.riderId) ?? null;
  return (
    <Page
      title={horse?.name ?? 'Debrief'}
      about={[
        pastDate(session.date),
        rider && `with ${rider.name}`,
        session.minutes !== null && `${Math.round(session.minutes)} min`,
        session.document?.title?.text,
        session.by && `taught by ${session.by}`,
        namesIn(seen, session.by),
      ]
        .filter(Boolean)
        .join(' · ')}
      actions={
        <>
          <ButtonLink look="quiet" to={`/progress/${session.horseId}`}>
            Progress
          </ButtonLink>
          <ButtonLink look="quiet" to={`/horses/${session.horseId}`}>
            {horse?.name ?? 'Horse'}
          </ButtonLink>
          <DeleteSession session={session} horse={horse?.name ?? 'this horse'} />
        </>
      }
    >
      <Failed error={error} className="px-7 pt-4" />
      <div className="grid gap-8 p-5 md:p-7 lg:grid-cols-[auto_1fr]">
        <Marks {...{ session, seen, open, add }} />
        <WhatWasDone {...{ session, seen, open, add, riders }} horse={horse} />
      </div>
    </Page>
  );
}

interface PartProps {
  session: Session;
  seen: readonly Observation[];
  /** Whether it can still be corrected. */
  open: boolean;
  add(made: Observation): unknown;
}

function Marks({ session, seen, open, add }: PartProps) {
  const [gait, setGait] = useState<(typeof MARKED_GAITS)[number]>('');
  const marks = seen.filter((o): o is MarkObservation => o.kind === 'mark');
  const shown = marks.filter((m) => (m.gait ?? '') === gait);
  const mark = (scale: Scale, rein: Rein, value: number) => {
    const before = shown.find((m) => m.scale === scale && m.rein === rein);
    const made: Observation = {
      id: newId(),
      sessionId: session.id,
      at: new Date().toISOString(),
      kind: 'mark',
      scale,
      rein,
      value,
      ...(gait && { gait }),
      ...(before && { corrects: before.id }),
    };
    void add(made);
  };
  return (
    <section aria-labelledby="marks">
      <h2 id="marks" className="mb-3 text-lg">
        Marks
      </h2>
      <div className="mb-3">
        <Segments
          look="usual"
          label="Marks for"
          all={MARKED_GAITS}
          chosen={gait}
          said={(g) => `${g || 'all gaits'}${marks.some((m) => (m.gait ?? '') === g) ? ' ✓' : ''}`}
          onChange={setGait}
        />
      </div>
      <MarkTable marks={shown} open={open} onMark={mark} />
      <SaidOfScales seen={seen} />
    </section>
  );
}

interface WhatWasDoneProps extends PartProps {
  horse: Horse | null;
  riders: readonly Rider[];
}

function WhatWasDone({ session, seen, open, add, horse, riders }: WhatWasDoneProps) {
  const { data: programmes = [] } = useProgrammesQuery({ horseId: session.horseId });
  const [programme] = programmes;
  const { shelf } = useShelf();
  const tries = seen.filter((o): o is TryObservation => o.kind === 'try');
  const takeBack = (corrects: string) =>
    void add({
      id: newId(),
      sessionId: session.id,
      at: new Date().toISOString(),
      kind: 'withdrawn',
      corrects,
    });
  return (
    <section aria-labelledby="tries" className="min-w-0">
      <h2 id="tries" className="mb-3 text-lg">
        Tries
      </h2>
      <Tries tries={tries} sessionHasEnded={session.endedAt !== null} />
      <Timeline session={session} seen={seen} horse={horse} onTakeBack={takeBack} />
      <Words key={session.id} session={session} />
      <OnHomework seen={seen} />
      <NextTime session={session} tries={tries} lines={tomorrowLines(session, seen, shelf)} />
      {programme && open && session.endedAt !== null && (
        <Suspense>
          <WeeksAfter
            record={programme}
            rider={riders.find((r) => r.id === horse?.riderIds[0]) ?? null}
          />
        </Suspense>
      )}
    </section>
  );
}
