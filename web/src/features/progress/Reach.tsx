import { bandOf, BANDS, type Forecast } from '@canter-book/core/progress/forecast';

/** Nobody is sure of a horse. */
export const chanceSaid = (chance: number): string =>
  chance > 0.95 ? 'over 95 %' : chance < 0.05 ? 'under 5 %' : `${Math.round(chance * 100)} %`;

/** The bands of a forecast on the ten marks: half, four of five, nineteen of twenty. */
export function Reach({ then, level }: { then: Pick<Forecast, 'mean' | 'sd'>; level: number }) {
  const said = bandOf(then, BANDS[1].z);
  return (
    <span
      role="img"
      aria-label={`four times in five between ${said.low.toFixed(1)} and ${said.high.toFixed(1)}`}
      title={`${then.mean.toFixed(1)}; four times in five between ${said.low.toFixed(1)} and ${said.high.toFixed(1)}`}
      className="relative block h-5 border-x border-line"
    >
      {BANDS.toReversed().map(({ share, z }) => {
        const { low, high } = bandOf(then, z);
        return (
          <span
            key={share}
            className="forced-shape absolute top-1/2 -translate-y-1/2 bg-leather"
            style={{
              left: `${10 * low}%`,
              width: `${10 * (high - low)}%`,
              height: share === 0.95 ? 2 : share === 0.8 ? 7 : 13,
              opacity: share === 0.5 ? 1 : 0.55,
            }}
          />
        );
      })}
      <span
        className="absolute inset-y-[-2px] w-0.5 bg-ink"
        style={{ left: `calc(${10 * level}% - 1px)` }}
      />
    </span>
  );
}
