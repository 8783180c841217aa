import { useState } from 'react';
import type { Horse } from '@canter-book/core/book/records';
import { horseStride } from '@canter-book/core/gaits/horse';
import { measuredStride } from '@canter-book/core/gaits/measured';
import { PACES, MOVING_GAITS, type MovingGait, type PaceName } from '@canter-book/core/gaits/paces';
import { profileOf } from '@canter-book/core/book/profile';
import { today } from '../../app/dates.ts';
import { MeasureForm } from './MeasureForm.tsx';

/** Always shown; further paces are when they have been measured. */
const USUAL: readonly (readonly [MovingGait, PaceName])[] = [
  ['walk', 'medium'],
  ['trot', 'working'],
  ['trot', 'collected'],
  ['canter', 'working'],
];

/** This horse's strides: measured with ±, or by height until they are. */
export function Strides({ horse }: { horse: Horse }) {
  const [open, setOpen] = useState(false);
  const profile = profileOf(horse, today());
  const measured = MOVING_GAITS.flatMap((gait) =>
    PACES[gait].map((pace) => [gait, pace] as const),
  ).filter(([gait, pace]) => horse.measured.some((m) => m.gait === gait && m.pace === pace));
  const rows = [
    ...USUAL,
    ...measured.filter(([g, p]) => !USUAL.some(([a, b]) => a === g && b === p)),
  ];
  return (
    <section>
      <h2 className="text-lg">Strides</h2>
      <p className="mb-2 text-[13px] text-soft">
        {measured.length > 0
          ? 'Measured with ±; the others follow from them or from the height.'
          : 'By height, until they are measured.'}
      </p>
      <dl>
        {rows.map(([gait, pace]) => {
          const own = measuredStride(horse.measured, gait, pace);
          const length = own?.lengthM.value ?? horseStride(profile, gait, pace).lengthM;
          return (
            <div
              key={`${gait} ${pace}`}
              className="flex justify-between border-b border-dotted border-line py-1.5"
            >
              <dt>
                {pace} {gait}
              </dt>
              <dd
                className="tabular font-mono"
                title={own ? `${own.tempo.value.toFixed(0)} strides a minute` : 'not measured'}
              >
                <b>{length.toFixed(2)} m</b>
                <span className="text-soft"> {own && `± ${own.lengthM.sd.toFixed(2)}`}</span>
              </dd>
            </div>
          );
        })}
      </dl>
      {open ? (
        <MeasureForm horse={horse} onDone={() => setOpen(false)} />
      ) : (
        <button
          type="button"
          className="mt-2 min-h-10 text-leather underline"
          onClick={() => setOpen(true)}
        >
          Measure strides
        </button>
      )}
    </section>
  );
}
