import { useEffect, useRef } from 'react';
import type { Ride } from '@canter-book/core/ride/types';
import type { Player } from '../arena/player.ts';
import { stepFrom } from './playing/stepFrom.ts';
import type { WrittenAs } from './writing/WrittenSide.tsx';

interface DeskKeys {
  player: Player;
  ride: Ride;
  onHelp(): void;
  onWrittenAs(as: WrittenAs): void;
}

/** Places where a key is meant for something else. */
const OWN_KEYS =
  'input, textarea, select, button, [role]:not([role="tabpanel"]), .cm-content, [contenteditable]';

/** The keys of the desk, where nothing else has the hand. */
export function useDeskKeys(keys: DeskKeys) {
  const now = useRef(keys);
  useEffect(() => {
    now.current = keys;
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented) return;
      const { player, ride, onHelp, onWrittenAs } = now.current;
      const typing =
        event.target instanceof Element && event.target.closest('input, textarea, .cm-content');
      if (event.key === '?' && !typing) {
        event.preventDefault();
        return onHelp();
      }
      if (event.target instanceof Element && event.target.closest(OWN_KEYS)) return;
      const actions: Record<string, () => void> = {
        ' ': () => player.toggle(),
        ArrowLeft: () => player.seek(stepFrom(ride, player, -1)),
        ArrowRight: () => player.seek(stepFrom(ride, player, 1)),
        t: () => onWrittenAs('text'),
        l: () => onWrittenAs('list'),
      };
      const action = actions[event.key];
      if (!action) return;
      event.preventDefault();
      action();
    };
    document.addEventListener('keydown', onKey);
    return () => document.removeEventListener('keydown', onKey);
  }, []);
}
