import { Fault } from '../ui/Fault.tsx';
import { problemOf } from './problem.ts';

interface FailedProps {
  /** Of a mutation, or of more that was asked for; nothing is said without one. */
  error: unknown;
  className?: string;
}

/** Why something could not be kept, or had, in the words of the server. */
export function Failed({ error, className = '' }: FailedProps) {
  if (!error) return null;
  const { title, detail } = problemOf(error);
  return (
    <Fault className={className}>
      {title}. {detail}
    </Fault>
  );
}
