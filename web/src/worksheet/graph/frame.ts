import { scaleLinear, type ScaleLinear } from "d3-scale";
import { line } from "d3-shape";

import type { Line } from "../../shared/api/client";

export type Graph = NonNullable<Line["graph"]>;
export type Curve = Graph["curves"][number];
export type Feature = Curve["features"][number];

/** The plot in its own units; the drawing is stretched to the room that there is. */
export const WIDTH = 480;
export const HEIGHT = 330;

export interface Tick {
  value: number;
  at: number;
  label: string;
}

/** Scales, ticks and axes of a window. */
export class Frame {
  readonly x: ScaleLinear<number, number>;
  readonly y: ScaleLinear<number, number>;

  constructor(window: readonly number[]) {
    const [left = 0, right = 1, bottom = 0, top = 1] = window;
    this.x = scaleLinear([left, right], [0, WIDTH]);
    this.y = scaleLinear([bottom, top], [HEIGHT, 0]);
  }

  /** Where the axes stand: at 0, or at the nearer edge where 0 is outside. */
  get axisX(): number {
    return Math.min(WIDTH, Math.max(0, this.x(0)));
  }

  get axisY(): number {
    return Math.min(HEIGHT, Math.max(0, this.y(0)));
  }

  ticksX(): Tick[] {
    return ticks(this.x, 8).map((tick) => ({ ...tick, at: this.x(tick.value) }));
  }

  ticksY(): Tick[] {
    return ticks(this.y, 6).map((tick) => ({ ...tick, at: this.y(tick.value) }));
  }

  path(points: readonly (readonly number[])[]): string {
    const draw = line<readonly number[]>(
      (point) => this.x(point[0] ?? 0),
      (point) => clamp(this.y(point[1] ?? 0)),
    );
    return draw(points as (readonly number[])[]) ?? "";
  }

  holds(place: readonly number[]): boolean {
    const [x = 0, y = 0] = [this.x(place[0] ?? 0), this.y(place[1] ?? 0)];
    return x >= -1 && x <= WIDTH + 1 && y >= -1 && y <= HEIGHT + 1;
  }
}

/** Far beyond the edge a coordinate may be anything; renderers want it finite. */
function clamp(y: number): number {
  return Math.max(-20 * HEIGHT, Math.min(20 * HEIGHT, y));
}

function ticks(scale: ScaleLinear<number, number>, count: number): { value: number; label: string }[] {
  const format = scale.tickFormat(count);
  return scale.ticks(count).filter((value) => value !== 0).map((value) => ({ value, label: format(value) }));
}
