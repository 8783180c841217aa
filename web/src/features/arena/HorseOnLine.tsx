import { useEffect, useRef } from 'react';
import { toView, type View } from '@canter-book/core/drawing/svgPath';
import { footfallsAt } from '@canter-book/core/ride/footfalls';
import { sampleRide, type Pose } from '@canter-book/core/ride/sample';
import type { Ride } from '@canter-book/core/ride/types';
import { hoofPlaces, horseOutline, saddleOf } from './horseFigure.ts';
import type { Player } from './player.ts';

const HOOVES = ['LF', 'RF', 'LH', 'RH'] as const;
/** Faster than this the feet are a blur and are left out. */
const FEET_UP_TO_SPEED = 2;

interface HorseOnLineProps {
  ride: Ride;
  player: Player;
  view: View;
}

/** Follows the play head by moving its own nodes: sixty frames a second without a render. */
export function HorseOnLine({ ride, player, view }: HorseOnLineProps) {
  const body = useRef<SVGPathElement>(null);
  const rider = useRef<SVGCircleElement>(null);
  const feet = useRef<SVGGElement>(null);
  useEffect(
    () =>
      player.onMove((seconds) => {
        const pose = sampleRide(ride, seconds);
        if (!pose || !body.current || !rider.current || !feet.current) return;
        const points = horseOutline(pose).map((p) => toView(view, p));
        body.current.setAttribute(
          'd',
          `M${points.map((p) => `${p.x.toFixed(3)} ${p.y.toFixed(3)}`).join('L')}Z`,
        );
        const saddle = toView(view, saddleOf(pose));
        rider.current.setAttribute('cx', saddle.x.toFixed(3));
        rider.current.setAttribute('cy', saddle.y.toFixed(3));
        const slow = player.speed <= FEET_UP_TO_SPEED;
        putFeet(feet.current, slow ? pose : null, ride, seconds, view);
      }),
    [ride, player, view],
  );
  return (
    <g data-testid="horse" pointerEvents="none">
      <g ref={feet} stroke="var(--paper)" strokeWidth={0.05}>
        {HOOVES.map((hoof) => (
          <circle key={hoof} r={0.17} data-hoof={hoof} visibility="hidden" />
        ))}
      </g>
      <path
        ref={body}
        fill="var(--ink)"
        stroke="var(--paper)"
        strokeWidth={0.2}
        strokeLinejoin="round"
      />
      <circle ref={rider} r={0.4} fill="var(--brass)" />
    </g>
  );
}

/** Feet on the ground are dark and stand beside the body; those in the air are pale and small. */
function putFeet(group: SVGGElement, pose: Pose | null, ride: Ride, seconds: number, view: View) {
  const now = pose && footfallsAt(ride, seconds);
  for (const circle of group.children) {
    const foot = now?.feet.find((f) => f.hoof === circle.getAttribute('data-hoof'));
    if (!pose || !foot) {
      circle.setAttribute('visibility', 'hidden');
      continue;
    }
    const { x, y } = toView(view, hoofPlaces(pose)[foot.hoof]);
    circle.setAttribute('visibility', 'visible');
    circle.setAttribute('cx', x.toFixed(3));
    circle.setAttribute('cy', y.toFixed(3));
    circle.setAttribute('r', foot.down ? '0.19' : '0.11');
    circle.setAttribute('fill', foot.down ? 'var(--ink)' : 'var(--soft)');
    circle.setAttribute('fill-opacity', foot.down ? '1' : '0.55');
  }
}
