import type { Hoof } from '@canter-book/core/gaits/footfalls';
import type { Point } from '@canter-book/core/geometry/curve';
import type { Pose } from '@canter-book/core/ride/sample';
import { clamp } from '@canter-book/core/units';

/** Half as large again as it is: to be seen in an arena of sixty metres. */
const SHOWN = 1.5;

/** Half the width of the body along its length, nose to tail: metres ahead of the middle → metres. */
const OUTLINE: readonly (readonly [number, number])[] = [
  [1.62, 0.05],
  [1.52, 0.12],
  [1.3, 0.19],
  [1.18, 0.2],
  [1.12, 0.3],
  [1.08, 0.15],
  [0.92, 0.14],
  [0.75, 0.19],
  [0.5, 0.3],
  [0.1, 0.34],
  [-0.4, 0.36],
  [-0.8, 0.34],
  [-1.05, 0.22],
  [-1.15, 0.05],
  [-1.45, 0.03],
];

/** Our own top view of a horse, bent as the line it is on. Points in the arena frame, left side first. */
export function horseOutline(pose: Pose): Point[] {
  return [
    ...OUTLINE.map(([ahead, half]) => onBody(pose, ahead, half)),
    ...[...OUTLINE].reverse().map(([ahead, half]) => onBody(pose, ahead, -half)),
  ];
}

/** A point of the bent body: metres ahead of its middle, and to its left. */
function onBody(pose: Pose, ahead: number, side: number): Point {
  const [aheadM, sideM] = [SHOWN * ahead, SHOWN * side];
  const bend = clamp(pose.curvature, -0.35, 0.35);
  const turned = pose.headingRad + bend * aheadM;
  const middle = pose.headingRad + (bend * aheadM) / 2;
  return {
    x: pose.x + aheadM * Math.cos(middle) - sideM * Math.sin(turned),
    y: pose.y + aheadM * Math.sin(middle) + sideM * Math.cos(turned),
  };
}

/** Where the feet are, a little wider than the body, so that they can be seen from above. */
export const hoofPlaces = (pose: Pose): Record<Hoof, Point> => ({
  LF: onBody(pose, 0.62, 0.42),
  RF: onBody(pose, 0.62, -0.42),
  LH: onBody(pose, -0.72, 0.46),
  RH: onBody(pose, -0.72, -0.46),
});

/** Where the rider sits. */
export const saddleOf = (pose: Pose): Point => ({
  x: pose.x - 0.05 * SHOWN * Math.cos(pose.headingRad),
  y: pose.y - 0.05 * SHOWN * Math.sin(pose.headingRad),
});
