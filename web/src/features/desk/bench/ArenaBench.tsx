import {
  lazy,
  Suspense,
  useEffect,
  useMemo,
  useRef,
  useState,
  type PointerEvent,
  type RefObject,
} from 'react';
import { Minus, Plus, Scan } from 'lucide-react';
import { fromView, type View } from '@canter-book/core/drawing/svgPath';
import { isSheet, type Lesson } from '@canter-book/core/lesson/document';
import { sheetGroup } from '@canter-book/core/placing/palette';
import type { Said } from '@canter-book/core/review/reviewed';
import type { Ride } from '@canter-book/core/ride/types';
import { Segments, Toggle } from '../../../ui/Choose.tsx';
import { ArenaDrawing } from '../../arena/ArenaDrawing.tsx';
import type { Player } from '../../arena/player.ts';
import { drawingPoint } from '../../arena/pointer.ts';
import { arenaBox, panned, zoomed, zoomOf, type ViewBox } from '../../arena/viewBox.ts';
import { BeatLegend } from './BeatLegend.tsx';
import { useDesk } from '../deskModel.ts';
import { Ghost } from './Ghost.tsx';
import { LetterTargets } from './LetterTargets.tsx';
import { Palette } from './Palette.tsx';
import { useHandles } from './useHandles.ts';
import { usePlacing, type ChoiceInHand } from './usePlacing.ts';

/** What two fingers do, and what stands on the picture, comes after it. */
const HandleMarks = lazy(() =>
  import('./HandleMarks.tsx').then((m) => ({ default: m.HandleMarks })),
);
const Pins = lazy(() => import('./Pins.tsx').then((m) => ({ default: m.Pins })));
const Pinch = lazy(() => import('./Pinch.tsx').then((m) => ({ default: m.Pinch })));

const VIEWS: Readonly<Record<View, string>> = {
  'c-right': 'side',
  'c-up': 'from A',
  'a-up': 'from C',
};
const ZOOM_STEP = 1.5;

interface ArenaBenchProps {
  /** The ride and the selection as they are now: the rest of the desk may be a moment behind. */
  ride: Ride;
  selected: string | null;
  player: Player;
  slips: readonly Said[];
}

/** The arena to work in: laying down, sizing and moving by hand, near or far, from either end. */
export function ArenaBench({ ride, selected, player, slips }: ArenaBenchProps) {
  const { derived, select } = useDesk();
  const [view, setView] = useState<View>('c-right');
  const [lines, setLines] = useState(false);
  const svg = useRef<SVGSVGElement>(null);
  const whole = arenaBox(ride.arena, view);
  const window = useWindow(whole, svg);
  const marks = useSheetGroup(derived.parsed.lesson);
  const { placing, take } = usePlacing(player);
  const handles = useHandles();
  useEscape(() => {
    placing?.putBack();
    handles.letGo();
  });
  return (
    <div className="flex min-h-0 flex-1 flex-col gap-2">
      <Palette marks={marks} onTake={take} />
      {placing && <PlacingNote placing={placing} />}
      <div
        className="relative flex min-h-0 flex-1 touch-pan-y flex-col justify-center"
        {...useHandOn({ handles, window, svg, view })}
        data-testid="bench"
      >
        <Suspense>
          <Pinch svg={svg} whole={whole} box={window.box} onShow={window.show} />
        </Suspense>
        {ride.movements.length === 0 && !placing && <HowToBegin />}
        <ArenaDrawing
          ride={ride}
          player={player}
          selectedItem={selected}
          view={view}
          lines={lines}
          box={window.box}
          svgRef={svg}
          className={`min-h-0 w-full flex-1 ${view === 'c-right' ? 'max-h-full' : 'max-h-[70vh] lg:max-h-full'}`}
          onLines={(there) => {
            const next = nextOf(there, selected);
            if (next && !placing) select(next);
          }}
          overlay={<OnPicture {...{ ride, placing, handles, slips, view }} box={whole} />}
        />
      </div>
      <div className="flex flex-wrap items-center justify-between gap-x-4 gap-y-1">
        <BeatLegend horse={derived.horse?.name ?? null} />
        <ViewBar {...{ view, lines, window }} onView={setView} onLines={setLines} />
      </div>
    </div>
  );
}

/** What a test sheet has beside its lines; nothing in a lesson. */
const useSheetGroup = (lesson: Lesson) =>
  useMemo(() => (isSheet(lesson) ? sheetGroup(lesson.items) : null), [lesson]);

interface OnPictureProps {
  ride: Ride;
  placing: ChoiceInHand | null;
  handles: ReturnType<typeof useHandles>;
  slips: readonly Said[];
  view: View;
  box: ViewBox;
}

/** What the hand works with: where a figure can go, or the grips and pins; and what it would become. */
function OnPicture({ ride, placing, handles, slips, view, box }: OnPictureProps) {
  const { select } = useDesk();
  const ghost = placing?.ghost?.ride ?? handles.variant?.ride ?? null;
  return (
    <>
      {ghost && <Ghost ride={ghost} view={view} />}
      {placing ? (
        <LetterTargets arena={ride.arena} view={view} placing={placing} />
      ) : (
        // Fetched before they are wanted: the server may be gone by then.
        <Suspense>
          <Pins ride={ride} findings={slips} view={view} box={box} onSelect={select} />
          <HandleMarks handles={handles} view={view} />
        </Suspense>
      )}
    </>
  );
}

interface HandOn {
  handles: ReturnType<typeof useHandles>;
  window: ReturnType<typeof useWindow>;
  svg: RefObject<SVGSVGElement | null>;
  view: View;
}

