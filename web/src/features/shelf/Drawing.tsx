import { useMemo, useState } from 'react';
import { LONG_ARENA, SHORT_ARENA } from '@canter-book/core/arena/arena';
import { REINS } from '@canter-book/core/arena/rein';
import type { Exercise } from '@canter-book/core/exercises/exercise';
import { sitesOf } from '@canter-book/core/exercises/sites';
import { horseFor, rideOfSite, stageOf } from '@canter-book/core/exercises/trial';
import { countsPerStride, countWord } from '@canter-book/core/gaits/paces';
import { clock } from '@canter-book/core/units';
import { Button } from '../../ui/Button.tsx';
import { OneOf } from '../../ui/Choose.tsx';
import { reinSaid } from '../../ui/ReinMark.tsx';
import { ArenaDrawing } from '../arena/ArenaDrawing.tsx';
import { usePlayer, usePlayerState } from '../arena/player.ts';
import { PutIntoLesson } from './PutIntoLesson.tsx';

/** The rung that is chosen, at the place that is chosen, ridden. */
export function Drawing({
  exercise,
  toLesson = false,
}: {
  exercise: Exercise;
  toLesson?: boolean;
}) {
  const [rungIndex, setRung] = useState(0);
  const [rein, setRein] = useState<'left' | 'right'>('left');
  const [place, setPlace] = useState(0);
  const rung = exercise.rungs[Math.min(rungIndex, exercise.rungs.length - 1)]!;
  const { sites, arena } = useMemo(() => laid(exercise, rung), [exercise, rung]);
  const here = sites.filter((s) => s.rein === rein);
  const site = here[place % Math.max(1, here.length)];
  const text = site?.text ?? null;
  const ride =
    text === null ? null : rideOfSite({ text, rein, at: '' }, arena, horseFor(exercise, rung));
  const player = usePlayer(ride?.totals.seconds ?? 0);
  usePlayerState(player);
  if (!ride || !site) {
    return <p className="text-madder">This step can’t be drawn in a standard arena.</p>;
  }
  return (
    <section aria-label="How it is ridden">
      <div className="no-print mb-2 flex flex-wrap items-center gap-2 text-[14px]">
        <Group
          name="Step"
          all={exercise.rungs.map((r) => r.name)}
          chosen={rung.name}
          onChoose={(_, i) => setRung(i)}
        />
        <OneOf quiet label="Rein" all={REINS} chosen={rein} said={reinSaid} onChange={setRein} />
        {here.length > 1 && (
          <Group
            name="Begins at"
            all={here.map((s) => s.at)}
            chosen={site.at}
            onChoose={(_, i) => setPlace(i)}
          />
        )}
        <Button look="quiet" onClick={() => player.toggle()}>
          {player.playing ? 'Stop' : 'Ride it'}
        </Button>
        {toLesson && <PutIntoLesson text={site.text} name={exercise.name} />}
      </div>
      <ArenaDrawing ride={ride} player={player} selectedItem={null} className="w-full max-w-3xl" />
      <pre className="mt-2 rounded-lg bg-sand-light px-4 py-2 font-mono text-[14px] whitespace-pre-wrap">
        {site.text}
      </pre>
      <p className="mt-1 text-[13px] text-soft">
        {countsOf(ride)} · {clock(ride.totals.seconds)} · from stage {stageOf(exercise, rung)}
      </p>
    </section>
  );
}

const countsOf = ({ movements }: ReturnType<typeof rideOfSite>): string =>
  movements
    .filter((m) => m.act !== -1 && m.metres > 1)
    .map(
      (m) =>
        `${Math.round(m.metres)} m, ${Math.round(m.strides * countsPerStride(m.gait))} ${countWord(m.gait)}`,
    )
    .join(' · ');

/** In the long arena where it fits there, else in the short one. */
function laid(exercise: Exercise, rung: Exercise['rungs'][number]) {
  const long = sitesOf(exercise, rung, LONG_ARENA);
  if (long.length > 0) return { sites: long, arena: LONG_ARENA };
  return { sites: sitesOf(exercise, rung, SHORT_ARENA), arena: SHORT_ARENA };
}

interface GroupProps {
  name: string;
  all: readonly string[];
  chosen: string;
  onChoose(value: string, index: number): void;
}

function Group({ name, all, chosen, onChoose }: GroupProps) {
  return all.length < 2 ? null : (
    <OneOf quiet label={name} all={all} chosen={chosen} onChange={onChoose} />
  );
}
