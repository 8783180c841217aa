import { lazy, Suspense, useState } from 'react';
import { useParams } from 'react-router';
import type { Rein } from '@canter-book/core/arena/rein';
import {
  standing,
  type MarkObservation,
  type Observation,
  type TryObservation,
} from '@canter-book/core/observations/observation';
import type { Session } from '@canter-book/core/book/records';
import type { Shelf } from '@canter-book/core/exercises/shelf';
import type { Scale } from '@canter-book/core/observations/scales';
import { doneIn } from '@canter-book/core/planner/history';
import { tomorrowOf, type Tomorrow } from '@canter-book/core/planner/tomorrow';
import { useHorseQuery } from '../../api/horses.ts';
import { useProgrammesQuery } from '../../api/programmes.ts';
import { useRidersQuery } from '../../api/riders.ts';
import {
  useAddObservationsMutation,
  useObservationsQuery,
  useSessionQuery,
} from '../../api/sessions.ts';
import { Failed } from '../../api/Failed.tsx';
import { QueryState } from '../../api/QueryState.tsx';
import { pastDate } from '../../app/dates.ts';
import { newId } from '../../app/newId.ts';
import { useTitle } from '../../app/title.ts';
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

/** What the rider said became of the homework. */
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
  const { data: riders = [] } = useRidersQuery();
  const { data: programmes = [] } = useProgrammesQuery(
    { horseId: session.data?.horseId ?? '' },
    { skip: !session.data },
  );
  const { shelf } = useShelf();
  const [add, adding] = useAddObservationsMutation();
  const [gait, setGait] = useState<(typeof MARKED_GAITS)[number]>('');
  const [now] = useState(() => Date.now());
  useTitle(horse.data ? `Debrief of ${horse.data.name}` : 'Debrief');
  if (!session.data) return <QueryState query={session} what="session" />;
  if (!observations.data) return <QueryState query={observations} what="session" />;
  const seen = standing(observations.data);
  const marks = seen.filter((o): o is MarkObservation => o.kind === 'mark');
  const tries = seen.filter((o): o is TryObservation => o.kind === 'try');
  // For a day it can be corrected; then it stands.
  const open = now - Date.parse(session.data.endedAt ?? session.data.startedAt) < DAY_MS;
  const shown = marks.filter((m) => (m.gait ?? '') === gait);
  const mark = (scale: Scale, rein: Rein, value: number) => {
    const before = shown.find((m) => m.scale === scale && m.rein === rein);
    const made: Observation = {
      id: newId(),
      sessionId: id,
      at: new Date().toISOString(),
      kind: 'mark',
      scale,
      rein,
      value,
      ...(gait && { gait }),
      ...(before && { corrects: before.id }),
    };
    void add([made]);
  };
  const rider = riders.find((r) => r.id === session.data!.riderId) ?? null;
  const [programme] = programmes;
  return (
    <Page
      title={horse.data?.name ?? 'Debrief'}
      about={[
        pastDate(session.data.date),
        rider && `with ${rider.name}`,
        session.data.minutes !== null && `${Math.round(session.data.minutes)} min`,
        session.data.document?.title?.text,
        session.data.by && `taught by ${session.data.by}`,
        namesIn(seen, session.data.by),
      ]
        .filter(Boolean)
        .join(' · ')}
      actions={
        <>
          <ButtonLink look="quiet" to={`/progress/${session.data.horseId}`}>
            Progress
          </ButtonLink>
          <ButtonLink look="quiet" to={`/horses/${session.data.horseId}`}>
            {horse.data?.name ?? 'Horse'}
          </ButtonLink>
          <DeleteSession session={session.data} horse={horse.data?.name ?? 'this horse'} />
        </>
      }
    >
      <Failed error={adding.error} className="px-7 pt-4" />
      <div className="grid gap-8 p-5 md:p-7 lg:grid-cols-[auto_1fr]">
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
              said={(g) =>
                `${g || 'all gaits'}${marks.some((m) => (m.gait ?? '') === g) ? ' ✓' : ''}`
              }
              onChange={setGait}
            />
          </div>
          <MarkTable marks={shown} open={open} onMark={mark} />
          <SaidOfScales seen={seen} />
        </section>
        <section aria-labelledby="tries" className="min-w-0">
          <h2 id="tries" className="mb-3 text-lg">
            Tries
          </h2>
          <Tries tries={tries} sessionHasEnded={session.data.endedAt !== null} />
          <Timeline
            session={session.data}
            seen={seen}
            horse={horse.data ?? null}
            onTakeBack={(corrects) =>
              void add([
                {
                  id: newId(),
                  sessionId: id,
                  at: new Date().toISOString(),
                  kind: 'withdrawn',
                  corrects,
                },
              ])
            }
          />
          <Words key={session.data.id} session={session.data} />
          <OnHomework seen={seen} />
          <NextTime
            session={session.data}
            tries={tries}
            lines={tomorrowLines(session.data, seen, shelf)}
          />
          {programme && open && session.data.endedAt !== null && (
            <Suspense>
              <WeeksAfter
                record={programme}
                rider={riders.find((r) => r.id === horse.data?.riderIds[0]) ?? null}
              />
            </Suspense>
          )}
        </section>
      </div>
    </Page>
  );
}
