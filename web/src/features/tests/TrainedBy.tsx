import { Link } from 'react-router';
import { exerciseForBox } from '@canter-book/core/exercises/forBox';
import { plannedPhases } from '@canter-book/core/exercises/exercise';
import type { Stage } from '@canter-book/core/gaits/stage';
import type { Lesson } from '@canter-book/core/lesson/document';
import type { Ride } from '@canter-book/core/ride/types';
import type { SheetBox } from '@canter-book/core/sheet/sheet';
import { PlanLink } from '../plan/PlanLink.tsx';
import { useShelf } from '../shelf/useShelf.ts';

interface TrainedByProps {
  box: SheetBox;
  document: Lesson;
  ride: Ride;
  horseId: string;
  stage: Stage;
}

/** The exercise that makes a box better, and the way to a lesson for it. */
export default function TrainedBy({ box, document, ride, horseId, stage }: TrainedByProps) {
  const { shelf, ready } = useShelf();
  if (!ready) return null;
  const exercise = exerciseForBox(box, document, ride, stage, shelf.exercises);
  if (!exercise) {
    return <p className="mt-1.5 text-[13px] text-soft">Nothing on the shelf is quite this.</p>;
  }
  return (
    <div className="mt-1.5 flex flex-wrap items-center justify-between gap-2">
      <p className="text-[13px] text-soft">
        trained by <Link to={`/shelf/${exercise.id}`}>{exercise.name}</Link>
      </p>
      {plannedPhases(exercise).includes('work') && (
        <PlanLink horseId={horseId} aim={exercise.id}>
          Plan for it
        </PlanLink>
      )}
    </div>
  );
}
