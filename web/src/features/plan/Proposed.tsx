import { useMemo, useState, type ReactNode } from 'react';
import { useNavigate } from 'react-router';
import type { Plan } from '@canter-book/core/planner/plan';
import type { PlannedSet } from '@canter-book/core/planner/reasons';
import { profileOf } from '@canter-book/core/book/profile';
import type { Horse, LessonRecord, Rider } from '@canter-book/core/book/records';
import type { Lesson } from '@canter-book/core/lesson/document';
import { setsIn } from '@canter-book/core/planner/marks';
import { parseLesson } from '@canter-book/core/notation/parse';
import { compileRide } from '@canter-book/core/ride/compile';
import type { Ride } from '@canter-book/core/ride/types';
import { newId } from '../../app/newId.ts';
import { counted } from '../../app/words.ts';
import { useSave } from '../../kept/useSave.ts';
import { Button } from '../../ui/Button.tsx';
import { ArenaDrawing } from '../arena/ArenaDrawing.tsx';
import { usePlayer } from '../arena/player.ts';
import { recordOf } from '../desk/library/lessonRecord.ts';
import { Shares } from './Shares.tsx';
import { SetStrip } from './SetStrip.tsx';
import { AimOfDay } from './AimOfDay.tsx';
import { PlannedSetCard } from './PlannedSetCard.tsx';
import { type Wished } from './wishes.ts';
import { today } from '../../app/dates.ts';
import { Fault } from '../../ui/Fault.tsx';

/** Proposals that became lessons while this page was open, by their text. */
const takenBefore = new Map<string, string>();

interface ProposedProps {
  plan: Plan;
  horse: Horse;
  rider: Rider | null;
  /** The lesson it takes the place of; null for a new one. */
  earlier: LessonRecord | null;
  wished: Wished;
  onWish(change: Partial<Wished>): void;
  /** What else stands in it, beside its sets. */
  children?: ReactNode;
}

const PHASES: readonly { name: PlannedSet['phase']; title: string }[] = [
  { name: 'warm-up', title: 'Warm-up' },
  { name: 'work', title: 'Work' },
  { name: 'stretch', title: 'Stretch' },
];

/** The plan: its aim, its sets drawn and explained, and the way to the ringside or the desk. */
export function Proposed({ plan, horse, rider, earlier, wished, onWish, children }: ProposedProps) {
  const { take, isSaving, failed } = useTake(plan, horse, earlier);
  const [shown, setShown] = useState<string | null>(null);
  const { lesson, profile, ride } = useMemo(() => {
    const read = parseLesson(plan.lesson).lesson;
    const ridden = profileOf(horse, today());
    return { lesson: read, profile: ridden, ride: compileRide(read, ridden) };
  }, [plan.lesson, horse]);
  const player = usePlayer(ride.totals.seconds);
  const selected = useMemo(() => lineOf(lesson, shown), [lesson, shown]);
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-3">
        <Button
          disabled={isSaving}
          onClick={() => void take((id) => `/ringside?${searchFor(id, horse, rider)}`)}
        >
          Take to the ringside
        </Button>
        <Button look="quiet" disabled={isSaving} onClick={() => void take((id) => `/desk/${id}`)}>
          Open at the desk
        </Button>
        <HowGood plan={plan} ride={ride} />
      </div>
      {plan.aim && (
        <AimOfDay
          aim={plan.aim}
          others={plan.otherAims}
          onAim={(aim) => onWish({ aim, focus: undefined })}
        />
      )}
      <Fault className="mb-3">{failed && 'The lesson could not be kept. Try it again.'}</Fault>
      <Notes notes={plan.notes} />
      <Shares ride={ride} horse={profile} />
      <SetStrip
        key={plan.lesson}
        sets={plan.sets}
        lesson={lesson}
        horse={profile}
        aim={plan.aim?.exercise ?? null}
        shown={shown}
        onShow={setShown}
      />
      {children}
      <details className="mb-5">
        <summary className="text-[14px] font-bold">The whole lesson in one drawing</summary>
        <ArenaDrawing
          ride={ride}
          player={player}
          selectedItem={selected}
          className="mt-2 w-full max-w-3xl"
        />
      </details>
      {PHASES.map((phase) => (
        <SetsOf key={phase.name} {...{ phase, plan, wished, onWish, shown }} onShow={setShown} />
      ))}
      <LeftOut leftOut={plan.leftOut} />
    </>
  );
}

