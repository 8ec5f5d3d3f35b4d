import type { Graph } from "./graph";

export type Surface = NonNullable<Graph["surface"]>;

/** How a surface is looked at: turned about the upright axis and tipped (radians), and how large. */
export interface View {
  turn: number;
  tip: number;
  size: number;
}

export const USUAL_VIEW: View = { turn: -0.65, tip: 0.5, size: 1 };
const STEEPEST = Math.PI / 2 - 0.02;

/** The view, turned and tipped by so much; never over the top. */
export function turned(view: View, turn: number, tip: number): View {
  return { ...view, turn: view.turn + turn, tip: Math.min(STEEPEST, Math.max(-STEEPEST, view.tip + tip)) };
}

export function sized(view: View, by: number): View {
  return { ...view, size: Math.min(6, Math.max(0.3, view.size * by)) };
}

export type Spot = [x: number, y: number, depth: number];

/** Places in a box of side 2 about 0 (upright last) as pixels, the depth growing towards the reader. */
export class Camera {
  private readonly turnSin: number;
  private readonly turnCos: number;
  private readonly tipSin: number;
  private readonly tipCos: number;
  private readonly scale: number;

  constructor(view: View, private readonly width: number, private readonly height: number) {
    [this.turnSin, this.turnCos, this.tipSin, this.tipCos] = [Math.sin(view.turn), Math.cos(view.turn), Math.sin(view.tip), Math.cos(view.tip)];
    this.scale = Math.min((width - 76) / 2.85, height / 3.4) * view.size;
  }

  spot(x: number, y: number, z: number): Spot {
    const across = x * this.turnCos - y * this.turnSin;
    const away = x * this.turnSin + y * this.turnCos;
    return [this.width / 2 + across * this.scale, this.height / 2 - (z * this.tipCos + away * this.tipSin) * this.scale, z * this.tipSin - away * this.tipCos];
  }
}

/** One field of the net, with its corners as pixels, how far forward it is, its height within the span and how much light falls on it (both 0 to 1). */
export interface Facet {
  corners: Spot[];
  depth: number;
  height: number;
  light: number;
}

/** How high the box is beside its width: a surface is easier to read when it is lower than it is wide. */
const LOW = 0.75;
/** Where the light comes from: from the left, in front, above. */
const LIGHT = [-0.45, -0.55, 0.7] as const;

/** A height of the surface in the box. */
export function inBox(surface: Surface, height: number): number {
  const [low = 0, high = 1] = surface.span;
  return LOW * ((2 * (Math.min(high, Math.max(low, height)) - low)) / (high - low) - 1);
}

/** The fields in the order in which they are painted, those behind first. Fields with a gap at a corner, or beyond the span with all of them, are left out. */
export function facetsOf(surface: Surface, camera: Camera): Facet[] {
  const rows = surface.heights;
  const [low = 0, high = 1] = surface.span;
  const count = rows.length - 1;
  const at = (k: number): number => (2 * k) / count - 1;
  const spots = rows.map((row, j) => row.map((height, i) => (height === null ? null : camera.spot(at(i), at(j), inBox(surface, height)))));
  const found: Facet[] = [];
  for (let j = 0; j < count; j += 1)
    for (let i = 0; i < count; i += 1) {
      const heights = [rows[j]?.[i], rows[j]?.[i + 1], rows[j + 1]?.[i + 1], rows[j + 1]?.[i]];
      const corners = [spots[j]?.[i], spots[j]?.[i + 1], spots[j + 1]?.[i + 1], spots[j + 1]?.[i]];
      if (!corners.every((corner): corner is Spot => Boolean(corner))) continue;
      const known = heights as number[];
      if (known.every((h) => h > high) || known.every((h) => h < low)) continue;
      const [a = 0, b = 0, c = 0, d = 0] = known.map((h) => inBox(surface, h));
      const [sx, sy] = [((b + c - a - d) * count) / 4, ((c + d - a - b) * count) / 4];
      const length = Math.hypot(sx, sy, 1);
      const light = Math.abs((-sx * LIGHT[0] - sy * LIGHT[1] + LIGHT[2]) / length);
      found.push({ corners, depth: corners.reduce((sum, corner) => sum + corner[2], 0), height: (known.reduce((sum, h) => sum + Math.min(high, Math.max(low, h)), 0) / 4 - low) / (high - low), light: Math.min(1, light) });
    }
  return found.sort((one, other) => one.depth - other.depth);
}