/** What a hand does in the arena: it drags the grip that it holds, else it pulls the paper. */
const useHandOn = ({ handles, window, svg, view }: HandOn) => ({
  onPointerDown: window.grab,
  onPointerMove(event: PointerEvent<HTMLElement>) {
    if (!handles.held) return window.pull(event);
    const at = drawingPoint(svg.current, event);
    if (at) handles.drag(fromView(view, at));
  },
  onPointerUp() {
    if (handles.held) handles.drop();
    window.release();
  },
  onPointerLeave: () => window.release(),
});

/** Another click on the same place goes to the next line that runs there. */
const nextOf = (lines: readonly string[], selected: string | null): string | undefined =>
  lines[(lines.indexOf(selected ?? '') + 1) % lines.length];

const HowToBegin = () => (
  <p className="pointer-events-none absolute inset-0 z-10 m-auto flex h-fit max-w-md justify-center px-6 text-center font-book text-[17px]">
    Take a figure from above and click its letter, or write a line: “C circle left 20”.
  </p>
);

interface ViewBarProps {
  view: View;
  lines: boolean;
  window: ReturnType<typeof useWindow>;
  onView(view: View): void;
  onLines(lines: boolean): void;
}

/** From which end, how near, and whether the lines are drawn. */
function ViewBar({ view, lines, window, onView, onLines }: ViewBarProps) {
  return (
    <div className="no-print flex items-center gap-1">
      <span className="text-[13px] text-soft">view</span>
      <Segments
        label="View"
        all={Object.keys(VIEWS) as View[]}
        chosen={view}
        said={(v) => VIEWS[v]}
        onChange={(v) => {
          onView(v);
          window.reset();
        }}
      />
      <Toggle pressed={lines} onChange={onLines}>
        lines
      </Toggle>
      <ZoomButton label="Farther" onClick={() => window.zoom(1 / ZOOM_STEP)}>
        <Minus size={15} aria-hidden />
      </ZoomButton>
      <ZoomButton label="Nearer" onClick={() => window.zoom(ZOOM_STEP)}>
        <Plus size={15} aria-hidden />
      </ZoomButton>
      <ZoomButton label="The whole arena" disabled={!window.near} onClick={window.reset}>
        <Scan size={15} aria-hidden />
      </ZoomButton>
    </div>
  );
}

function ZoomButton({ label, ...rest }: { label: string } & React.ComponentProps<'button'>) {
  return (
    <button
      type="button"
      title={label}
      aria-label={label}
      className="rounded-lg border border-line bg-page p-1.5 hover:border-leather disabled:opacity-40"
      {...rest}
    />
  );
}

function PlacingNote({ placing }: { placing: ChoiceInHand }) {
  const { choice, picked, letters } = placing;
  const where = picked.length ? `from ${picked[0]} to which letter?` : 'at which letter?';
  return (
    <p
      role="status"
      className="flex flex-wrap items-baseline gap-x-3 rounded-md bg-slip px-3 py-1.5 text-[14px]"
    >
      <b>{choice.name}</b>
      {letters.length > 0 ? (
        <span>
          {where} Click it or press its key: <span className="font-mono">{letters.join(' ')}</span>
        </span>
      ) : (
        <span>can’t be ridden from here. Select the movement it should follow.</span>
      )}
      <button
        type="button"
        className="ml-auto font-bold text-leather underline"
        onClick={placing.putBack}
      >
        Cancel (Esc)
      </button>
    </p>
  );
}

/** The part of the arena that is shown: wheel and buttons zoom, dragging the sand moves it. */
function useWindow(whole: ViewBox, svg: React.RefObject<SVGSVGElement | null>) {
  const [shown, setShown] = useState<ViewBox | null>(null);
  const held = useRef<{ x: number; y: number } | null>(null);
  const box = shown ?? whole;
  const near = zoomOf(box, whole) > 1.01;
  useEffect(() => {
    const drawing = svg.current;
    if (!drawing) return;
    // Only with the key held, so that the page still scrolls under the pointer.
    const onWheel = (event: WheelEvent) => {
      if (!event.ctrlKey && !event.metaKey) return;
      event.preventDefault();
      const at = drawingPoint(drawing, event);
      const factor = Math.exp(-event.deltaY / 300);
      if (at) setShown((now) => zoomed(now ?? whole, whole, factor, at));
    };
    drawing.addEventListener('wheel', onWheel, { passive: false });
    return () => drawing.removeEventListener('wheel', onWheel);
  }, [svg, whole]);
  return {
    box,
    near,
    show: setShown,
    reset: () => setShown(null),
    zoom(factor: number) {
      const middle = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
      setShown(zoomed(box, whole, factor, middle));
    },
    grab(event: React.PointerEvent) {
      if (near && event.target instanceof Element && event.target.hasAttribute('data-ground')) {
        held.current = drawingPoint(svg.current, event);
      }
    },
    pull(event: React.PointerEvent) {
      const at = held.current && drawingPoint(svg.current, event);
      if (at && held.current) {
        setShown(panned(box, whole, held.current.x - at.x, held.current.y - at.y));
      }
    },
    release() {
      held.current = null;
    },
  };
}

function useEscape(run: () => void) {
  const call = useRef(run);
  useEffect(() => {
    call.current = run;
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key === 'Escape') call.current();
    };
    document.addEventListener('keydown', onKey);
    return () => document.removeEventListener('keydown', onKey);
  }, []);
}
