import { toView, type View } from '@canter-book/core/drawing/svgPath';
import type { HandleKind } from '@canter-book/core/placing/handles';
import type { Handles } from './useHandles.ts';

const SAYS: Readonly<Record<HandleKind, string>> = {
  start: 'Where it begins',
  end: 'Where it ends',
  size: 'How large the circle is',
};

/** The grips of the selected line: drag them, or move them with the arrow keys. */
export function HandleMarks({ handles, view }: { handles: Handles; view: View }) {
  return (
    <g>
      {handles.handles.map(({ kind, at }) => {
        const shown = handles.held === kind && handles.variant ? handles.variant.at : at;
        const { x, y } = toView(view, shown);
        return (
          <g
            key={kind}
            role="slider"
            tabIndex={0}
            aria-label={SAYS[kind]}
            aria-valuetext={String(handles.variant?.value ?? '')}
            aria-valuenow={0}
            className="cursor-grab"
            data-handle={kind}
            onClick={(event) => event.stopPropagation()}
            onPointerDown={(event) => {
              event.preventDefault();
              event.stopPropagation();
              handles.take(kind);
            }}
            onKeyDown={(event) => {
              const forward = ['ArrowRight', 'ArrowUp'].includes(event.key);
              if (!forward && !['ArrowLeft', 'ArrowDown'].includes(event.key)) return;
              event.preventDefault();
              handles.step(kind, forward ? 1 : -1);
            }}
          >
            <circle cx={x} cy={y} r={1.8} fill="transparent" />
            <Grip kind={kind} x={x} y={y} />
            {handles.held === kind && handles.variant && (
              <text
                x={x}
                y={y - 1.6}
                fontSize={1.6}
                fontWeight={700}
                textAnchor="middle"
                fill="var(--leather)"
              >
                {handles.variant.value}
                {kind === 'size' ? ' m' : ''}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}

/** A size is a square on its corner, a place a dot: full where it begins. */
function Grip({ kind, x, y }: { kind: HandleKind; x: number; y: number }) {
  const line = { stroke: 'var(--leather)', strokeWidth: 0.3 };
  if (kind !== 'size')
    return (
      <circle
        cx={x}
        cy={y}
        r={0.7}
        fill={kind === 'start' ? 'var(--leather)' : 'var(--page)'}
        {...line}
      />
    );
  return (
    <rect
      x={x - 0.6}
      y={y - 0.6}
      width={1.2}
      height={1.2}
      rx={0.15}
      fill="var(--page)"
      transform={`rotate(45 ${x} ${y})`}
      {...line}
    />
  );
}
