import { Link } from 'react-router';
import { before, levelsOf } from '@canter-book/core/exercises/graph';
import type { Chain, Exercise } from '@canter-book/core/exercises/exercise';
import type { Readiness, Status } from '@canter-book/core/planner/readiness';

interface ChainGraphProps {
  chain: Chain;
  readinessOf(exercise: Exercise): Readiness | null;
}

const BOX = { width: 168, height: 46, gapX: 44, gapY: 14 };
const LOOKS: Readonly<Record<Status, { mark: string; fill: string; dashed: boolean }>> = {
  confirmed: { mark: '●', fill: 'var(--bottle)', dashed: false },
  improving: { mark: '◒', fill: 'var(--ochre)', dashed: false },
  new: { mark: '○', fill: 'var(--sky)', dashed: false },
  'not yet': { mark: '–', fill: 'var(--soft)', dashed: true },
};

/** The chain as it is built: what must be there stands to the left, a strap leads to what follows. */
export function ChainGraph({ chain, readinessOf }: ChainGraphProps) {
  const levels = levelsOf(chain.exercises) ?? new Map<string, number>();
  const columns: Exercise[][] = [];
  for (const e of chain.exercises) (columns[levels.get(e.id) ?? 0] ??= []).push(e);
  const at = new Map(
    columns.flatMap((column, c) =>
      (column ?? []).map((e, r) => [
        e.id,
        { x: c * (BOX.width + BOX.gapX), y: r * (BOX.height + BOX.gapY) },
      ]),
    ),
  );
  const width = columns.length * (BOX.width + BOX.gapX) - BOX.gapX;
  const height = Math.max(...columns.map((c) => c.length)) * (BOX.height + BOX.gapY) - BOX.gapY;
  return (
    <div
      className="overflow-x-auto pb-2"
      tabIndex={0}
      role="group"
      aria-label={`${chain.name}: what leads to what`}
    >
      <div className="relative" style={{ width, height }}>
        <svg className="absolute inset-0" width={width} height={height} aria-hidden>
          {chain.exercises.flatMap((e) =>
            before(e)
              .filter((id) => at.has(id))
              .map((id) => {
                const [from, to] = [at.get(id)!, at.get(e.id)!];
                const [x1, y1] = [from.x + BOX.width, from.y + BOX.height / 2];
                const [x2, y2] = [to.x, to.y + BOX.height / 2];
                const bow = Math.max(20, (x2 - x1) / 2);
                return (
                  <path
                    key={`${id}-${e.id}`}
                    d={`M${x1} ${y1}C${x1 + bow} ${y1} ${x2 - bow} ${y2} ${x2} ${y2}`}
                    fill="none"
                    stroke="var(--leather)"
                    strokeWidth={2.5}
                    strokeOpacity={0.6}
                    strokeLinecap="round"
                  />
                );
              }),
          )}
        </svg>
        {chain.exercises.map((e) => {
          const readiness = readinessOf(e);
          const look = readiness && LOOKS[readiness.status];
          const { x, y } = at.get(e.id)!;
          return (
            <Link
              key={e.id}
              to={`/shelf/${e.id}`}
              title={readiness?.because}
              style={{
                left: x,
                top: y,
                width: BOX.width,
                height: BOX.height,
                borderLeftColor: look?.fill,
              }}
              className={`absolute flex items-center rounded-md border border-line bg-page px-2 text-[13px] leading-tight no-underline hover:border-leather ${look ? 'border-l-4' : ''} ${look?.dashed ? 'border-dashed text-soft' : ''}`}
            >
              <span className="line-clamp-2">
                {look && (
                  <>
                    <span aria-hidden>{look.mark} </span>
                    <span className="sr-only">{readiness!.status}: </span>
                  </>
                )}
                {e.name}
              </span>
            </Link>
          );
        })}
      </div>
    </div>
  );
}
