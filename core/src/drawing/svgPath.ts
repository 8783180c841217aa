import { TAU, roundTo } from '../units.ts';
import type { Point } from '../geometry/curve.ts';
import type { ArcStroke, Sink } from '../geometry/sink.ts';

/** How the arena lies on the paper: C to the right, or as it is seen from A (C up) or from C (A up). */
export type View = 'c-right' | 'c-up' | 'a-up';

/** From arena metres to drawing metres, y down. All views are turns, not mirror images. */
export function toView(view: View, p: Point): Point {
  if (view === 'c-right') return { x: p.y, y: p.x };
  return view === 'c-up' ? { x: p.x, y: -p.y } : { x: -p.x, y: p.y };
}

/** Back from drawing metres to arena metres. */
export function fromView(view: View, p: Point): Point {
  if (view === 'c-right') return { x: p.y, y: p.x };
  return view === 'c-up' ? { x: p.x, y: -p.y } : { x: -p.x, y: p.y };
}

/** A sink that writes the `d` of an SVG path, in drawing metres. */
export class SvgPath implements Sink {
  private readonly parts: string[] = [];

  /** @param digits after the point; three are a millimetre */
  constructor(
    private readonly view: View = 'c-right',
    private readonly digits = 3,
  ) {}

  private n(value: number): string {
    return String(roundTo(value, this.digits));
  }

  private xy(p: Point): string {
    const at = toView(this.view, p);
    return `${this.n(at.x)} ${this.n(at.y)}`;
  }

  move(to: Point): void {
    this.parts.push(`M${this.xy(to)}`);
  }

  line(to: Point): void {
    this.parts.push(`L${this.xy(to)}`);
  }

  arc({ centre, radiusM, startRad, sweepRad }: ArcStroke): void {
    // An SVG arc is at most a half circle here, so that its flags are never in doubt.
    const parts = Math.max(1, Math.ceil(Math.abs(sweepRad) / (TAU / 3)));
    for (let i = 1; i <= parts; i++) {
      const angle = startRad + (sweepRad * i) / parts;
      const to = {
        x: centre.x + radiusM * Math.cos(angle),
        y: centre.y + radiusM * Math.sin(angle),
      };
      this.parts.push(
        `A${this.n(radiusM)} ${this.n(radiusM)} 0 0 ${sweepRad > 0 ? 0 : 1} ${this.xy(to)}`,
      );
    }
  }

  toString(): string {
    return this.parts.join('');
  }
}

/** The `d` of whatever draws itself into a sink. */
export function svgPathOf(draw: (sink: Sink) => void, view: View = 'c-right', digits = 3): string {
  const sink = new SvgPath(view, digits);
  draw(sink);
  return sink.toString();
}
