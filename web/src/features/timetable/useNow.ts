import { useSyncExternalStore } from 'react';

const EVERY_MS = 20_000;

const minuteNow = (): number => {
  const now = new Date();
  return now.getHours() * 60 + now.getMinutes();
};

function onTick(listener: () => void) {
  const timer = setInterval(listener, EVERY_MS);
  return () => clearInterval(timer);
}

/** The minutes since midnight, where the person is. */
export const useNow = (): number => useSyncExternalStore(onTick, minuteNow);
