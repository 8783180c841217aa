import { countWord } from '@canter-book/core/gaits/paces';
import type { Observation, TryObservation } from '@canter-book/core/observations/observation';
import { newId } from '../../app/newId.ts';
import { useAppDispatch } from '../../app/store.ts';
import { Held, LastSeen, TryButton } from './hands.tsx';
import type { Place } from './instruments/instruments.ts';
import { heldSet, tried, withdrawn, type Teaching } from './ringsideSlice.ts';

/** The work of the moment: a movement of the plan, or work that is only named. */
export interface Ridden {
  readonly itemId: string;
  readonly text: string;
}

interface InHandProps {
  teaching: Teaching;
  place: Place;
  /** The last observation, where it belongs to the work of the moment. */
  last: Observation | null;
  /** Null while nothing of the plan is ridden: there is nothing to judge then. */
  ridden: Ridden | null;
}

/** The two large buttons, the count above them, and what was pressed last. */
export function InHand({ teaching, place, last, ridden }: InHandProps) {
  const dispatch = useAppDispatch();
  const sessionId = teaching.session.id;
  const base = () => ({ id: newId(), sessionId, at: new Date().toISOString() });
  const record = (result: TryObservation['result']) => {
    if (!ridden) return;
    const observation: TryObservation = {
      ...base(),
      kind: 'try',
      itemId: ridden.itemId,
      text: ridden.text.slice(0, 300),
      rein: place.rein,
      gait: place.gait,
      result,
      held: teaching.held,
    };
    dispatch(tried(observation));
  };
  const takeBack = (corrects: string) =>
    dispatch(withdrawn({ ...base(), kind: 'withdrawn', corrects }));
  return (
    <>
      <Held
        held={teaching.held}
        unit={countWord(place.gait)}
        onHeld={(held) => dispatch(heldSet({ sessionId, held }))}
      />
      <div className="grid h-[clamp(76px,17vh,150px)] grid-cols-2 gap-2 landscape-phone:h-auto landscape-phone:flex-1">
        <TryButton
          className="bg-[#8a1f2a]"
          disabled={!ridden}
          label="lost"
          hint="lost it: ride straight"
          onClick={() => record('lost')}
        />
        <TryButton
          className="bg-[#0f4a3b]"
          disabled={!ridden}
          label="good"
          hint="it held"
          onClick={() => record('good')}
        />
      </div>
      <LastSeen last={last} tries={teaching.tries} onUndo={takeBack} />
    </>
  );
}
