import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { plannedPhases, type Exercise } from '@canter-book/core/exercises/exercise';
import { before } from '@canter-book/core/exercises/graph';
import { SCALES } from '@canter-book/core/scales';
import { useOwnExercisesQuery } from '../../api/exercises.ts';
import { useTitle } from '../../app/title.ts';
import { Button } from '../../ui/Button.tsx';
import { Empty } from '../../ui/Empty.tsx';
import { Loading } from '../../ui/Loading.tsx';
import { Page } from '../../ui/Page.tsx';
import { useShelf } from './useShelf.ts';
import { AidTable } from './AidTable.tsx';
import { Drawing } from './Drawing.tsx';
import { OwnEditor } from './own/OwnEditor.tsx';
import { leaveLabel } from '@canter-book/core/exercises/leaveLabel';

/** One exercise: its drawing to scale, how it is ridden, what good looks like, when to leave it. */
export default function ExercisePage() {
  const { id = '' } = useParams();
  const own = useOwnExercisesQuery();
  const mine = own.data?.find((o) => o.exercise.id === id);
  const exercise = useShelf().shelf.find(id);
  const [editing, setEditing] = useState(false);
  const navigate = useNavigate();
  useTitle(exercise?.name ?? 'Exercise');
  if (!exercise) {
    if (own.isLoading) return <Loading what="exercise" />;
    return (
      <Page title="Exercise">
        <Empty title="There is no exercise of this name on the shelf.">
          <Link to="/shelf">To the shelf</Link>
        </Empty>
      </Page>
    );
  }
  if (editing && mine) {
    return <OwnEditor own={mine} onDone={() => setEditing(false)} />;
  }
  return (
    <Page
      title={exercise.name}
      about={`stage ${exercise.stage} · ${howRidden(exercise)} · effort ${exercise.load} of 5`}
      actions={
        <>
          <Button look="quiet" onClick={() => window.print()}>
            Print the card
          </Button>
          {mine ? (
            <Button look="quiet" onClick={() => setEditing(true)}>
              Change it
            </Button>
          ) : (
            <Button look="quiet" onClick={() => void navigate(`/shelf/new?from=${exercise.id}`)}>
              Make my own from it
            </Button>
          )}
        </>
      }
    >
      <Shown exercise={exercise} />
    </Page>
  );
}

const howRidden = (exercise: Exercise): string =>
  plannedPhases(exercise).length > 0 ? exercise.gaits.join(', ') : 'in hand';

const Shown = ({ exercise }: { exercise: Exercise }) => (
  <div className="exercise-card grid gap-8 p-5 md:p-7 xl:grid-cols-[1fr_24rem]">
    <div className="min-w-0 space-y-6">
      <p className="max-w-2xl font-book text-[19px]">{exercise.purpose}</p>
      <Drawing exercise={exercise} toLesson />
      <AidTable aids={exercise.aids} />
      <Faults exercise={exercise} />
    </div>
    <Beside exercise={exercise} />
  </div>
);

const Faults = ({ exercise }: { exercise: Exercise }) => (
  <section aria-labelledby="faults">
    <h2 id="faults" className="mb-2 text-xl">
      What may go wrong
    </h2>
    <table className="w-full text-[14px]">
      <thead className="text-left text-soft">
        <tr>
          <th className="pr-4 font-normal">Seen</th>
          <th className="pr-4 font-normal">Because</th>
          <th className="font-normal">Answer</th>
        </tr>
      </thead>
      <tbody>
        {exercise.faults.map((f) => (
          <tr key={f.fault} className="border-t border-dotted border-line align-top">
            <td className="py-1.5 pr-4 font-bold">{f.fault}</td>
            <td className="py-1.5 pr-4">{f.cause}</td>
            <td className="py-1.5">{f.answer}</td>
          </tr>
        ))}
      </tbody>
    </table>
  </section>
);

/** When it is good, when it is left, what it builds and what it asks. */
const Beside = ({ exercise }: { exercise: Exercise }) => (
  <aside className="space-y-5">
    {exercise.cautions.map((caution) => (
      <p key={caution} className="rounded-lg border-l-4 border-madder bg-slip p-3">
        {caution}
      </p>
    ))}
    <Note title="Good looks like">
      <b>{exercise.good.measure}.</b> {exercise.good.threshold}
    </Note>
    <Note title={leaveLabel(exercise)}>{exercise.leaveWhen}</Note>
    {exercise.repair && (
      <Note title="If it is lost">
        <ExerciseLink id={exercise.repair} />
      </Note>
    )}
    <Builds exercise={exercise} />
    <Asks exercise={exercise} />
    {exercise.equipment.length > 0 && <Note title="Set up">{exercise.equipment.join(', ')}</Note>}
    {Object.keys(exercise.remarks).length > 0 && (
      <Note title="Each approach">
        {Object.entries(exercise.remarks).map(([approach, says]) => (
          <p key={approach} className="mb-1.5">
            <b>{approach.replace('-', ' ')}:</b> {says}
          </p>
        ))}
      </Note>
    )}
  </aside>
);

function Builds({ exercise }: { exercise: Exercise }) {
  const weights = SCALES.filter((s) => exercise.builds[s]);
  return (
    <Note title="Builds">
      <ul className="space-y-1">
        {weights.map((s) => (
          <li key={s} className="grid grid-cols-[6.5rem_1fr] items-center gap-2">
            {s}
            <span
              className="block h-2 rounded-full bg-leather"
              style={{ width: `${(exercise.builds[s] ?? 0) * 20}%` }}
            >
              <span className="sr-only">{exercise.builds[s]} of 5</span>
            </span>
          </li>
        ))}
      </ul>
    </Note>
  );
}

/** What comes before it, and what the horse must be able to do. */
function Asks({ exercise }: { exercise: Exercise }) {
  const earlier = before(exercise);
  const least = Object.entries(exercise.needs.scales);
  return (
    <>
      {earlier.length > 0 && (
        <Note title="Comes after">
          <ul>
            {earlier.map((id) => (
              <li key={id}>
                <ExerciseLink id={id} />
              </li>
            ))}
          </ul>
        </Note>
      )}
      {least.length > 0 && (
        <Note title="Needs at least">
          {least.map(([scale, mark]) => `${scale} ${mark}`).join(', ')}
        </Note>
      )}
    </>
  );
}

function Note({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <section className="text-[15px]">
      <h2 className="mb-0.5 font-sans text-[14px] font-normal text-soft">{title}</h2>
      <div>{children}</div>
    </section>
  );
}

function ExerciseLink({ id }: { id: string }) {
  const { nameOf } = useShelf().shelf;
  return <Link to={`/shelf/${id}`}>{nameOf(id)}</Link>;
}
