import { useEffect, useRef, useState, useSyncExternalStore } from 'react';

export interface SpokenCalls {
  /** The device has a voice. */
  readonly possible: boolean;
  readonly on: boolean;
  toggle(): void;
}

/** Something that is to be said now. */
export interface DueCall {
  /** Which call it is: each is said once. */
  readonly id: string | number;
  readonly said: string;
}

const speech = (): SpeechSynthesis | null =>
  typeof window !== 'undefined' && 'speechSynthesis' in window ? window.speechSynthesis : null;

const whenVoices = (tell: () => void) => {
  const found = speech();
  found?.addEventListener?.('voiceschanged', tell);
  return () => found?.removeEventListener?.('voiceschanged', tell);
};

/** Says each call once when it is due, by the device's own voice. It is always to be read as well. */
export function useSpokenCalls(due: DueCall | null): SpokenCalls {
  const [on, setOn] = useState(false);
  const last = useRef<DueCall['id'] | null>(null);
  const possible = useSyncExternalStore(whenVoices, () => (speech()?.getVoices().length ?? 0) > 0);
  const id = on && due ? due.id : null;
  const said = due?.said;
  useEffect(() => {
    if (id === null || said === undefined || last.current === id) return;
    last.current = id;
    speech()?.speak(new SpeechSynthesisUtterance(said));
  }, [id, said]);
  return { possible, on, toggle: () => setOn(!on) };
}