const Notes = ({ notes }: Pick<Plan, 'notes'>) =>
  notes.length > 0 && (
    <ul className="mb-4 space-y-1 rounded-lg bg-slip px-4 py-3 font-book text-[15px]">
      {notes.map((note) => (
        <li key={note}>{note}</li>
      ))}
    </ul>
  );

const LeftOut = ({ leftOut }: Pick<Plan, 'leftOut'>) => (
  <details className="mb-6">
    <summary className="font-bold">Left out, and why ({leftOut.length})</summary>
    <ul className="mt-2 space-y-1.5 text-[14px]">
      {leftOut.map((l) => (
        <li key={l.exercise}>
          <b>{l.name}.</b> {l.why}
        </li>
      ))}
    </ul>
  </details>
);

/** Makes the plan a lesson, and goes where it is wanted. */
function useTake(plan: Plan, horse: Horse, earlier: LessonRecord | null) {
  const navigate = useNavigate();
  const { save, isSaving, error } = useSave('lesson');
  const take = async (to: (id: string) => string) => {
    // The same proposal taken twice is one lesson.
    const taken = takenBefore.get(plan.lesson);
    if (!earlier && taken) return void navigate(to(taken));
    const made = recordOf(plan.lesson, horse.id, newId);
    const record = earlier ? { ...earlier, title: made.title, document: made.document } : made;
    const saved = await save(record, earlier);
    if (saved.error) return;
    if (!earlier) takenBefore.set(plan.lesson, record.id);
    void navigate(to(record.id));
  };
  return { take, isSaving, failed: error !== undefined };
}

/** How near it is to the best choice, and how much is ridden. */
const HowGood = ({ plan, ride }: { plan: Plan; ride: Ride }) => (
  <span className="text-[13px] text-soft">
    {plan.gap < 0.0005
      ? 'the best choice'
      : `within ${(100 * plan.gap).toFixed(1)} % of the best choice`}
    {' · '}
    {counted(ride.movements.filter((m) => m.act !== -1).length, 'movement')}
    {' · '}
    <b className="text-ink">{Math.round(ride.totals.seconds / 60)} min in all</b>
  </span>
);

interface SetsOfProps extends Pick<ProposedProps, 'plan' | 'wished' | 'onWish'> {
  phase: (typeof PHASES)[number];
  shown: string | null;
  onShow(exercise: string | null): void;
}

/** The sets of one part of the lesson. */
function SetsOf({ phase: { name, title }, plan, wished, onWish, shown, onShow }: SetsOfProps) {
  const sets = plan.sets.filter((s) => s.phase === name);
  if (sets.length === 0) return null;
  return (
    <section aria-labelledby={`phase-${name}`} className="mb-6">
      <h2 id={`phase-${name}`} className="mb-2 flex items-baseline gap-3 text-xl">
        {title}
        <span className="tabular font-mono text-[14px] text-soft">
          {sets.reduce((m, s) => m + s.minutes, 0)} min
        </span>
      </h2>
      <ol className="divide-y divide-line border-y border-line">
        {sets.map((set) => (
          <PlannedSetCard
            key={set.exercise}
            set={set}
            objective={plan.objective}
            shown={shown === set.exercise}
            pinned={wished.mustHave.includes(set.exercise)}
            onShow={() => onShow(shown === set.exercise ? null : set.exercise)}
            onPin={() => onWish({ mustHave: toggled(wished.mustHave, set.exercise) })}
            onNotToday={() =>
              onWish({
                notToday: [...wished.notToday, set.exercise],
                mustHave: wished.mustHave.filter((m) => m !== set.exercise),
              })
            }
            onSwap={(other) =>
              onWish({
                notToday: [...wished.notToday, set.exercise],
                mustHave: [...wished.mustHave.filter((m) => m !== set.exercise), other],
              })
            }
          />
        ))}
      </ol>
    </section>
  );
}

const searchFor = (lesson: string, horse: Horse, rider: Rider | null): string =>
  String(new URLSearchParams({ lesson, horse: horse.id, ...(rider && { rider: rider.id }) }));

const toggled = (list: readonly string[], id: string): string[] =>
  list.includes(id) ? list.filter((x) => x !== id) : [...list, id];

/** The first line of a set in the lesson, to stand out in the drawing. */
function lineOf(lesson: Lesson, exercise: string | null): string | null {
  const found = [...setsIn(lesson)].find(([, set]) => set.exercise === exercise);
  return found?.[0] ?? null;
}
