import type { Arena } from '@canter-book/core/arena/arena';
import { arenaOf } from '@canter-book/core/lesson/arenaOf';
import type { Lesson } from '@canter-book/core/lesson/document';
import type { HorseProfile } from '@canter-book/core/gaits/horse';
import { rideOfKept, type TestPart } from '@canter-book/core/planner/fromTest';
import type { MarkedRide } from '@canter-book/core/sheet/markedRide';
import { Link } from 'react-router';
import { shortDate } from '../../app/dates.ts';
import { MiniArena } from '../arena/MiniArena.tsx';

interface FromTheTestProps {
  ride: MarkedRide;
  parts: readonly TestPart[];
  /** Those that are left out. */
  without: readonly string[];
  horse: HorseProfile;
  /** The lesson is in an arena of the test's size. */
  fits: boolean;
  onWithout(keys: readonly string[]): void;
}

export const partKey = ({ what, boxes }: TestPart): string => `${what} ${boxes.join(' ')}`;

function boxesSaid(boxes: readonly number[], { items }: Lesson): string {
  if (boxes.length > 1) return `Boxes ${boxes[0]} to ${boxes.at(-1)}`;
  const box = items.find((item) => item.kind === 'box' && item.number === boxes[0]);
  return [`Box ${boxes[0]}`, box?.kind === 'box' && box.title].filter(Boolean).join(', ');
}

/** The parts of a marked ride in the lesson: its weakest boxes as they stand in the test, and a rehearsal. */
export function FromTheTest({ ride, parts, without, horse, fits, onWithout }: FromTheTestProps) {
  const arena = arenaOf(ride.document);
  return (
    <section aria-label="From the test" className="mb-5">
      <h2 className="mb-1 text-lg">Last, from the test</h2>
      <p className="mb-2 text-[14px] text-soft">
        The boxes with most to gain on{' '}
        <Link to={`/tests/rides/${ride.id}`}>
          {ride.document.title?.text}, {shortDate(ride.date)}
        </Link>
        , when the work has prepared them. The test is never ridden whole: the horse would know it
        by heart.
      </p>
      {!fits && (
        <p className="rounded-lg bg-slip px-4 py-2 text-[15px]">
          The test is for {arena.widthM} × {arena.lengthM} m: choose that arena to ride its boxes.
        </p>
      )}
      {fits && parts.length === 0 && (
        <p className="rounded-lg bg-slip px-4 py-2 text-[15px]">
          None of these boxes can be ridden by itself by this horse yet: the exercises come first.
        </p>
      )}
      {fits && (
        <ul className="flex snap-x gap-3 overflow-x-auto pb-2 md:grid md:grid-cols-4 md:overflow-visible 2xl:grid-cols-6">
          {parts.map((part) => {
            const key = partKey(part);
            const out = without.includes(key);
            return (
              <PartCard
                key={key}
                part={part}
                called={boxesSaid(part.boxes, ride.document)}
                arena={arena}
                draw={() => rideOfKept(part.kept, arena, horse)}
                out={out}
                onOut={() => onWithout(out ? without.filter((k) => k !== key) : [...without, key])}
              />
            );
          })}
        </ul>
      )}
    </section>
  );
}

interface PartCardProps {
  part: TestPart;
  called: string;
  arena: Arena;
  draw: () => ReturnType<typeof rideOfKept>;
  /** It is left out. */
  out: boolean;
  /** Leaves it out, or puts it back. */
  onOut(): void;
}

const PartCard = ({ part, called, arena, draw, out, onOut }: PartCardProps) => (
  <li
    className={`w-56 shrink-0 snap-start rounded-lg border border-line bg-page p-2 md:w-auto ${out ? 'opacity-60' : ''}`}
  >
    <MiniArena arena={arena} ride={draw} label={`${called}, drawn`} />
    <span className="mt-1.5 block text-[12.5px] text-soft">
      {part.what === 'rehearsal' ? 'rehearsal' : 'as in the test'} · about {part.kept.minutes} min
    </span>
    <span className="flex items-baseline justify-between gap-2">
      <span className="font-book text-[15px] leading-snug font-semibold">{called}</span>
      <button type="button" className="min-h-8 shrink-0 text-[13px] underline" onClick={onOut}>
        {out ? 'put back' : 'leave out'}
      </button>
    </span>
  </li>
);
