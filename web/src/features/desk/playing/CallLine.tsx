import { useMemo } from 'react';
import type { Lesson } from '@canter-book/core/lesson/document';
import { cuesOf, cuesAt } from '@canter-book/core/ringside/cues';
import type { Ride } from '@canter-book/core/ride/types';
import { clock } from '@canter-book/core/units';
import { useFollowed, type Player } from '../../arena/player.ts';

/** While a call is being said. */
const SAYING_S = 2.5;

interface CallLineProps {
  ride: Ride;
  lesson: Lesson;
  player: Player;
}

/** What the caller would say, and when: the next movement is called before its letter. */
export function CallLine({ ride, lesson, player }: CallLineProps) {
  const cues = useMemo(() => cuesOf(ride, lesson), [ride, lesson]);
  const said = useFollowed(player, (seconds) => {
    const { now, next, secondsToCall } = cuesAt(ride, cues, seconds);
    const calling = next && secondsToCall === 0 && next.atS - seconds < SAYING_S;
    const call = calling
      ? `“${next.text}”`
      : next
        ? `call in ${clock(Math.ceil(secondsToCall))}: ${next.text}`
        : 'nothing more to call';
    return `${now?.text ?? 'on the way'}\n${call}\n${calling ? 'calling' : ''}`;
  });
  const [now = '', call = '', calling] = said.split('\n');
  // Nothing to ride? Nothing to call.
  if (cues.length === 0) return null;
  return (
    <p
      className="flex min-w-0 flex-1 basis-56 flex-col text-[13px] leading-snug"
      data-testid="call-line"
    >
      <span className="truncate text-soft">
        now <b className="font-mono text-ink">{now}</b>
      </span>
      <span className={`truncate ${calling ? 'font-bold text-leather' : 'text-soft'}`}>{call}</span>
    </p>
  );
}
