import { Link } from 'react-router';
import type { Shelf } from '@canter-book/core/exercises/shelf';
import { gateSaid, missingSaid } from '@canter-book/core/programme/gate';
import type { PlannedStep } from '@canter-book/core/programme/types';
import { shortDate } from '../../app/dates.ts';
import { GateBuckle } from './GateBuckle.tsx';

/** The steps in their order, each with its gate and what it still lacks. */
export function Steps({ steps, shelf }: { steps: readonly PlannedStep[]; shelf: Shelf }) {
  return (
    <section>
      <h2 className="mb-1 text-lg">Gates</h2>
      <ol>
        {steps.map(({ theme, from, weeks, gate, reading }, i) => (
          <li
            key={from}
            className="grid grid-cols-[auto_1fr] gap-x-3 border-b border-dotted border-line py-2"
          >
            <GateBuckle state={reading.state} />
            <div className="text-[14px]">
              <p>
                <b>{theme}</b>{' '}
                <span className="text-soft">
                  from {shortDate(from)}, {weeks === 1 ? '1 week' : `${weeks} weeks`}
                </span>
              </p>
              <p>
                {gateSaid(gate, shelf)}.
                {gate.show && (
                  <>
                    {' '}
                    <Link to={`/shelf/${gate.show.exercise}`}>Its card</Link>
                  </>
                )}
              </p>
              {i === 0 && reading.missing.length > 0 && (
                <ul className="mt-1 list-inside list-disc text-[13px] text-soft">
                  {reading.missing.map((m) => (
                    <li key={m.what + m.rein}>{missingSaid(m, theme)}</li>
                  ))}
                </ul>
              )}
            </div>
          </li>
        ))}
      </ol>
    </section>
  );
}
