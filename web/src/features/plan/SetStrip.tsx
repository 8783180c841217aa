import type { HorseProfile } from '@canter-book/core/gaits/horse';
import type { Lesson } from '@canter-book/core/lesson/document';
import { arenaOf } from '@canter-book/core/lesson/arenaOf';
import type { PlannedSet } from '@canter-book/core/planner/reasons';
import { rideOfSet } from '@canter-book/core/planner/rideOfSet';
import { MiniArena } from '../arena/MiniArena.tsx';
import { ReinMark } from '../../ui/ReinMark.tsx';

interface SetStripProps {
  sets: readonly PlannedSet[];
  lesson: Lesson;
  horse: HorseProfile;
  /** The set the day is for. */
  aim: string | null;
  shown: string | null;
  onShow(exercise: string): void;
}

/** The lesson as a row of small arenas, one a set: only its own line, on the rein it begins on. Each leads to its reasons. */
export function SetStrip({ sets, lesson, horse, aim, shown, onShow }: SetStripProps) {
  return (
    <>
      <MinutesToScale sets={sets} aim={aim} />
      <ol
        aria-label="The sets in their order"
        className="mb-5 flex snap-x gap-3 overflow-x-auto pb-2 md:grid md:grid-cols-4 md:overflow-visible 2xl:grid-cols-6"
      >
        {sets.map((set) => (
          <li key={set.exercise} className="w-56 shrink-0 snap-start md:w-auto">
            <a
              href={`#set-${set.exercise}`}
              aria-current={shown === set.exercise}
              className={`block h-full rounded-lg border p-2 no-underline hover:border-leather ${shown === set.exercise ? 'border-leather bg-sand-light' : 'border-line bg-page'}`}
              onClick={() => onShow(set.exercise)}
            >
              <MiniArena
                key={lesson.items.length + set.exercise + set.rung}
                arena={arenaOf(lesson)}
                ride={() => rideOfSet(lesson, set.exercise, horse)}
                label={`${set.name}, drawn`}
              />
              <span className="mt-1.5 block text-[12.5px] text-soft">
                {set.phase} · {set.minutes} min · <ReinMark rein={set.rein} word /> first
              </span>
              <span className="block font-book text-[15px] leading-snug font-semibold">
                {set.name}
                {set.exercise === aim && <span className="text-leather"> · the aim</span>}
              </span>
              {set.gives && (
                <span className="mt-0.5 block text-[12.5px] leading-snug text-soft">
                  gives {set.gives}
                </span>
              )}
            </a>
          </li>
        ))}
      </ol>
    </>
  );
}

/** The minutes of the sets side by side, to one scale. */
function MinutesToScale({ sets, aim }: Pick<SetStripProps, 'sets' | 'aim'>) {
  return (
    <div aria-hidden className="mb-2 flex gap-0.5">
      {sets.map((set) => (
        <span
          key={set.exercise}
          title={`${set.name}, ${set.minutes} min`}
          className={`h-5 min-w-4 overflow-hidden rounded-sm px-1 text-[11.5px] leading-5 ${set.exercise === aim ? 'bg-leather text-on-leather' : set.phase === 'work' ? 'bg-sand' : 'border border-line'}`}
          style={{ flex: `${set.minutes} 1 0` }}
        >
          {set.minutes}′
        </span>
      ))}
    </div>
  );
}
