import type { Programme } from '@canter-book/core/programme/types';
import { chanceOf } from '@canter-book/core/progress/forecast';
import { ReinMark } from '../../ui/ReinMark.tsx';
import { chanceSaid, Reach } from '../progress/Reach.tsx';

/** Where the scales that count are to be expected at the end, and the chance that the goal is there. */
export function Outlook({ programme }: { programme: Programme }) {
  const { forecast, chance, percent, goal } = programme;
  const known = forecast.filter((f) => f.left || f.right);
  if (known.length === 0) return null;
  return (
    <section className="mb-5">
      <h2 className="mb-1 text-lg">
        {goal.kind === 'keep going' ? 'Expected at the end' : 'The goal'}
        {chance !== null && <span className="text-leather">: {chanceSaid(chance)}</span>}
        {percent && (
          <span className="text-soft">
            {' '}
            · about {Math.round(percent.mean)} % ± {Math.round(percent.sd)}
          </span>
        )}
      </h2>
      <p className="mb-1 text-[13px] text-soft">
        Where each scale is expected, and the chance that it reaches its mark, the upright line.
      </p>
      <ul className="grid gap-x-8 md:grid-cols-2">
        {known.flatMap(({ scale, least, left, right }) =>
          (
            [
              ['left', left],
              ['right', right],
            ] as const
          ).map(([rein, then]) => (
            <li
              key={scale + rein}
              className="grid grid-cols-[8rem_1fr_6.5rem] items-center gap-3 py-0.5 text-[14px]"
            >
              <span>
                {scale} <ReinMark rein={rein} word />
              </span>
              {then ? (
                <>
                  <Reach then={then} level={least} />
                  <span className="tabular text-right">
                    <b className="font-mono">{then.mean.toFixed(1)}</b>{' '}
                    <span className="text-soft">{chanceSaid(chanceOf(then, least))}</span>
                  </span>
                </>
              ) : (
                <span className="col-span-2 text-soft">too little seen</span>
              )}
            </li>
          )),
        )}
      </ul>
    </section>
  );
}
