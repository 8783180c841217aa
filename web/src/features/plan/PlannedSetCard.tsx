import { Link } from 'react-router';
import type { PlannedSet } from '@canter-book/core/planner/reasons';
import { Strap } from '../../ui/Strap.tsx';
import { leaveLabel } from '@canter-book/core/exercises/leaveLabel';

interface PlannedSetCardProps {
  set: PlannedSet;
  /** Worth of the whole plan, against which another set's cost is said. */
  objective: number;
  shown: boolean;
  pinned: boolean;
  onShow(): void;
  onPin(): void;
  onNotToday(): void;
  onSwap(exercise: string): void;
}

const MARKS = { confirmed: '●', improving: '↗', new: '○', 'not yet': '–' } as const;

/** One set of the plan: what, how long on each rein, and why; opened, what must be seen and what could stand here instead. */
export function PlannedSetCard(props: PlannedSetCardProps) {
  const { set, objective, shown, pinned, onShow, onPin, onNotToday, onSwap } = props;
  return (
    <li id={`set-${set.exercise}`} className="scroll-mt-24 py-2.5">
      <div className="grid grid-cols-[1fr_auto] items-baseline gap-x-4 sm:grid-cols-[1fr_auto_auto]">
        <button
          type="button"
          aria-expanded={shown}
          className="min-w-0 text-left hover:text-leather"
          onClick={onShow}
        >
          <span className="font-book text-[17px] font-semibold">{set.name}</span>{' '}
          <span className="text-[14px] text-soft">{set.rungName}</span>
        </button>
        <span className="tabular font-mono text-[14px] whitespace-nowrap">
          ◐ {set.left} ◑ {set.right} min
        </span>
        <span
          className={`text-[13px] whitespace-nowrap sm:w-28 ${set.status === 'confirmed' ? 'text-bottle' : 'text-ink'}`}
        >
          {MARKS[set.status]} {set.status}
        </span>
      </div>
      <div className="flex items-start gap-x-4">
        <p className="min-w-0 flex-1 text-[14px] text-soft">
          {set.why} <span>{set.takes}</span>
        </p>
        {set.level && <Level {...set.level} />}
      </div>
      {shown && (
        <div className="mt-2 space-y-2 rounded-lg bg-sand-light p-4 text-[14px]">
          <WhatToSee set={set} />
          <div className="flex flex-wrap items-center gap-x-4 gap-y-2 pt-1">
            <Act onClick={onPin}>{pinned ? 'May go again' : 'Must be in it'}</Act>
            <Act onClick={onNotToday}>Not today</Act>
            {set.alternatives.map((a) => (
              <Act key={a.exercise} onClick={() => onSwap(a.exercise)}>
                Instead: {a.name}
                <span className="text-soft"> {costWords(a.costs, objective)}</span>
              </Act>
            ))}
            <Link to={`/shelf/${set.exercise}`} className="text-leather">
              All about it
            </Link>
          </div>
        </div>
      )}
    </li>
  );
}

/** Of a set: the sign to move on, when to leave it, the step after, and cautions. */
const WhatToSee = ({ set }: { set: PlannedSet }) => (
  <dl className="grid gap-x-4 gap-y-1 sm:grid-cols-[7rem_1fr]">
    <dt className="text-soft">Good looks like</dt>
    <dd>{set.moveOnWhen}</dd>
    <dt className="text-soft">{leaveLabel(set)}</dt>
    <dd>{set.leaveWhen}</dd>
    {set.repair && (
      <>
        <dt className="text-soft">If it is lost</dt>
        <dd>{set.repair}</dd>
      </>
    )}
    {set.cautions.map((caution) => (
      <div key={caution} className="contents">
        <dt className="text-madder">Take care</dt>
        <dd>{caution}</dd>
      </div>
    ))}
  </dl>
);

/** The level that decides, as a small strap. */
function Level({ scale, rein, mean, sd }: NonNullable<PlannedSet['level']>) {
  return (
    <div className="mt-1 w-28 shrink-0 max-sm:hidden" title={`${scale}, ${rein} rein`}>
      <Strap
        value={mean}
        spread={sd}
        notch={null}
        side={rein}
        label={`${scale} on the ${rein} rein: ${mean.toFixed(1)} ± ${sd.toFixed(1)}`}
      />
    </div>
  );
}

/** The cost of another set in words, as a share of the plan's worth. */
function costWords(costs: number, objective: number): string {
  const percent = Math.round((100 * costs) / Math.max(1e-9, objective));
  return percent > 0 ? `(the lesson is worth ${percent} % less)` : '(as good)';
}

function Act(props: React.ComponentProps<'button'>) {
  return (
    <button
      type="button"
      className="min-h-9 rounded-lg border border-line bg-page px-3 hover:border-leather"
      {...props}
    />
  );
}
