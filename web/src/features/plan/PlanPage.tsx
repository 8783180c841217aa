import { useMemo, useState } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import { shelfWith, type Shelf } from '@canter-book/core/exercises/shelf';
import type { OwnExercise } from '@canter-book/core/exercises/exercise';
import type { HorseProfile } from '@canter-book/core/gaits/horse';
import { arenaOf } from '@canter-book/core/lesson/arenaOf';
import type { Horse } from '@canter-book/core/book/records';
import { fromTest, type FromTest } from '@canter-book/core/planner/fromTest';
import type { MarkedRide } from '@canter-book/core/sheet/markedRide';
import type { WayOut } from '@canter-book/core/planner/noLesson';
import { profileOfFile, type PlanRequest } from '@canter-book/core/planner/request';
import { keptIn } from '@canter-book/core/planner/kept';
import { useOwnExercisesQuery } from '../../api/exercises.ts';
import { useHorseQuery } from '../../api/horses.ts';
import { useLessonQuery } from '../../api/lessons.ts';
import { useRidersQuery } from '../../api/riders.ts';
import { useRideQuery } from '../../api/rides.ts';
import { QueryState } from '../../api/QueryState.tsx';
import { useTitle } from '../../app/title.ts';
import { Button } from '../../ui/Button.tsx';
import { Page } from '../../ui/Page.tsx';
import { resultOf } from '../tests/resultOf.ts';
import { FromTheTest, partKey } from './FromTheTest.tsx';
import { hotToday } from './HeatToday.tsx';
import { useHorseFile } from './useHorseFile.ts';
import { usePlan } from './usePlan.ts';
import { WishesForm } from './WishesForm.tsx';
import { arenaName, remember, remembered, wishesOf, type Wished } from './wishes.ts';
import { today } from '../../app/dates.ts';
import { Proposed } from './Proposed.tsx';

/** A lesson proposed for one horse today: made at once, changed by wishes, taken to the desk or the ringside. */
export default function PlanPage() {
  const { id = '' } = useParams();
  const query = useHorseQuery(id);
  const own = useOwnExercisesQuery();
  const [asked] = useSearchParams();
  // A ride that was marked: the lesson is for its weakest boxes.
  const rideId = asked.get('ride');
  const rideQuery = useRideQuery(rideId ?? '', { skip: rideId === null });
  useTitle(query.data ? `A lesson for ${query.data.name}` : 'A lesson');
  if (!query.data) return <QueryState query={query} what="horse" />;
  if (!own.data) return <QueryState query={own} what="exercises" />;
  if (rideId !== null && !rideQuery.data) return <QueryState query={rideQuery} what="ride" />;
  return (
    <Planning
      key={`${id} ${rideId}`}
      horse={query.data}
      own={own.data}
      marked={rideQuery.data ?? null}
      asked={asked}
    />
  );
}

interface PlanningProps {
  horse: Horse;
  own: readonly OwnExercise[];
  marked: MarkedRide | null;
  asked: URLSearchParams;
}

/** The first wishes: remembered on this device, asked by the address, shown by a ride. */
function firstWishes(asked: URLSearchParams, marked: MarkedRide | null): Wished {
  const aim = asked.get('aim');
  const arena = marked && arenaName(arenaOf(marked.document));
  return { ...remembered(), hot: hotToday(), ...(aim && { aim }), ...(arena && { arena }) };
}

/** A lesson that was planned before: what was changed in it by hand stays. Null until it is there. */
function useEarlier(lessonId: string | null) {
  const { data, isFetching } = useLessonQuery(lessonId ?? '', {
    skip: lessonId === null,
    // The desk has just written it.
    refetchOnMountOrArgChange: true,
  });
  return (!isFetching && data) || null;
}

/** The request to the planner: wishes, horse file, and a marked ride. */
function useRequest({ horse, own, marked, asked }: PlanningProps) {
  const [wished, setWished] = useState((): Wished => firstWishes(asked, marked));
  const [without, setWithout] = useState<readonly string[]>([]);
  /** Exercises of the test that were given up, so that there is a lesson. */
  const [dropped, setDropped] = useState<readonly string[]>([]);
  const lessonId = asked.get('lesson');
  const earlier = useEarlier(lessonId);
  const { data: riders = [], isLoading: ridersComing } = useRidersQuery();
  const riderId = wished.rider ?? horse.riderIds[0];
  const rider = riders.find((r) => r.id === riderId) ?? null;
  const file = useHorseFile(horse.id, wished.equipment, rider);
  const profile = useMemo(() => file && profileOfFile(file, today()), [file]);
  const exercises = useMemo(() => own.map((o) => o.exercise), [own]);
  const shelf = useMemo(() => shelfWith(exercises), [exercises]);
  const test = useMemo(
    () => marked && profile && lessonFrom(marked, profile, shelf, wished.minutes),
    [marked, profile, shelf, wished.minutes],
  );
  const fits = marked !== null && arenaName(arenaOf(marked.document)) === wished.arena;
  const request = useMemo<PlanRequest | null>(() => {
    if (!file || !profile || ridersComing || (lessonId && !earlier)) return null;
    const changed = earlier ? keptIn(earlier.document, profile, shelf) : [];
    const parts = fits && test ? test.parts.filter((p) => !without.includes(partKey(p))) : [];
    const kept = [...changed, ...parts.map((p) => p.kept)];
    return {
      horse: file,
      wishes: wishesOf(test ? forTest(wished, test, dropped) : wished, exercises, kept),
    };
  }, [
    file,
    profile,
    shelf,
    exercises,
    ridersComing,
    wished,
    lessonId,
    earlier,
    test,
    fits,
    without,
    dropped,
  ]);
  return {
    wished,
    setWished,
    without,
    setWithout,
    setDropped,
    request,
    test,
    fits,
    profile,
    riders,
    rider,
    earlier,
  };
}

