import { Link } from 'react-router';
import { before, levelsOf } from '@canter-book/core/exercises/graph';
import type { Chain, Exercise } from '@canter-book/core/exercises/exercise';
import { ExerciseMini } from './ExerciseMini.tsx';
import type { Readiness, Status } from '@canter-book/core/planner/readiness';

interface ChainGraphProps {
  chain: Chain;
  readinessOf(exercise: Exercise): Readiness | null;
}

const BOX = { width: 176, height: 112, gapX: 40, gapY: 14 };
const LOOKS: Readonly<Record<Status, { mark: string; fill: string; dashed: boolean }>> = {
  confirmed: { mark: '●', fill: 'var(--bottle)', dashed: false },
  improving: { mark: '↗', fill: 'var(--ochre)', dashed: false },
  new: { mark: '○', fill: 'var(--sky)', dashed: false },
  'not yet': { mark: '–', fill: 'var(--soft)', dashed: true },
};

/** The chain as it is built: what must be there stands to the left, a strap leads to what follows. */
export function ChainGraph({ chain, readinessOf }: ChainGraphProps) {
  const { alone, joined, within, at, width, height } = laidOut(chain);
  return (
    <div
      className="overflow-x-auto pb-2"
      tabIndex={0}
      role="group"
      aria-label={`${chain.name}: what leads to what`}
    >
      <div className="relative" style={{ width, height }}>
        <svg className="absolute inset-0" width={width} height={height} aria-hidden>
          {joined.flatMap((e) =>
            within(e).map((id) => (
              <path
                key={`${id}-${e.id}`}
                d={strapPath(at.get(id)!, at.get(e.id)!)}
                fill="none"
                stroke="var(--leather)"
                strokeWidth={2.5}
                strokeOpacity={0.6}
                strokeLinecap="round"
              />
            )),
          )}
        </svg>
        {joined.map((e) => (
          <Card key={e.id} exercise={e} readiness={readinessOf(e)} at={at.get(e.id)!} />
        ))}
      </div>
      {alone.length > 0 && (
        <div className={`flex flex-wrap gap-3 ${height > 0 ? 'mt-3' : ''}`}>
          {alone.map((e) => (
            <Card key={e.id} exercise={e} readiness={readinessOf(e)} />
          ))}
        </div>
      )}
    </div>
  );
}

interface Corner {
  readonly x: number;
  readonly y: number;
}

/** From the right side of one card to the left side of another, in a bow. */
function strapPath(from: Corner, to: Corner): string {
  const [x1, y1] = [from.x + BOX.width, from.y + BOX.height / 2];
  const [x2, y2] = [to.x, to.y + BOX.height / 2];
  const bow = Math.max(20, (x2 - x1) / 2);
  return `M${x1} ${y1}C${x1 + bow} ${y1} ${x2 - bow} ${y2} ${x2} ${y2}`;
}

/** Where each card stands: a column for each step of the chain. */
function laidOut({ exercises }: Chain) {
  const levels = levelsOf(exercises) ?? new Map<string, number>();
  const known = new Set(exercises.map((e) => e.id));
  const within = (e: Exercise) => before(e).filter((id) => known.has(id));
  const led = new Set(exercises.flatMap(within));
  // What neither leads nor follows stands in a row of its own.
  const alone = exercises.filter((e) => within(e).length === 0 && !led.has(e.id));
  const joined = exercises.filter((e) => !alone.includes(e));
  const steps = [...new Set(joined.map((e) => levels.get(e.id) ?? 0))].sort((a, b) => a - b);
  const columns = steps.map((step) => joined.filter((e) => (levels.get(e.id) ?? 0) === step));
  const at = new Map<string, Corner>(
    columns.flatMap((column, c) =>
      column.map((e, r) => [
        e.id,
        { x: c * (BOX.width + BOX.gapX), y: r * (BOX.height + BOX.gapY) },
      ]),
    ),
  );
  const rows = Math.max(0, ...columns.map((c) => c.length));
  return {
    alone,
    joined,
    within,
    at,
    width: Math.max(0, columns.length * (BOX.width + BOX.gapX) - BOX.gapX),
    height: Math.max(0, rows * (BOX.height + BOX.gapY) - BOX.gapY),
  };
}

interface CardProps {
  exercise: Exercise;
  readiness: Readiness | null;
  at?: { x: number; y: number };
}

function Card({ exercise, readiness, at }: CardProps) {
  const look = readiness && LOOKS[readiness.status];
  const { width, height } = BOX;
  return (
    <Link
      to={`/shelf/${exercise.id}`}
      title={readiness?.because}
      style={{ width, height, borderLeftColor: look?.fill, ...(at && { left: at.x, top: at.y }) }}
      className={`${at ? 'absolute' : ''} flex flex-col justify-between gap-1 rounded-md border border-line bg-page p-2 text-[13px] leading-tight no-underline hover:border-leather ${look ? 'border-l-4' : ''} ${look?.dashed ? 'border-dashed text-soft' : ''}`}
    >
      <span className="line-clamp-2">
        {look && (
          <>
            <span aria-hidden>{look.mark} </span>
            <span className="sr-only">{readiness!.status}: </span>
          </>
        )}
        {exercise.name}
      </span>
      <ExerciseMini exercise={exercise} />
    </Link>
  );
}
