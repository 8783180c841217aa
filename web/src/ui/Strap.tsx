interface StrapProps {
  /** 0–10, or null when nothing is known yet. */
  value: number | null;
  /** Half the keeper's width: how unsure the estimate is. */
  spread: number;
  /** Where it was a month ago. */
  notch: number | null;
  label: string;
  side: 'left' | 'right';
}

const LEFT = 10;
const STEP = 52;
const WIDTH = LEFT + 10 * STEP + 30;
const x = (value: number): number => LEFT + value * STEP;

/** A leather strap with holes 0–10: the buckle is the estimate, the keeper how sure it is. */
export function Strap({ value, spread, notch, label, side }: StrapProps) {
  const shade = side === 'left' ? 'var(--strap-left)' : 'var(--strap-right)';
  const end = WIDTH - 18;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} 46`}
      role="img"
      aria-label={label}
      className="strap block w-full"
      opacity={value === null ? 0.35 : 1}
    >
      <path d={`M2 9H${end}q16 3 16 12t-16 12H2z`} fill={shade} />
      <path
        d={`M4 13H${end - 2}M4 29H${end - 2}`}
        stroke="#f3d9b8"
        strokeOpacity=".65"
        strokeDasharray="5 4"
        fill="none"
      />
      {Array.from({ length: 11 }, (_, i) => (
        <circle key={i} cx={x(i)} cy={21} r={2.6} fill="#23130b" />
      ))}
      {value !== null && (
        <>
          <Keeper from={Math.max(0, value - spread)} to={Math.min(10, value + spread)} />
          <rect
            x={x(value) - 11}
            y={2}
            width={22}
            height={38}
            rx={5}
            fill="none"
            stroke="#e0b955"
            strokeWidth={4}
          />
          <path d={`M${x(value)} 3V39`} stroke="#e0b955" strokeWidth={2.5} />
        </>
      )}
      {notch !== null && <path d={`M${x(notch) - 6} 46l6 -9 6 9z`} fill="var(--ink)" />}
    </svg>
  );
}

function Keeper({ from, to }: { from: number; to: number }) {
  return (
    <rect
      x={x(from)}
      y={9}
      width={Math.max(2, x(to) - x(from))}
      height={24}
      fill="#fff7e8"
      fillOpacity=".38"
      stroke="#fff7e8"
      strokeOpacity=".8"
    />
  );
}