function Planning({ horse, own, marked, asked }: PlanningProps) {
  const { id } = horse;
  const wishes = useRequest({ horse, own, marked, asked });
  const { wished, setWished, without, setWithout, setDropped } = wishes;
  const { request, test, fits, profile, riders, rider, earlier } = wishes;
  const { plan, doing, failed, stop } = usePlan(request);
  const wish = (change: Partial<Wished>) => {
    const next = { ...wished, ...change };
    remember(next);
    setWished(next);
  };
  const navigate = useNavigate();
  const takeWayOut = ({ change }: WayOut) => {
    // What was changed by hand belongs to the lesson this one was to take the place of.
    if (change.kept && !test) return void navigate(`/horses/${id}/plan`);
    if (change.kept) setWithout(test!.parts.map(partKey));
    const { mustHave } = change;
    if (mustHave) setDropped((test?.mustHave ?? []).filter((m) => !mustHave.includes(m)));
    wish(wishedFor(change));
  };
  const changed = (request?.wishes.kept ?? []).filter((k) => !k.last);
  return (
    <Page
      title={`A lesson for ${horse.name}`}
      about="Proposed from what the book knows; yours to change"
    >
      <div className="grid gap-x-8 gap-y-6 p-5 md:p-7 xl:grid-cols-[17rem_1fr]">
        <WishesForm wished={wished} riders={riders} rider={rider} onWish={wish} />
        <div className="min-w-0">
          <Doing what={doing} onStop={stop} />
          {failed && <NoPlan {...failed} onWay={takeWayOut} />}
          {changed.length > 0 && <KeptParts kept={changed} />}
          {plan && !failed && (
            <Proposed
              plan={plan}
              horse={horse}
              rider={rider}
              earlier={earlier}
              wished={wished}
              onWish={wish}
            >
              {marked && test && profile && (
                <FromTheTest
                  ride={marked}
                  parts={test.parts}
                  without={without}
                  horse={profile}
                  fits={fits}
                  onWithout={setWithout}
                />
              )}
            </Proposed>
          )}
        </div>
      </div>
    </Page>
  );
}

/** The part of a request that comes from a marked ride: its weakest boxes, the worst first. */
function lessonFrom(
  marked: MarkedRide,
  horse: HorseProfile,
  shelf: Shelf,
  minutes: number,
): FromTest | null {
  const weakest = (resultOf(marked)?.gains ?? []).filter((g) => g.gain > 0).map((g) => g.number);
  return fromTest(marked.document, horse, weakest, shelf, minutes);
}

/** Another aim, or what is not for today, goes before what the test asks. */
function forTest(wished: Wished, { aim, mustHave }: FromTest, dropped: readonly string[]): Wished {
  const gone = [...wished.notToday, ...dropped];
  const asked = mustHave.filter((m) => !gone.includes(m));
  return {
    ...wished,
    ...(aim && !wished.aim && { aim }),
    mustHave: [...new Set([...wished.mustHave, ...asked])],
  };
}

const Doing = ({ what, onStop }: { what: string | null; onStop(): void }) => (
  <div role="status" className={what ? 'mb-4' : ''}>
    {what && (
      <p className="flex items-center gap-4">
        <span className="inline-block h-3 w-3 animate-pulse rounded-full bg-leather motion-reduce:animate-none" />
        {what} …
        <Button look="quiet" onClick={onStop}>
          Stop
        </Button>
      </p>
    )}
  </div>
);

interface NoPlanProps {
  why: string;
  waysOut: readonly WayOut[];
  onWay(way: WayOut): void;
}

/** Why there is no lesson, and what could be asked for instead. */
const NoPlan = ({ why, waysOut, onWay }: NoPlanProps) => (
  <div role="alert" className="mb-4 rounded-lg bg-slip p-4">
    <p>✕ {why}</p>
    {waysOut.length > 0 && (
      <p className="mt-3 flex flex-wrap gap-2">
        {waysOut.map((way) => (
          <Button key={way.label} look="quiet" onClick={() => onWay(way)}>
            {way.label}
          </Button>
        ))}
      </p>
    )}
  </div>
);

/** The parts that stay as they were changed by hand. */
function KeptParts({ kept }: { kept: PlanRequest['wishes']['kept'] }) {
  return (
    <details className="mb-4 rounded-lg bg-slip px-4 py-2 text-[14px]">
      <summary>
        Kept as you changed {kept.length === 1 ? 'it: one part' : `them: ${kept.length} parts`}
      </summary>
      {kept.map((k) => (
        <pre key={k.text} className="mt-2 font-mono whitespace-pre-wrap">
          {k.text}
        </pre>
      ))}
    </details>
  );
}

/** A way out, as the form has it. */
function wishedFor({ minutes, mustHave, notToday, arena }: WayOut['change']): Partial<Wished> {
  return {
    ...(minutes && { minutes }),
    ...(mustHave && { mustHave }),
    ...(notToday && { notToday }),
    ...(arena && { arena: `${arena.widthM} × ${arena.lengthM}` }),
  };
}
