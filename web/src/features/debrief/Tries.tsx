import { Link } from 'react-router';
import type { TryObservation } from '@canter-book/core/observations/observation';
import { Empty } from '../../ui/Empty.tsx';

/** The tries by movement, with the longest hold. */
export function Tries({
  tries,
  sessionHasEnded,
}: {
  tries: readonly TryObservation[];
  sessionHasEnded: boolean;
}) {
  if (tries.length === 0) {
    return (
      <Empty title="No tries were recorded.">
        {sessionHasEnded ? (
          <p>Good and lost at the ringside, with the strides held, appear here.</p>
        ) : (
          <Link to="/ringside" className="text-leather underline">
            Go on teaching
          </Link>
        )}
      </Empty>
    );
  }
  const lines = [...new Set(tries.map((t) => t.text))];
  return (
    <table className="w-full">
      <thead>
        <tr className="text-left text-[13px] text-soft">
          <th scope="col" className="pb-1 font-normal">
            movement
          </th>
          <th scope="col" className="pb-1 font-normal">
            tries
          </th>
          <th scope="col" className="pb-1 text-right font-normal">
            longest hold
          </th>
        </tr>
      </thead>
      <tbody>
        {lines.map((text) => (
          <MovementRow key={text} text={text} tries={tries.filter((t) => t.text === text)} />
        ))}
      </tbody>
    </table>
  );
}

const MovementRow = ({ text, tries }: { text: string; tries: readonly TryObservation[] }) => (
  <tr className="border-t border-line">
    <th scope="row" className="py-2 pr-4 text-left font-normal">
      {text}
    </th>
    <td className="py-2 whitespace-nowrap">
      {tries.map((t) => (
        <span
          key={t.id}
          title={`${t.result}, ${t.rein} rein, held ${t.held}`}
          className={t.result === 'good' ? 'text-bottle' : 'text-madder'}
        >
          {t.result === 'good' ? '✓' : '✕'}
          <span className="sr-only">{t.result} </span>{' '}
        </span>
      ))}
    </td>
    <td className="tabular py-2 text-right font-mono">
      {Math.max(...tries.map((t) => t.held)) || '–'}
    </td>
  </tr>
);
