import { useEffect, useState } from 'react';
import type { Sheet } from '@canter-book/core/sheet/sheet';

interface Follow {
  readonly running: boolean;
  readonly seconds: number;
  /** The box the ride has come to, null while nobody follows. */
  readonly box: number | null;
  begin(): void;
  stop(): void;
}

/** Follows the ride by its own clock; any box that is chosen by hand ends it. */
export function useFollow({ boxes }: Sheet): Follow {
  const [began, setBegan] = useState<number | null>(null);
  const [seconds, setSeconds] = useState(0);
  useEffect(() => {
    if (began === null) return;
    const timer = setInterval(() => setSeconds((Date.now() - began) / 1000), 500);
    return () => clearInterval(timer);
  }, [began]);
  const reached = boxes.findLastIndex((b) => b.startsAtS <= seconds);
  return {
    running: began !== null,
    seconds,
    box: began === null ? null : Math.max(0, reached),
    begin() {
      setSeconds(0);
      setBegan(Date.now());
    },
    stop: () => setBegan(null),
  };
}
