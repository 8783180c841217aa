import { Link } from 'react-router';
import type { SetId } from '@canter-book/core/planner/marks';
import { useShelf } from '../../shelf/useShelf.ts';
import { useDesk } from '../deskModel.ts';
import { leaveLabel } from '@canter-book/core/exercises/leaveLabel';

/** Why the selected line is there: the exercise it belongs to, what must be seen, when to leave. */
export default function SetReasons({ mark }: { mark: SetId }) {
  const { approach } = useDesk().derived;
  const { find, nameOf } = useShelf().shelf;
  const exercise = find(mark.exercise);
  if (!exercise) return null;
  const { good, leaveWhen, repair, cautions, remarks } = exercise;
  return (
    <aside
      aria-label="Why it is there"
      className="rounded-md border-l-4 border-leather bg-page px-3 py-1.5 font-book text-[14px]"
    >
      <details>
        <summary>
          <b>{exercise.name}</b>
          <span className="text-soft"> · {exercise.rungs[mark.rung]?.name}</span>
        </summary>
        <p>{exercise.purpose}</p>
        <p>
          <span className="text-soft">Good: </span>
          {good.measure}: {good.threshold}
        </p>
        <p>
          <span className="text-soft">{leaveLabel(exercise)}: </span>
          {leaveWhen}
        </p>
        {repair && (
          <p>
            <span className="text-soft">If it is lost: </span>
            <Link to={`/shelf/${repair}`}>{nameOf(repair)}</Link>
          </p>
        )}
        {remarks[approach] && (
          <p>
            <span className="text-soft">By {approach.replace('-', ' ')}: </span>
            {remarks[approach]}
          </p>
        )}
        {cautions.map((caution) => (
          <p key={caution} className="text-madder">
            {caution}
          </p>
        ))}
        <p>
          <Link to={`/shelf/${exercise.id}`}>All about it</Link>
        </p>
      </details>
    </aside>
  );
}
