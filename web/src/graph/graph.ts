import type { Line, Schemas } from "../shared/api/client";

export type Graph = NonNullable<Line["graph"]>;
export type Curve = Graph["curves"][number];
export type Feature = Curve["features"][number];
export type Asymptote = Curve["asymptotes"][number];
export type Value = NonNullable<Feature["x"]>;
export type AreaChoice = Schemas["AreaIn"];
export type TangentChoice = Schemas["TangentIn"];

export type PathChoice = Schemas["PathIn"];

/** left, right, bottom, top */
export type Window = [number, number, number, number];

/** How one curve is drawn: the number of its colour, its thickness in pixels, the number of its dash. */
export interface CurveStyle {
  colour?: number;
  width?: number;
  dash?: number;
  hidden?: boolean;
}

/** What a student has chosen for a graph beside its line; kept with the cell, and undone like any other change. */
export interface GraphChoice {
  /** The line for which all this was chosen. */
  source?: string;
  window?: Window;
  equal?: boolean;
  grid?: boolean;
  ticks?: { x?: string; y?: string };
  titles?: { graph?: string; x?: string; y?: string };
  /** Whether what was found is written beside its points. */
  coordinates?: boolean;
  size?: [number, number];
  styles?: Record<number, CurveStyle>;
  area?: AreaChoice;
  tangent?: TangentChoice;
  /** Points through which solutions of a differential equation are drawn. */
  paths?: PathChoice[];
}

/** Width and height (px) of a graph that was not resized. */
export const USUAL_SIZE: [number, number] = [492, 345];
/** What stands under the plot of a graph in the page: its tools, and the space to the next line (px). */
const UNDER_PLOT = 35;

/** How high (px) a graph in the page is, by what was chosen for it. */
export function heightOfGraph(choice: unknown): number {
  return ((choice as GraphChoice | null | undefined)?.size?.[1] ?? USUAL_SIZE[1]) + UNDER_PLOT;
}

/** Colours by name, in the order of the tokens `--curve-0` and on. */
export const COLOUR_NAMES = ["pine", "oxblood", "violet", "ochre", "lake", "rust", "pewter", "plum"];
export const DASHES = ["", "8 4", "2 3.5", "11 4 2 4", "16 5", "4 3", "9 3 2 3 2 3", "20 4 6 4"];
export const DASH_NAMES = ["solid", "dashed", "dotted", "dash and dot", "long dashes", "short dashes", "dash and two dots", "long and short"];

/** Colours and dashes follow each other, so that curves differ even without colour; from the ninth on their pairs differ. */
export function styleOf(choice: GraphChoice, index: number): Required<CurveStyle> {
  const chosen = choice.styles?.[index];
  const [colours, dashes] = [COLOUR_NAMES.length, DASHES.length];
  return { colour: chosen?.colour ?? index % colours, width: chosen?.width ?? 2.3, dash: chosen?.dash ?? (index + Math.floor(index / colours)) % dashes, hidden: chosen?.hidden ?? false };
}

/** Exact, or in decimals where these are wanted or there is nothing else; `≈` where they were rounded. */
export function latexOf(value: Value | null, inDecimals = false): string {
  if (!value) return "";
  const decimal = value.decimal && `${value.decimal.relation === "=" ? "" : "\\approx "}${value.decimal.latex}`;
  return (inDecimals ? (decimal ?? value.exact?.latex) : (value.exact?.latex ?? decimal)) ?? "";
}

export function textOf(value: Value | null): string {
  return value ? (value.exact?.text ?? value.decimal?.text ?? "") : "";
}
