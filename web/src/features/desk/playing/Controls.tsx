import { ChevronLeft, ChevronRight, Pause, Play, Repeat, SkipBack } from 'lucide-react';
import type { Ride } from '@canter-book/core/ride/types';
import { clock } from '@canter-book/core/units';
import { Segments } from '../../../ui/Choose.tsx';
import { SPEEDS, useFollowed, usePlayerState, type Player } from '../../arena/player.ts';
import { IconButton } from '../../../ui/IconButton.tsx';
import { stepFrom } from './stepFrom.ts';

interface ControlsProps {
  ride: Ride;
  player: Player;
  selectedItem: string | null;
}

/** The player: real time and faster, by movement, and a line or phase over and over. */
export function Controls({ ride, player, selectedItem }: ControlsProps) {
  usePlayerState(player);
  const part = partOf(ride, selectedItem);
  const looping = player.loop !== null;
  return (
    <div className="flex flex-wrap items-center gap-1">
      <IconButton label="To the beginning" onClick={() => player.seek(0)}>
        <SkipBack size={16} aria-hidden />
      </IconButton>
      <IconButton
        label="The movement before"
        onClick={() => player.seek(stepFrom(ride, player, -1))}
      >
        <ChevronLeft size={16} aria-hidden />
      </IconButton>
      <IconButton label={player.playing ? 'Stop' : 'Ride it'} onClick={() => player.toggle()}>
        {player.playing ? <Pause size={16} aria-hidden /> : <Play size={16} aria-hidden />}
      </IconButton>
      <IconButton label="The next movement" onClick={() => player.seek(stepFrom(ride, player, 1))}>
        <ChevronRight size={16} aria-hidden />
      </IconButton>
      <IconButton
        label={looping ? 'Let it go on' : 'Ride the selected part over and over'}
        aria-pressed={looping}
        disabled={!looping && !part}
        onClick={() => player.setLoop(looping ? null : part)}
      >
        <Repeat size={16} aria-hidden />
      </IconButton>
      <Segments
        label="Speed"
        all={SPEEDS}
        chosen={player.speed}
        said={(speed) => `${speed}×`}
        onChange={(speed) => player.setSpeed(speed)}
      />
      <Clock player={player} total={ride.totals.seconds} />
    </div>
  );
}

function Clock({ player, total }: { player: Player; total: number }) {
  const time = useFollowed(player, clock);
  return (
    <span className="tabular ml-2 font-mono text-[14px]" data-testid="clock">
      <b>{time}</b> / {clock(total)}
    </span>
  );
}

/** The time of the selected line, or of the phase. */
function partOf(ride: Ride, itemId: string | null) {
  const phase = ride.phases.find((p) => p.itemId === itemId);
  if (phase) return { fromS: phase.startsAtS, toS: phase.startsAtS + phase.seconds };
  const own = ride.movements.filter((m) => m.itemId === itemId && m.round === 1);
  const [first, last] = [own[0], own.at(-1)];
  if (!first || !last) return null;
  return { fromS: first.startsAtS, toS: last.startsAtS + last.seconds };
}
