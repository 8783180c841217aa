import type { ReactNode } from 'react';

interface FaultProps {
  /** The error in a sentence; without one nothing is shown. */
  children: ReactNode;
  className?: string;
}

/** An error message, announced as soon as it appears. */
export const Fault = ({ children, className = '' }: FaultProps) =>
  children ? (
    <p role="alert" className={`text-madder ${className}`}>
      ✕ {children}
    </p>
  ) : null;
