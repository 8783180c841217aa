import { useEffect } from 'react';
import { countWord } from '@canter-book/core/gaits/paces';
import type { Cue, CuesNow } from '@canter-book/core/ringside/cues';
import type { Ride } from '@canter-book/core/ride/types';
import { ReinMark } from '../../ui/ReinMark.tsx';
import { ArenaDrawing } from '../arena/ArenaDrawing.tsx';
import { usePlayer } from '../arena/player.ts';
import type { SpokenCalls } from './useSpokenCalls.ts';
import { VoiceButton } from './VoiceButton.tsx';

/** The parts of the card that show the plan: where, what now, what next. */

/** The arena with the present movement, so that a glance tells where it goes. */
export function Where({
  ride,
  seconds,
  itemId,
}: {
  ride: Ride;
  seconds: number;
  itemId: string | null;
}) {
  const player = usePlayer(ride.totals.seconds);
  useEffect(() => player.seek(seconds), [player, seconds]);
  return (
    <div className="hidden min-h-0 flex-1 items-center justify-center px-1 tall-enough:flex landscape-phone:flex">
      <ArenaDrawing
        ride={ride}
        player={player}
        selectedItem={itemId}
        only={itemId}
        className="w-full landscape-phone:h-full landscape-phone:w-auto"
      />
    </div>
  );
}

export function NowCard({ cue, tries }: { cue: Cue | null; tries: number }) {
  return (
    <section
      aria-label="Now"
      className="shrink-0 rounded-2xl border-[3px] border-ink bg-page px-4 py-2"
    >
      <p className="text-[14px]">
        now
        {cue && (
          <>
            {' '}
            · <ReinMark rein={cue.rein} word />{' '}
            {tries > 0 && `· ${tries} ${tries === 1 ? 'try' : 'tries'}`}
          </>
        )}
      </p>
      <p className="line-clamp-2 font-book text-[clamp(21px,3.4vh,27px)] leading-tight font-semibold">
        {cue ? cue.text : 'Ready to begin'}
      </p>
      {cue && cue.metres > 0.5 && (
        <p className="tabular text-[15px]">
          {Math.round(cue.metres)} m · {Math.round(cue.counts)} {countWord(cue.gait)}
        </p>
      )}
      {cue?.until && (
        <p className="text-[15px] font-bold">
          {cue.until.what === 'back'
            ? 'Until it is back: then tap next.'
            : 'Until it is lost: then tap next.'}
        </p>
      )}
      {cue?.note && (
        <p className="line-clamp-2 font-book text-[15px] leading-tight italic">{cue.note}</p>
      )}
    </section>
  );
}

interface NextCardProps {
  next: Cue | null;
  moment: CuesNow;
  spoken: SpokenCalls;
}

export function NextCard({ next, moment, spoken }: NextCardProps) {
  const soon = moment.due;
  // Until the first word, so that the last one is said in time.
  const beginS = Math.max(0, moment.secondsToCall - (next?.saidForS ?? 0));
  const counts = soon ? 0 : Math.round((moment.countsToCall * beginS) / moment.secondsToCall);
  const unit = countWord(moment.now?.gait ?? 'walk');
  return (
    <section
      aria-label="Next"
      className={`flex shrink-0 items-center gap-3 rounded-2xl px-4 py-2 ${soon ? 'bg-slip outline-3 outline-ink' : 'bg-sand'}`}
    >
      <VoiceButton voice={spoken} />
      <div className="min-w-0 flex-1">
        <p className="text-[13px]">next</p>
        <p className="line-clamp-2 font-book text-[clamp(17px,2.5vh,20px)] leading-tight font-semibold">
          {next ? next.text : 'The end of the lesson'}
        </p>
      </div>
      {next && (
        <p className="tabular shrink-0 text-right" aria-live="off">
          <span className="block text-[13px]">{soon ? 'now' : 'call in'}</span>
          <span className="block text-[26px] leading-none font-bold">
            {soon ? 'say it' : counts > 0 && counts < 60 ? counts : `${Math.round(beginS)} s`}
          </span>
          {!soon && counts > 0 && counts < 60 && (
            <span className="text-[13px]">
              {unit} · {Math.round(beginS)} s
            </span>
          )}
        </p>
      )}
    </section>
  );
}

/** Something else is ridden than was planned: one tap goes back to where the plan was left. */
export const BackToPlan = ({ onBack }: { onBack(): void }) => (
  <p className="flex shrink-0 items-center justify-between gap-3 rounded-2xl bg-slip px-4">
    <span className="text-[15px]">Changed here</span>
    <button type="button" className="min-h-12 font-bold underline" onClick={onBack}>
      back to the plan
    </button>
  </p>
);
