import type { ExerciseFault } from '@canter-book/core/exercises/card';
import type { Exercise } from '@canter-book/core/exercises/exercise';
import { APPROACHES } from '@canter-book/core/lesson/terms';
import { AID_ROWS } from '../AidTable.tsx';
import { Part, Small, Words } from './fields.tsx';

interface TeachingProps {
  exercise: Exercise;
  onChange(change: Partial<Exercise>): void;
}

const EMPTY: ExerciseFault = { fault: '', cause: '', answer: '' };
const ASKED = { fault: 'Seen', cause: 'Because', answer: 'Answer' } as const;

/** What is said of it at the ringside: aids, faults, cautions, and each approach's word. */
export function Teaching({ exercise, onChange }: TeachingProps) {
  const { aids, faults, cautions, remarks } = exercise;
  const setFault = (i: number, change: Partial<ExerciseFault>) =>
    onChange({ faults: faults.map((f, k) => (k === i ? { ...f, ...change } : f)) });
  return (
    <>
      <Part title="Aids and when">
        {AID_ROWS.map(([key, name]) => (
          <Words
            key={key}
            label={name}
            value={aids[key]}
            onChange={(says) => onChange({ aids: { ...aids, [key]: says } })}
          />
        ))}
      </Part>
      <Part title="What may go wrong">
        {faults.map((fault, i) => (
          <div key={i} className="space-y-2 border-l-4 border-line pl-3">
            {(['fault', 'cause', 'answer'] as const).map((of) => (
              <Words
                key={of}
                label={`${ASKED[of]}, ${i + 1}`}
                value={fault[of]}
                onChange={(says) => setFault(i, { [of]: says })}
              />
            ))}
            <Small
              disabled={faults.length === 1}
              onClick={() => onChange({ faults: faults.filter((_, k) => k !== i) })}
            >
              Remove fault {i + 1}
            </Small>
          </div>
        ))}
        <Small onClick={() => onChange({ faults: [...faults, EMPTY] })}>Add a fault</Small>
      </Part>
      <Part title="Cautions, and each approach’s word">
        <Words
          label="Cautions, one a line"
          long
          value={cautions.join('\n')}
          onChange={(text) => onChange({ cautions: text === '' ? [] : text.split('\n') })}
        />
        {APPROACHES.map((approach) => (
          <Words
            key={approach}
            label={`By ${approach.replace('-', ' ')}`}
            long
            value={remarks[approach] ?? ''}
            onChange={(says) => {
              const { [approach]: _, ...others } = remarks;
              onChange({ remarks: says === '' ? others : { ...others, [approach]: says } });
            }}
          />
        ))}
      </Part>
    </>
  );
}
