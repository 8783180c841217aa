import { useMemo, useState } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import { shelfWith } from '@canter-book/core/exercises/shelf';
import type { WayOut } from '@canter-book/core/planner/noLesson';
import { profileOfFile, type PlanRequest } from '@canter-book/core/planner/request';
import { keptIn } from '@canter-book/core/planner/kept';
import {
  useHorseQuery,
  useLessonQuery,
  useOwnExercisesQuery,
  useRidersQuery,
} from '../../api/api.ts';
import { QueryState } from '../../api/QueryState.tsx';
import { useTitle } from '../../app/title.ts';
import { Button } from '../../ui/Button.tsx';
import { Page } from '../../ui/Page.tsx';
import { useHorseFile } from './useHorseFile.ts';
import { usePlan } from './usePlan.ts';
import { WishesForm } from './WishesForm.tsx';
import { remember, remembered, wishesOf, type Wished } from './wishes.ts';
import { today } from '../../app/dates.ts';
import { Proposed } from './Proposed.tsx';

/** A lesson proposed for one horse today: made at once, changed by wishes, taken to the desk or the ringside. */
export default function PlanPage() {
  const { id = '' } = useParams();
  const query = useHorseQuery(id);
  const own = useOwnExercisesQuery();
  const [asked] = useSearchParams();
  const [wished, setWished] = useState((): Wished => {
    const aim = asked.get('aim');
    return { ...remembered(), ...(aim && { aim }) };
  });
  // A lesson that was planned before: what was changed in it by hand stays.
  const lessonId = asked.get('lesson');
  const lessonQuery = useLessonQuery(lessonId ?? '', {
    skip: lessonId === null,
    // The desk has just written it.
    refetchOnMountOrArgChange: true,
  });
  const earlier = (!lessonQuery.isFetching && lessonQuery.data) || null;
  useTitle(query.data ? `A lesson for ${query.data.name}` : 'A lesson');
  const { data: riders = [], isLoading: ridersComing } = useRidersQuery();
  const riderId = wished.rider ?? query.data?.riderIds[0];
  const rider = riders.find((r) => r.id === riderId) ?? null;
  const file = useHorseFile(id, wished.equipment, rider);
  const request = useMemo<PlanRequest | null>(() => {
    if (!file || !own.data || ridersComing || (lessonId && !earlier)) return null;
    const exercises = own.data.map((o) => o.exercise);
    const kept = earlier
      ? keptIn(earlier.document, profileOfFile(file, today()), shelfWith(exercises))
      : [];
    return { horse: file, wishes: wishesOf(wished, exercises, kept) };
  }, [file, own.data, ridersComing, wished, lessonId, earlier]);
  const { plan, doing, failed, stop } = usePlan(request);
  const wish = (change: Partial<Wished>) => {
    const next = { ...wished, ...change };
    remember(next);
    setWished(next);
  };
  const navigate = useNavigate();
  const takeWayOut = (way: WayOut) => {
    // What was changed by hand belongs to the lesson this one was to take the place of.
    if (way.change.kept) void navigate(`/horses/${id}/plan`);
    else wish(wishedFor(way));
  };
  if (!query.data) return <QueryState query={query} what="horse" />;
  const horse = query.data;
  return (
    <Page
      title={`A lesson for ${horse.name}`}
      about="Proposed from what the book knows; yours to change"
    >
      <div className="grid gap-x-8 gap-y-6 p-5 md:p-7 xl:grid-cols-[17rem_1fr]">
        <WishesForm wished={wished} riders={riders} rider={rider} onWish={wish} />
        <div className="min-w-0">
          <div role="status" className={doing ? 'mb-4' : ''}>
            {doing && (
              <p className="flex items-center gap-4">
                <span className="inline-block h-3 w-3 animate-pulse rounded-full bg-leather motion-reduce:animate-none" />
                {doing} …
                <Button look="quiet" onClick={stop}>
                  Stop
                </Button>
              </p>
            )}
          </div>
          {failed && (
            <div role="alert" className="mb-4 rounded-lg bg-slip p-4">
              <p>✕ {failed.why}</p>
              {failed.waysOut.length > 0 && (
                <p className="mt-3 flex flex-wrap gap-2">
                  {failed.waysOut.map((way) => (
                    <Button key={way.label} look="quiet" onClick={() => takeWayOut(way)}>
                      {way.label}
                    </Button>
                  ))}
                </p>
              )}
            </div>
          )}
          {request && request.wishes.kept.length > 0 && <KeptParts kept={request.wishes.kept} />}
          {plan && !failed && (
            <Proposed
              plan={plan}
              horse={horse}
              rider={rider}
              earlier={earlier}
              wished={wished}
              onWish={wish}
            />
          )}
        </div>
      </div>
    </Page>
  );
}

/** What stays as it was changed by hand. */
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
function wishedFor({ change }: WayOut): Partial<Wished> {
  const { minutes, mustHave, notToday, arena } = change;
  return {
    ...(minutes && { minutes }),
    ...(mustHave && { mustHave }),
    ...(notToday && { notToday }),
    ...(arena && { arena: `${arena.widthM} × ${arena.lengthM}` }),
  };
}