/** The lower edges of the box, and the upright one farthest to the left, with what is written at their ends. */
export interface Edge {
  from: Spot;
  to: Spot;
  letter: string;
  ends: [string, string];
  isUpright: boolean;
}

export function edgesOf(surface: Surface, window: number[], camera: Camera): Edge[] {
  const [left = 0, right = 1, bottom = 0, top = 1] = window;
  const [low = 0, high = 1] = surface.span;
  const [x = "x", y = "y", z = "z"] = surface.letters;
  const corner = (a: number, b: number): Spot => camera.spot(a, b, -LOW);
  // the two lower edges that lie in front
  const front = [-1, 1].map((side) => ({ side, depth: camera.spot(0, side, 0)[2] })).sort((one, other) => other.depth - one.depth)[0]?.side ?? -1;
  const near = [-1, 1].map((side) => ({ side, depth: camera.spot(side, 0, 0)[2] })).sort((one, other) => other.depth - one.depth)[0]?.side ?? -1;
  const upright = [[-1, -1], [-1, 1], [1, -1], [1, 1]].map(([a = 0, b = 0]) => ({ a, b, x: corner(a, b)[0] })).sort((one, other) => one.x - other.x)[0] ?? { a: -1, b: -1 };
  return [
    { from: corner(-1, front), to: corner(1, front), letter: x, ends: [short(left), short(right)], isUpright: false },
    { from: corner(near, -1), to: corner(near, 1), letter: y, ends: [short(bottom), short(top)], isUpright: false },
    { from: camera.spot(upright.a, upright.b, -LOW), to: camera.spot(upright.a, upright.b, LOW), letter: z, ends: [short(low), short(high)], isUpright: true },
  ];
}

export function short(value: number): string {
  return String(Number(value.toPrecision(3))).replace("-", "−");
}

/** The words at two edges that meet stand so far from their corner, as a part of half an edge. */
const INWARDS = 0.16;

/** What is written at each end of an edge and at its middle, set off from the box: beside the upright edge, below the others, so that two ends in one corner do not meet. */
export function labelsOf(edge: Edge, middle: [number, number]): { x: number; y: number; text: string; isLetter: boolean }[] {
  const half: Spot = [(edge.from[0] + edge.to[0]) / 2, (edge.from[1] + edge.to[1]) / 2, 0];
  const off = ([x, y]: Spot, by: number): [number, number] => (edge.isUpright ? [x - by - 4, y - 6] : [x + Math.sign(x - middle[0]) * by * 0.6, y + by]);
  return [
    ...[edge.from, edge.to].map((spot, k) => ({ spot: off(edge.isUpright ? spot : [spot[0] + (half[0] - spot[0]) * INWARDS, spot[1] + (half[1] - spot[1]) * INWARDS, 0], 14), text: edge.ends[k] ?? "", isLetter: false })),
    { spot: off(half, 20), text: edge.letter, isLetter: true },
  ].map(({ spot: [x, y], text, isLetter }) => ({ x, y, text, isLetter }));
}

/** The colour of a field: by its height between two colours, darker away from the light. */
export function colourOf(facet: Facet, low: Rgb, high: Rgb): string {
  const shade = 0.55 + 0.45 * facet.light;
  return `rgb(${low.map((part, k) => Math.round((part + ((high[k] ?? 0) - part) * facet.height) * shade)).join(",")})`;
}

export type Rgb = [number, number, number];

/** `#28684d` as its three parts. */
export function rgb(text: string): Rgb {
  const value = Number.parseInt(text.trim().replace("#", ""), 16);
  return [(value >> 16) & 255, (value >> 8) & 255, value & 255];
}
