import { memo, useCallback } from 'react';
import { moveBefore } from '@canter-book/core/lesson/edits';
import type { Player } from '../../arena/player.ts';
import { useDesk } from '../deskModel.ts';
import { CallLine } from './CallLine.tsx';
import { Controls } from './Controls.tsx';
import { Strip } from '../strip/Strip.tsx';
import { Totals } from './Totals.tsx';

/** The lesson in time, below the arena: its shares, the player, and the score strip. */
export const InTime = memo(function InTime({ player }: { player: Player }) {
  const { derived, selected, select, edit } = useDesk();
  const { ride, parsed, approach } = derived;
  const move = useCallback(
    (itemId: string, before: string | null) => edit((l) => moveBefore(l, itemId, before), itemId),
    [edit],
  );
  return (
    <>
      <Totals ride={ride} />
      <div className="rounded-xl border border-line bg-page/60 p-2">
        <div className="mb-1 flex flex-wrap items-center gap-x-5 gap-y-1">
          <Controls ride={ride} player={player} selectedItem={selected} />
          <CallLine ride={ride} lesson={parsed.lesson} player={player} />
        </div>
        <Strip
          ride={ride}
          approach={approach}
          player={player}
          selectedItem={selected}
          onSelect={select}
          onMove={move}
        />
      </div>
    </>
  );
});
