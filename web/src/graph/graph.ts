import type { Line, Schemas } from "../shared/api/client";

export type Graph = NonNullable<Line["graph"]>;
export type Curve = Graph["curves"][number];
export type Feature = Curve["features"][number];
export type Asymptote = Curve["asymptotes"][number];
export type Value = NonNullable<Feature["x"]>;
export type AreaChoice = Schemas["AreaIn"];
export type TangentChoice = Schemas["TangentIn"];

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
  size?: [number, number];
  styles?: Record<number, CurveStyle>;
  area?: AreaChoice;
  tangent?: TangentChoice;
}

export const COLOURS = 6;
export const DASHES = ["", "7 4", "2 4", "10 3 2 3", "12 5", "4 3"];

/** Colours and dashes follow each other, so that curves differ even without colour. */
export function styleOf(choice: GraphChoice, index: number): Required<CurveStyle> {
  const chosen = choice.styles?.[index];
  return { colour: chosen?.colour ?? index % COLOURS, width: chosen?.width ?? 2.3, dash: chosen?.dash ?? index % DASHES.length, hidden: chosen?.hidden ?? false };
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
