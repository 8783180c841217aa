import type { Point } from '@canter-book/core/geometry/curve';
import type { Pose } from '@canter-book/core/ride/sample';

/** Half the width of the body along its length, nose to tail: metres ahead of the middle → metres. */
const OUTLINE: readonly (readonly [number, number])[] = [
  [1.45, 0.06],
  [1.3, 0.14],
  [1.0, 0.12],
  [0.75, 0.17],
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
  const bend = Math.max(-0.35, Math.min(0.35, pose.curvature));
  const at = (aheadM: number, sideM: number): Point => {
    const turned = pose.headingRad + bend * aheadM;
    const middle = pose.headingRad + (bend * aheadM) / 2;
    return {
      x: pose.x + aheadM * Math.cos(middle) - sideM * Math.sin(turned),
      y: pose.y + aheadM * Math.sin(middle) + sideM * Math.cos(turned),
    };
  };
  return [
    ...OUTLINE.map(([ahead, half]) => at(ahead, half)),
    ...[...OUTLINE].reverse().map(([ahead, half]) => at(ahead, -half)),
  ];
}

/** Where the rider sits. */
export const saddleOf = (pose: Pose): Point => ({
  x: pose.x - 0.05 * Math.cos(pose.headingRad),
  y: pose.y - 0.05 * Math.sin(pose.headingRad),
});
