import { textOf, type Graph } from "./graph";
import { facesOf, typesetAsSvg } from "./typesetSvg";

/** Properties of the styles that a drawing takes along, since a file has no style sheet. */
const KEPT = ["fill", "fill-opacity", "stroke", "stroke-width", "stroke-dasharray", "stroke-linejoin", "font-family", "font-size", "font-style", "font-weight", "paint-order", "text-anchor"];
/** Between two lines of a legend (px). */
const LEGEND_GAP = 8;

/** The plot as an SVG file of its own with its faces, the legend below it as it is typeset on the page (`labels`, one for each curve). */
export async function asSvg(plot: SVGSVGElement, graph: Graph, labels: Element[]): Promise<string> {
  const copy = plot.cloneNode(true) as SVGSVGElement;
  const pairs = [...plot.querySelectorAll("*")].map((element, index) => [element, copy.querySelectorAll("*")[index]] as const);
  for (const [element, twin] of pairs) {
    const style = getComputedStyle(element);
    for (const name of KEPT) twin?.setAttribute(name, style.getPropertyValue(name));
    for (const name of ["class", "style", "data-handle", "tabindex", "role"]) twin?.removeAttribute(name);
    for (const { name } of [...(twin?.attributes ?? [])]) if (name.startsWith("aria-") || name.startsWith("data-v-")) twin?.removeAttribute(name);
  }
  pairs.filter(([element]) => element.matches("[data-handle], [data-handle] *, [data-passing], [data-passing] *")).forEach(([, twin]) => twin?.remove());
  const page = getComputedStyle(plot).getPropertyValue("--page").trim();
  const ink = getComputedStyle(plot).getPropertyValue("--ink").trim();
  const [width, height] = [plot.clientWidth, plot.clientHeight];
  const heights = labels.map((label) => label.getBoundingClientRect().height + LEGEND_GAP);
  const whole = Math.ceil(height + 12 + heights.reduce((sum, part) => sum + part, 0));
  for (const { name } of [...copy.attributes]) if (!["width", "viewBox"].includes(name)) copy.removeAttribute(name);
  copy.setAttribute("xmlns", "http://www.w3.org/2000/svg");
  copy.setAttribute("width", String(width));
  copy.setAttribute("height", String(whole));
  copy.setAttribute("viewBox", `0 0 ${width} ${whole}`);
  copy.prepend(shape("rect", { width, height: whole, fill: page }));
  copy.prepend(shape("title", {}, `Graph of ${graph.curves.map((curve) => curve.label.text).join("; ")}`));
  let y = height + 6;
  labels.forEach((label, index) => {
    y += (heights[index] ?? 0) / 2;
    const drawn = plot.querySelectorAll(".curve")[index];
    const style = drawn && getComputedStyle(drawn);
    if (style) copy.append(shape("path", { d: `M50 ${y}h26`, fill: "none", stroke: style.stroke, "stroke-width": style.strokeWidth, "stroke-dasharray": style.strokeDasharray }));
    const line = typesetAsSvg(label, ink);
    line.setAttribute("transform", `translate(86 ${y})`);
    copy.append(line);
    y += (heights[index] ?? 0) / 2;
  });
  const faces = document.createElementNS("http://www.w3.org/2000/svg", "style");
  faces.textContent = await facesOf(copy);
  copy.prepend(faces);
  return new XMLSerializer().serializeToString(copy);
}

function shape(name: string, attributes: Record<string, string | number>, text = ""): SVGElement {
  const made = document.createElementNS("http://www.w3.org/2000/svg", name);
  for (const [key, value] of Object.entries(attributes)) made.setAttribute(key, String(value));
  made.textContent = text;
  return made;
}

/** The same as a PNG at three times the size of the screen. */
export async function asPng(svg: string): Promise<Blob> {
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
  await image.decode();
  const canvas = document.createElement("canvas");
  [canvas.width, canvas.height] = [image.width * 3, image.height * 3];
  canvas.getContext("2d")?.drawImage(image, 0, 0, canvas.width, canvas.height);
  return new Promise((done, failed) => canvas.toBlob((blob) => (blob ? done(blob) : failed(new Error("no picture"))), "image/png"));
}

/** Every sample of every curve; pieces are numbered, so that no line is drawn over a gap. */
export function samplesAsCsv(graph: Graph): string {
  const other = graph.letter === "y" ? "x" : "y";
  const rows = graph.curves.flatMap((curve) => [...curve.pieces, ...(curve.points.length ? [curve.points] : [])].flatMap((piece, number) => piece.map((point) => [curve.label.text, number + 1, ...point])));
  return csv([["curve", "piece", graph.letter, other], ...rows]);
}

/** What was found: exact where there is an exact value, and in decimals. */
export function featuresAsCsv(graph: Graph): string {
  const other = graph.letter === "y" ? "x" : "y";
  const own = graph.curves.flatMap((curve) => curve.features.map((feature) => ({ of: curve.label.text, feature })));
  const met = graph.meetings.map((feature) => ({ of: feature.curves.map((index) => graph.curves[index]?.label.text ?? "").join(" and "), feature }));
  const rows = [...own, ...met].map(({ of, feature }) => [of, feature.kind, textOf(feature.x), textOf(feature.y), feature.x.decimal?.text ?? "", feature.y?.decimal?.text ?? ""]);
  const lines = graph.curves.flatMap((curve) => curve.asymptotes.map((line) => [curve.label.text, `${line.kind} asymptote`, line.equation.text, "", "", ""]));
  return csv([["curve", "kind", graph.letter, other, `${graph.letter} in decimals`, `${other} in decimals`], ...rows, ...lines]);
}

/** Rows as comma-separated values (RFC 4180). */
export function csv(rows: (string | number)[][]): string {
  const field = (value: string | number) => {
    const text = String(value);
    return /[",\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
  };
  return rows.map((row) => row.map(field).join(",")).join("\r\n") + "\r\n";
}
