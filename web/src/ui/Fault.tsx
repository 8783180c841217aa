import type { ReactNode } from 'react';

interface FaultProps {
  /** What is wrong, in a sentence; nothing is said without one. */
  children: ReactNode;
  className?: string;
}

/** What is wrong, said as soon as it is known. */
export const Fault = ({ children, className = '' }: FaultProps) =>
  children ? (
    <p role="alert" className={`text-madder ${className}`}>
      ✕ {children}
    </p>
  ) : null;
