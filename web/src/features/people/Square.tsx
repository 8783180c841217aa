import { create as createQr } from 'qrcode';

/** The square to be photographed; dark on white on every paper, as cameras want it. */
export function Square({ text, label }: { text: string; label: string }) {
  const { modules } = createQr(text, { errorCorrectionLevel: 'M' });
  const { size, data } = modules;
  const quiet = 4;
  const path = Array.from(data, (dark, i) =>
    dark ? `M${(i % size) + quiet} ${Math.floor(i / size) + quiet}h1v1h-1z` : '',
  ).join('');
  return (
    <svg
      role="img"
      aria-label={label}
      data-code={text}
      viewBox={`0 0 ${size + 2 * quiet} ${size + 2 * quiet}`}
      className="w-full max-w-60 rounded-lg bg-white"
      shapeRendering="crispEdges"
    >
      <path d={path} fill="#000" />
    </svg>
  );
}
