import { scaleLinear, type ScaleLinear } from "d3-scale";
import { area, line } from "d3-shape";

import type { Window } from "./graph";

/** Room for the marks of the axes: they stand outside, where no curve runs. */
export const MARGIN = { left: 50, right: 18, top: 18, bottom: 30 };

/** How long (px) a stroke of a field of slopes is. */
const STROKE = 11;

type Pair = readonly number[];

/** Scales between a window and the pixels of a plot of some size. */
export class Frame {
  readonly x: ScaleLinear<number, number>;
  readonly y: ScaleLinear<number, number>;
  readonly left = MARGIN.left;
  readonly right: number;
  readonly top = MARGIN.top;
  readonly bottom: number;

  constructor(readonly window: Window, readonly width: number, readonly height: number) {
    this.right = Math.max(MARGIN.left + 10, width - MARGIN.right);
    this.bottom = Math.max(MARGIN.top + 10, height - MARGIN.bottom);
    this.x = scaleLinear([window[0], window[1]], [this.left, this.right]);
    this.y = scaleLinear([window[2], window[3]], [this.bottom, this.top]);
  }

  get across(): number {
    return this.right - this.left;
  }

  get up(): number {
    return this.bottom - this.top;
  }

  /** A polyline as a path. */
  path(points: readonly Pair[]): string {
    return line<Pair>((point) => this.x(point[0] ?? 0), (point) => this.clamped(point[1] ?? 0))(points as Pair[]) ?? "";
  }

  /** Strips of x, lower and upper height as one region. */
  region(strip: readonly Pair[]): string {
    return area<Pair>((point) => this.x(point[0] ?? 0), (point) => this.clamped(point[1] ?? 0), (point) => this.clamped(point[2] ?? 0))(strip as Pair[]) ?? "";
  }

  /** A straight line through the whole window: its height at a place and its slope. */
  straight(x: number, y: number, slope: number): string {
    const [left, right] = this.window;
    return this.path([[left, y + slope * (left - x)], [right, y + slope * (right - x)]]);
  }

  /** A short stroke round a point, along a slope. */
  stroke(x: number, y: number, slope: number): string {
    const along = [(this.right - this.left) / (this.window[1] - this.window[0]), (-slope * (this.bottom - this.top)) / (this.window[3] - this.window[2])] as const;
    const part = STROKE / 2 / Math.hypot(...along);
    const [dx, dy] = Number.isFinite(along[1]) ? [along[0] * part, along[1] * part] : [0, STROKE / 2];
    return `M${(this.x(x) - dx).toFixed(1)},${(this.y(y) - dy).toFixed(1)}l${(2 * dx).toFixed(1)},${(2 * dy).toFixed(1)}`;
  }

  holds(x: number, y: number): boolean {
    const [left, right, bottom, top] = this.window;
    const room = 1e-9;
    return x >= left - room * (right - left) && x <= right + room * (right - left) && y >= bottom - room * (top - bottom) && y <= top + room * (top - bottom);
  }

  /** Far beyond the edge a coordinate may be anything; renderers want it finite. */
  private clamped(y: number): number {
    return Math.max(-20 * this.height, Math.min(21 * this.height, this.y(y)));
  }
}

/** The window in which a unit is as long upwards as across; its width and its middle stay. */
export function withEqualScales(window: Window, width: number, height: number): Window {
  const [left, right, bottom, top] = window;
  const half = ((right - left) * (height - MARGIN.top - MARGIN.bottom)) / (width - MARGIN.left - MARGIN.right) / 2;
  const middle = (bottom + top) / 2;
  return [left, right, middle - half, middle + half];
}

/** The window moved by shares of its size, and made larger by a factor about a place in it (shares from its left and bottom). */
export function changed(window: Window, by: { right?: number; up?: number; wider?: number; taller?: number; at?: [number, number] }): Window {
  const [left, right, bottom, top] = window;
  const [atX, atY] = by.at ?? [0.5, 0.5];
  const [width, height] = [right - left, top - bottom];
  const [wider, taller] = [width * (by.wider ?? 1), height * (by.taller ?? 1)];
  const x = left + width * atX - wider * atX + width * (by.right ?? 0);
  const y = bottom + height * atY - taller * atY + height * (by.up ?? 0);
  return [x, x + wider, y, y + taller];
}
