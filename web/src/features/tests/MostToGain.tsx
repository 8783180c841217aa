import { lazy, Suspense, useMemo } from 'react';
import type { Stage } from '@canter-book/core/gaits/stage';
import { compileRide } from '@canter-book/core/ride/compile';
import type { MarkedRide } from '@canter-book/core/sheet/markedRide';
import type { Score } from '@canter-book/core/sheet/score';
import { demandsOf, expectedMark } from '@canter-book/core/sheet/demands';
import type { Ride } from '@canter-book/core/ride/types';
import type { Sheet, SheetBox } from '@canter-book/core/sheet/sheet';
import { MiniArena } from '../arena/MiniArena.tsx';
import { boxRide } from './boxRide.ts';
import { useLevels, type LevelOf } from './useLevels.ts';
import { boxName } from './words.ts';

/** The shelf is large: it comes when there is something to train. */
const TrainedBy = lazy(() => import('./TrainedBy.tsx'));

interface MostToGainProps {
  sheet: Sheet;
  score: Score;
  ride: MarkedRide;
  target: number;
  stage: Stage;
}

export function MostToGain({ sheet, score, ride, target, stage }: MostToGainProps) {
  const most = score.gains.filter((g) => g.gain > 0).slice(0, 3);
  const levelOf = useLevels(ride.horseId);
  const ridden = useMemo(() => compileRide(ride.document), [ride.document]);
  return (
    <section>
      <h2 className="mb-1 text-lg">Where the points are</h2>
      {most.length === 0 && (
        <p className="text-soft">Every box has reached {target}: set a higher mark to aim at.</p>
      )}
      <ol className="space-y-3">
        {most.map(({ number, gain }) => {
          const box = sheet.boxes.find((b) => b.number === number)!;
          return (
            <li key={number} className="rounded-lg border border-line bg-page p-2.5">
              <p className="mb-1 flex justify-between gap-3">
                <b>
                  {number} {boxName(box)}
                </b>
                <span className="tabular font-mono font-bold">+{gain.toFixed(1)}</span>
              </p>
              <Expected box={box} ride={ridden} levelOf={levelOf} />
              <MiniArena
                arena={ridden.arena}
                ride={() => boxRide(ridden, box)}
                label={`Box ${number}, drawn`}
              />
              <Suspense>
                <TrainedBy
                  box={box}
                  document={ride.document}
                  ride={ridden}
                  horseId={ride.horseId}
                  stage={stage}
                />
              </Suspense>
            </li>
          );
        })}
      </ol>
      {most.length > 0 && (
        <p className="mt-2 text-[13px] text-soft">
          Points to be had up to a mark of {target}, with what each box counts.
        </p>
      )}
    </section>
  );
}

/** The mark to expect by the horse's levels: one far below it was a bad day, one far above a good one. */
function Expected({ box, ride, levelOf }: { box: SheetBox; ride: Ride; levelOf: LevelOf }) {
  const expected = expectedMark(demandsOf(box, ride), levelOf);
  if (!expected) return null;
  return (
    <p className="tabular mb-1 text-[13px] text-soft">
      its levels lead one to expect {expected.mean.toFixed(1)} ± {expected.sd.toFixed(1)}
    </p>
  );
}
