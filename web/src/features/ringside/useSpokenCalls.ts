import { useEffect, useRef, useState, useSyncExternalStore } from 'react';
import type { Moment } from '@canter-book/core/ringside/cues';

export interface SpokenCalls {
  /** The device has a voice. */
  readonly possible: boolean;
  readonly on: boolean;
  toggle(): void;
}

const speech = (): SpeechSynthesis | null =>
  typeof window !== 'undefined' && 'speechSynthesis' in window ? window.speechSynthesis : null;

const whenVoices = (tell: () => void) => {
  const found = speech();
  found?.addEventListener?.('voiceschanged', tell);
  return () => found?.removeEventListener?.('voiceschanged', tell);
};

/** Says each call once when it is due, by the device's own voice. It is always to be read as well. */
export function useSpokenCalls(moment: Moment | null): SpokenCalls {
  const [on, setOn] = useState(false);
  const said = useRef<number | null>(null);
  const possible = useSyncExternalStore(whenVoices, () => (speech()?.getVoices().length ?? 0) > 0);
  const due = on && moment?.next && moment.secondsToCall === 0 ? moment.next : null;
  useEffect(() => {
    if (!due || said.current === due.movement) return;
    said.current = due.movement;
    speech()?.speak(new SpeechSynthesisUtterance(due.text.replaceAll('-', ', ')));
  }, [due]);
  return { possible, on, toggle: () => setOn(!on) };
}
