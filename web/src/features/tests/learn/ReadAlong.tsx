import { useEffect, useMemo, useRef, useState } from 'react';
import type { Lesson } from '@canter-book/core/lesson/document';
import { movementAt } from '@canter-book/core/ride/sample';
import type { Ride } from '@canter-book/core/ride/types';
import { callsOf, type Call } from '@canter-book/core/ringside/calls';
import { OneOf } from '../../../ui/Choose.tsx';
import { ArenaDrawing } from '../../arena/ArenaDrawing.tsx';
import { useFollowed, usePlayer } from '../../arena/player.ts';
import { Controls } from '../../desk/playing/Controls.tsx';

/** How much of the words is left, the more often the test was ridden through. */
export const ROUNDS = ['Words stay', 'Words fade', 'Letter only', 'From memory'] as const;
export type Round = 0 | 1 | 2 | 3;
const ALL_ROUNDS = [0, 1, 2, 3] as const;

/** They are gone so long after the letter. */
const FADE_S = 3;

/** The call at a moment: the last one begun. */
export const readAt = (calls: readonly Call[], seconds: number): Call | null =>
  calls.findLast((c) => c.speakAtS <= seconds) ?? calls[0] ?? null;

/** How strong the words of a call are at a moment, 0–1. */
export function strength({ atS, speakAtS }: Call, seconds: number, round: Round): number {
  if (round === 3) return 0;
  if (round === 0) return 1;
  // The letter alone is gone when the horse is there.
  const from = round === 1 ? atS : (speakAtS + atS) / 2;
  return Math.max(0, Math.min(1, 1 - (seconds - from) / FADE_S));
}

/** The test ridden by itself: the horse moves, the words come before each letter, and fade. */
export function ReadAlong({ document, ride }: { document: Lesson; ride: Ride }) {
  const calls = useMemo(() => callsOf(ride, document), [ride, document]);
  const player = usePlayer(ride.totals.seconds);
  const [round, setRound] = useState<Round>(0);
  const words = useRef<HTMLParagraphElement>(null);
  const call = useFollowed(player, (s) => readAt(calls, s));
  const itemId = useFollowed(player, (s) => ride.movements[movementAt(ride, s)]?.itemId ?? null);
  const over = useFollowed(player, (s) => s >= ride.totals.seconds - 0.01);
  useEffect(
    () =>
      player.onMove((seconds) => {
        const now = readAt(calls, seconds);
        if (words.current && now)
          words.current.style.opacity = String(strength(now, seconds, round));
      }),
    [player, calls, round],
  );
  const again = () => {
    setRound(Math.min(3, round + 1) as Round);
    player.seek(0);
    player.toggle();
  };
  return (
    <div className="space-y-3">
      <OneOf<Round>
        label="How much is read"
        quiet
        all={ALL_ROUNDS}
        chosen={round}
        said={(r) => ROUNDS[r]}
        onChange={setRound}
      />
      <p
        ref={words}
        className="min-h-[2.6em] font-book text-[clamp(20px,3vw,28px)] leading-tight font-semibold"
      >
        {call && (round === 2 ? (call.letter ?? '…') : call.said)}
      </p>
      <ArenaDrawing
        ride={ride}
        player={player}
        selectedItem={itemId}
        only={round < 2 ? itemId : 'nothing'}
        className="w-full"
      />
      <div className="flex flex-wrap items-center gap-3">
        <Controls ride={ride} player={player} selectedItem={null} />
        {over && (
          <button type="button" className="font-bold underline" onClick={again}>
            Once more, with fewer words
          </button>
        )}
      </div>
    </div>
  );
}
