import { memo, type CSSProperties } from 'react';
import type { Lanes } from '@canter-book/core/drawing/lanes';
import { clock } from '@canter-book/core/units';

const ROWS = { canter: 0, trot: 1, walk: 2, halt: 2, 'rein-back': 2, 'in-hand': 2 } as const;

interface LaneProps {
  lanes: Lanes;
  place(bar: { startsAtS: number; seconds: number }): CSSProperties;
}

/** The gaits, each on its own line. */
const Gaits = ({ lanes, place }: LaneProps) => (
  <div className="relative h-[50px]">
    {[0, 1, 2].map((row) => (
      <span
        key={row}
        className="absolute right-0 left-0 border-t border-line"
        style={{ top: 8 + 16 * row }}
      />
    ))}
    {lanes.gait.map((bar, i) => (
      <span
        key={i}
        className={`strip-gait strip-${bar.gait} absolute h-[8px]`}
        style={{ ...place(bar), top: 4 + 16 * ROWS[bar.gait] }}
      />
    ))}
  </div>
);

/** Left above, right below; pale on the long rein. */
const ReinLane = ({ lanes, place }: LaneProps) => (
  <div className="relative h-7">
    {lanes.rein.map((bar, i) => (
      <span
        key={i}
        className="absolute h-[9px] bg-ink/70"
        style={{
          ...place(bar),
          top: bar.rein === 'left' ? 2 : 15,
          opacity: bar.long ? 0.35 : 1,
        }}
      />
    ))}
  </div>
);

/** Bend to the left above, to the right below; lateral work framed. */
const Bends = ({ lanes, place }: LaneProps) => (
  <div className="relative h-7">
    <span className="absolute top-[13px] right-0 left-0 border-t border-line" />
    {lanes.bend.map((bar, i) =>
      bar.bend === null && bar.lateral === null ? null : (
        <span
          key={i}
          className={
            bar.lateral
              ? 'absolute h-[10px] border-y-2 border-sky bg-sky/25'
              : 'absolute h-[8px] bg-sky/55'
          }
          style={{ ...place(bar), top: bar.bend === 'left' ? 3 : 15 }}
          title={bar.lateral ?? undefined}
        />
      ),
    )}
  </div>
);

/** How far the horse is gathered. */
const Gathering = ({ lanes, place }: LaneProps) => (
  <div className="relative h-[17px] border-t border-line">
    {lanes.gathering.map((bar, i) => (
      <span
        key={i}
        className="absolute bottom-0 bg-leather/70"
        style={{ ...place(bar), height: 1 + 14 * bar.degree }}
      />
    ))}
  </div>
);

/** From how low to how high the contact is carried. */
const ContactLane = ({ lanes, place }: LaneProps) => (
  <div className="relative h-[17px] border-t border-line">
    {lanes.contact.map((bar, i) => (
      <span
        key={i}
        className="absolute border-y border-bottle bg-bottle/30"
        style={{
          ...place(bar),
          bottom: 1 + 4 * bar.low,
          height: Math.max(2, 4 * (bar.high - bar.low)),
        }}
      />
    ))}
  </div>
);

/** Halts and breaks. */
const Rests = ({ lanes, place }: LaneProps) => (
  <div className="relative h-[14px] border-y border-line">
    {lanes.rest.map((bar, i) => (
      <span
        key={i}
        className={
          bar.why === 'halt'
            ? 'absolute top-[2px] h-[8px] min-w-[3px] bg-ink'
            : 'absolute top-[2px] h-[8px] bg-brass'
        }
        style={place(bar)}
        title={bar.why}
      />
    ))}
  </div>
);

/** The minutes below the lanes, as close as the zoom has room for. */
function Minutes({ total, zoom }: { total: number; zoom: number }) {
  const shown = total / zoom;
  const every = shown > 1500 ? 300 : shown > 500 ? 120 : shown > 150 ? 60 : 30;
  const ticks = Array.from({ length: Math.floor(total / every) + 1 }, (_, i) => i * every);
  return (
    <div className="relative h-4 font-mono text-[11px]">
      {ticks.map((tick) => (
        <span
          key={tick}
          className="absolute -translate-x-1/2 first:translate-x-0"
          style={{ left: `${(100 * tick) / total}%` }}
        >
          {tick % 60 === 0 ? `${tick / 60}′` : clock(tick)}
        </span>
      ))}
    </div>
  );
}

/** The lanes that are only read. */
export const Stave = memo(function Stave(props: { lanes: Lanes; total: number; zoom: number }) {
  const { lanes, total, zoom } = props;
  const lane: LaneProps = {
    lanes,
    place: ({ startsAtS, seconds }) => ({
      left: `${(100 * startsAtS) / total}%`,
      width: `${(100 * seconds) / total}%`,
    }),
  };
  return (
    <>
      <Gaits {...lane} />
      <ReinLane {...lane} />
      <Bends {...lane} />
      <Gathering {...lane} />
      <ContactLane {...lane} />
      <Rests {...lane} />
      <Minutes total={total} zoom={zoom} />
    </>
  );
});
