import { REINS, type Rein } from '@canter-book/core/arena/rein';
import type { MarkObservation } from '@canter-book/core/observations/observation';
import { SCALES, markWord, type Scale } from '@canter-book/core/scales';
import { MarkStepper } from '../../ui/MarkStepper.tsx';
import { ReinMark } from '../../ui/ReinMark.tsx';

/** Six marks on each rein: to be changed while the day is open, to be read after it. */
export function MarkTable({
  marks,
  open,
  onMark,
}: {
  marks: readonly MarkObservation[];
  open: boolean;
  onMark(scale: Scale, rein: Rein, value: number): void;
}) {
  return (
    <table>
      <thead>
        <tr className="text-left text-[14px]">
          <th scope="col" className="font-normal">
            <span className="sr-only">scale</span>
          </th>
          {REINS.map((rein) => (
            <th key={rein} scope="col" className="px-1 pb-2 font-bold sm:px-3">
              <ReinMark rein={rein} word />
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {SCALES.map((scale) => (
          <tr key={scale} className="border-t border-line">
            <th
              scope="row"
              className="py-2 pr-1 text-left font-book text-[14px] font-semibold sm:pr-2 sm:text-base"
            >
              {scale}
            </th>
            {REINS.map((rein) => {
              const value = marks.find((m) => m.scale === scale && m.rein === rein)?.value ?? null;
              return (
                <td key={rein} className="px-1 py-2 align-top sm:px-3">
                  {open ? (
                    <MarkStepper
                      label={`${scale}, ${rein} rein`}
                      value={value}
                      word={value === null ? '' : markWord(value)}
                      onChange={(v) => onMark(scale, rein, v)}
                    />
                  ) : (
                    <span className="tabular block text-center font-mono text-lg font-bold">
                      {value === null ? '–' : value.toFixed(1)}
                    </span>
                  )}
                  <span className="block text-center text-[12.5px] text-soft">
                    {value === null ? 'no mark' : markWord(value)}
                  </span>
                </td>
              );
            })}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
