import { useRef, useState, type CSSProperties, type PointerEvent } from 'react';
import { GripVertical, X } from 'lucide-react';
import { timeFrom } from '@canter-book/core/calendar/clock';
import {
  cancelledSaid,
  NO_REASON,
  startMin,
  type Occurrence,
} from '@canter-book/core/calendar/occurrences';
import type { LessonSummary, SessionSummary } from '@canter-book/core/book/summaries';
import type { YardRow } from '../../api/yard.ts';
import { Button, ButtonLink } from '../../ui/Button.tsx';
import { LazyLessonMini } from '../arena/LazyLessonMini.tsx';
import { PlanLink } from '../plan/PlanLink.tsx';
import type { State } from './states.ts';

export interface StripData {
  readonly o: Occurrence;
  readonly state: State;
  readonly called: string;
  readonly about: string;
  readonly session: SessionSummary | null;
  readonly lesson: LessonSummary | null;
  readonly row: YardRow | null;
  /** Dated limits of the horse, in words. */
  readonly limits: readonly string[];
  readonly clashes: readonly string[];
}

interface DayStripProps {
  strip: StripData;
  isNext: boolean;
  pxAMin: number;
  at: { top: number; height: number; place: number; of: number };
  onOpen(): void;
  onMove(start: string): void;
  onCancel(): void;
  onHold(): void;
}

const EDGE: Readonly<Record<State, string>> = {
  cancelled: 'border-l-line border-dashed',
  taught: 'border-l-bottle bg-sand-light',
  'under way': 'border-l-bottle shadow-md',
  'to come': 'border-l-leather',
  missed: 'border-l-slip-edge',
};
const STEP_MIN = 15;
const LAST_MIN = 24 * 60;
/** From such a height on there is room for another line. */
const ROOMY_PX = 72;

/** A lesson of the day: who and where, what it is for, its line, and what to do. */
export function DayStrip(props: DayStripProps) {
  const { strip, isNext, pxAMin, at, onOpen, onMove, onCancel, onHold } = props;
  const { o, state, called, about, lesson } = strip;
  const { shift, there, moved, grip } = useShifted(o, pxAMin, onMove);
  const canChange = state === 'to come' || state === 'missed';
  return (
    <li
      data-next={isNext}
      className={`@container relative z-[1] flex overflow-hidden rounded-lg border border-l-[6px] bg-page md:absolute md:top-(--top) md:left-(--left) md:h-(--height) md:w-(--width) ${EDGE[state]} ${isNext ? 'border-leather shadow-md' : 'border-line'} ${shift === 0 ? '' : 'z-20 shadow-xl'}`}
      style={placed(at, (there - startMin(o)) * pxAMin)}
    >
      {canChange && (
        <MoveHandle {...{ called, there, grip }} onStep={(by) => onMove(timeFrom(moved(by)))} />
      )}
      <div className="grid min-w-0 flex-1 grid-cols-1 items-center gap-x-4 gap-y-2 px-3 py-1.5 md:py-0.5 md:pl-2 @2xl:grid-cols-[9.75rem_minmax(0,1fr)_auto]">
        <button type="button" className="min-w-0 text-left hover:underline" onClick={onOpen}>
          <span className="block truncate font-book text-[19px] leading-tight font-semibold">
            <span className="tabular mr-2 font-mono text-[13px] font-normal text-soft md:hidden">
              {o.start}
            </span>
            {shift === 0 ? called : `${called} ${timeFrom(there)}`}
          </span>
          <span className="block truncate text-[13px] text-soft">{about}</span>
        </button>
        <Purpose strip={strip} isRoomy={at.height >= ROOMY_PX} />
        <div className="flex items-center gap-2">
          {lesson && (
            <LazyLessonMini
              lessonId={lesson.id}
              title={lesson.title}
              className="hidden w-[7.5rem] shrink-0 @2xl:flex @2xl:items-center [&_svg]:max-h-10"
            />
          )}
          <Actions strip={strip} isNext={isNext} />
          {state === 'cancelled' && (
            <Button look="quiet" onClick={onHold}>
              Reinstate
            </Button>
          )}
          {canChange && (
            <button
              type="button"
              title="Cancel it on this day"
              aria-label={`Cancel ${called}, ${o.start}`}
              className="flex size-9 shrink-0 items-center justify-center rounded-lg text-soft hover:text-madder max-md:ml-auto"
              onClick={onCancel}
            >
              <X size={17} aria-hidden />
            </button>
          )}
        </div>
      </div>
    </li>
  );
}

/** Where it stands on the sheet: at its time, and beside others of the same time. */
const placed = ({ top, height, place, of }: DayStripProps['at'], shiftPx: number) =>
  ({
    '--top': `${top + shiftPx}px`,
    '--height': `${height}px`,
    '--left': `calc(3.6rem + (100% - 3.6rem) * ${place / of})`,
    '--width': `calc((100% - 3.6rem) / ${of} - ${place < of - 1 ? 6 : 0}px)`,
  }) as CSSProperties;

