import { latexOf, styleOf, type Asymptote, type Feature, type Graph, type GraphChoice } from "./graph";

/** A point found on a curve, as it is drawn and listed. */
export interface Mark {
  id: string;
  feature: Feature;
  curve: number;
  colour: number;
  /** Dots to draw: open ones are no points of the curve. */
  dots: { x: number; y: number; isOpen: boolean }[];
}

export interface Line {
  id: string;
  curve: number;
  asymptote: Asymptote;
}

/** Marks of one kind of one curve, with their heading. */
export interface Group {
  title: string;
  /** LaTeX of the curve that they belong to. */
  of: string;
  entries: { id: string; latex: string; request: string }[];
  /** What is said below the entries: that there may be more, or why there are none. */
  note: string;
  /** The curve by its place in the line; null for meetings. */
  curve: number | null;
}

const KINDS: [kind: string, one: string, many: string][] = [
  ["zero", "Zero of", "Zeros of"],
  ["intercept", "y-intercept of", "y-intercept of"],
  ["maximum", "Maximum of", "Maxima of"],
  ["minimum", "Minimum of", "Minima of"],
  ["inflection", "Inflection of", "Inflections of"],
  ["hole", "Hole in", "Holes in"],
  ["jump", "Jump of", "Jumps of"],
  ["end", "End of", "Ends of"],
];
/** Under which search a kind was looked for: its word in `unsure`. */
const NOTES: Record<string, string> = {
  crowded: "It turns or breaks too often in this window for its points to be listed; a closer window shows them.",
  equation: "It may be true in more places than are drawn.",
};
const SEARCHES: Record<string, string> = { zero: "zero", maximum: "turning", minimum: "turning", inflection: "inflection", hole: "break", jump: "break", end: "break" };

/** Every mark to be drawn, curves that are hidden left out. */
export function marksOf(graph: Graph, choice: GraphChoice): Mark[] {
  const own = graph.curves.flatMap((curve, index) =>
    styleOf(choice, index).hidden ? [] : curve.features.map((feature, place): Mark => ({ id: `${index}-${feature.kind}-${place}`, feature, curve: index, colour: styleOf(choice, index).colour, dots: dotsOf(feature) })),
  );
  const meetings = graph.meetings.flatMap((feature, place): Mark[] => {
    const [one = 0, other = 0] = feature.curves;
    return styleOf(choice, one).hidden || styleOf(choice, other).hidden ? [] : [{ id: `m-${place}`, feature, curve: one, colour: styleOf(choice, one).colour, dots: dotsOf(feature) }];
  });
  return [...own, ...meetings];
}

export function linesOf(graph: Graph, choice: GraphChoice): Line[] {
  return graph.curves.flatMap((curve, index) => (styleOf(choice, index).hidden ? [] : curve.asymptotes.map((asymptote, place): Line => ({ id: `${index}-line-${place}`, curve: index, asymptote }))));
}

function dotsOf(feature: Feature): Mark["dots"] {
  const [x = 0, y, left, right] = feature.place;
  const at = (height: number | null | undefined, isOpen: boolean) => (height === null || height === undefined || x === null ? [] : [{ x, y: height, isOpen }]);
  if (feature.kind === "hole") return at(y, true);
  if (feature.kind !== "jump" && feature.kind !== "end") return at(y, false);
  const differs = (height: number | null | undefined) => y === null || y === undefined || Math.abs((height ?? y) - y) > 1e-12 * (1 + Math.abs(y));
  return [...at(y, false), ...(differs(left) ? at(left, true) : []), ...(differs(right) ? at(right, true) : [])];
}

function latexOfMark(feature: Feature, inDecimals: boolean): string {
  const x = latexOf(feature.x, inDecimals);
  if (feature.kind === "zero") return x;
  if (feature.kind === "intercept") return latexOf(feature.y, inDecimals);
  if (feature.kind === "jump") return `x = ${x}`;
  return `\\left(${x},\\; ${latexOf(feature.y ?? feature.left ?? feature.right ?? null, inDecimals)}\\right)`;
}

/** The list beside the plot: it is also what a screen reader says of the graph. */
export function groupsOf(graph: Graph, choice: GraphChoice, inDecimals: boolean): Group[] {
  const groups: Group[] = [];
  const meetings = marksOf(graph, choice).filter((mark) => mark.feature.kind === "meeting");
  const seen = new Set<string>();
  const entries = meetings.map((mark) => ({ id: mark.id, latex: latexOfMark(mark.feature, inDecimals), request: mark.feature.request })).filter((entry) => !seen.has(entry.latex) && seen.add(entry.latex));
  const unsure = graph.curves.some((curve) => curve.unsure.includes("meeting"));
  if (entries.length || unsure) groups.push({ title: entries.length === 1 ? "Meeting" : "Meetings", of: "", entries, note: noteOf(entries.length, unsure), curve: null });
  graph.curves.forEach((curve, index) => {
    if (styleOf(choice, index).hidden) return;
    for (const [kind, one, many] of KINDS) {
      const found = curve.features.map((feature, place) => ({ feature, id: `${index}-${kind}-${place}` })).filter((item) => item.feature.kind === kind);
      const unsure = curve.unsure.includes(SEARCHES[kind] ?? "") && (found.length > 0 || ["zero", "maximum", "hole"].includes(kind));
      if (!found.length && !unsure) continue;
      groups.push({ title: found.length === 1 ? one : many, of: curve.name, curve: index, note: noteOf(found.length, unsure), entries: found.map(({ feature, id }) => ({ id, latex: latexOfMark(feature, inDecimals), request: feature.request })) });
    }
    if (curve.asymptotes.length)
      groups.push({ title: curve.asymptotes.length > 1 ? "Asymptotes of" : "Asymptote of", of: curve.name, curve: index, note: noteOf(1, curve.unsure.includes("asymptote")), entries: curve.asymptotes.map((line, place) => ({ id: `${index}-line-${place}`, latex: line.equation.latex, request: line.request })) });
    for (const word of curve.unsure) if (NOTES[word]) groups.push({ title: "About", of: curve.name, curve: index, note: NOTES[word], entries: [] });
  });
  return groups;
}

function noteOf(count: number, unsure: boolean): string {
  return !unsure ? "" : count ? "There may be more." : "It could not be settled whether there are any.";
}