/** Where the strip is while it is dragged, in steps of a quarter of an hour. */
function useShifted(o: Occurrence, pxAMin: number, onMove: (start: string) => void) {
  const [shift, setShift] = useState(0);
  const begun = useRef<number | null>(null);
  const start = startMin(o);
  const moved = (by: number) =>
    Math.min(LAST_MIN - o.minutes, Math.max(0, start + Math.round(by / STEP_MIN) * STEP_MIN));
  const there = moved(shift / pxAMin);
  const grip = {
    onPointerDown(event: PointerEvent<HTMLButtonElement>) {
      event.currentTarget.setPointerCapture(event.pointerId);
      begun.current = event.clientY;
    },
    onPointerMove(event: PointerEvent<HTMLButtonElement>) {
      if (begun.current !== null) setShift(event.clientY - begun.current);
    },
    onPointerUp() {
      begun.current = null;
      setShift(0);
      if (there !== start) onMove(timeFrom(there));
    },
    onPointerCancel() {
      begun.current = null;
      setShift(0);
    },
  };
  return { shift, there, moved, grip };
}

interface MoveHandleProps {
  called: string;
  there: number;
  grip: ReturnType<typeof useShifted>['grip'];
  onStep(by: number): void;
}

/** The handle a strip is dragged by, or moved by the arrow keys. */
const MoveHandle = ({ called, there, grip, onStep }: MoveHandleProps) => (
  <button
    type="button"
    aria-label={`Move ${called}, ${timeFrom(there)}: up and down arrow keys`}
    className="hidden w-6 shrink-0 cursor-grab touch-none items-center justify-center text-soft hover:text-leather md:flex"
    {...grip}
    onKeyDown={(event) => {
      const by = { ArrowUp: -STEP_MIN, ArrowDown: STEP_MIN }[event.key];
      if (by === undefined) return;
      event.preventDefault();
      onStep(by);
    }}
  >
    <GripVertical size={16} aria-hidden />
  </button>
);

/** The purpose of a lesson: its plan, the wish of the programme, limits of the horse. */
function Purpose({ strip, isRoomy }: { strip: StripData; isRoomy: boolean }) {
  const { o, state, session, lesson, row, limits, clashes } = strip;
  if (state === 'cancelled')
    return <p className="text-[14px] text-soft">{cancelledSaid(o.cancelled ?? NO_REASON)}</p>;
  const missing = row?.programme?.gate;
  const gate =
    missing &&
    (missing.state === 'open'
      ? `gate for ${row.programme!.theme}: open`
      : `gate for ${row.programme!.theme}: ${missing.missing[0]}`);
  const rest = session
    ? [
        session.minutes !== null && `ridden ${Math.round(session.minutes)} min`,
        session.endedAt === null ? 'under way' : session.marks === 0 && 'marks still open',
      ]
    : state === 'missed'
      ? ['not recorded yet']
      : [
          gate,
          !gate &&
            row?.homework &&
            `homework${row.answer ? ` (${row.answer.did})` : ''}: ${row.homework}`,
        ];
  const said = rest.filter(Boolean).join(' · ');
  return (
    <div className="min-w-0 max-md:pb-1">
      <p className="truncate font-book text-[15px] italic">
        {lesson?.title ?? o.appointment.title}
        {!lesson && o.appointment.horseId && <span className="text-soft">no plan yet</span>}
      </p>
      {clashes.length > 0 ? (
        <p className="truncate text-[13px] font-bold text-ochre" title={clashes.join(' ')}>
          ▲ {clashes[0]}
        </p>
      ) : (
        <p
          className={`text-[13px] text-soft ${isRoomy ? 'line-clamp-2' : 'md:truncate'} ${row ? '' : 'max-md:min-h-[1.5em]'}`}
          title={said}
        >
          {limits.length > 0 && (
            <span className="mr-2 rounded bg-slip px-1.5 py-0.5 text-ink">{limits.join(', ')}</span>
          )}
          {said}
        </p>
      )}
    </div>
  );
}

function Actions({ strip, isNext }: { strip: StripData; isNext: boolean }) {
  const { o, state, session, lesson } = strip;
  const { horseId, riderId, id } = o.appointment;
  if (state === 'cancelled' || horseId === null) return null;
  if (session) {
    const to = session.endedAt === null ? `/ringside/${session.id}` : `/debrief/${session.id}`;
    return (
      <ButtonLink look="quiet" to={to}>
        {session.endedAt === null ? 'Go on' : 'Debrief'}
      </ButtonLink>
    );
  }
  const asked = new URLSearchParams({
    horse: horseId,
    appointment: id,
    ...(riderId && { rider: riderId }),
    ...(lesson && { lesson: lesson.id }),
  });
  return (
    <>
      <PlanLink horseId={horseId}>Propose</PlanLink>
      <ButtonLink look={isNext ? 'main' : 'quiet'} to={`/ringside?${asked}`}>
        Teach
      </ButtonLink>
    </>
  );
}
