import { mathml, typesetHtml } from "../shared/katex";
import type { CellData, Line } from "../shared/api/client";
import { shownResults } from "../lines/shown";

export type CopyKind = "text" | "LaTeX" | "MathML" | "picture";
export const COPY_KINDS: CopyKind[] = ["text", "LaTeX", "MathML", "picture"];

interface Written {
  text: string;
  latex: string;
}

/** The result of a line as it is shown; a line with no result of its own stands for itself. */
export function resultOf(line: Line, cell: CellData, index: number, convention: string): Written {
  const shown = shownResults(line, cell.display[`line${index}`] as string | undefined, convention);
  const last = shown[shown.length - 1];
  if (last) return { text: last.text, latex: last.latex };
  return line.exact ?? { text: line.source, latex: line.reading };
}

/** A line with its relation signs, as it stands on the page. */
export function wholeLine(line: Line, cell: CellData, index: number, convention: string): Written {
  const shown = shownResults(line, cell.display[`line${index}`] as string | undefined, convention);
  const signs: Record<string, string> = { "≈": "\\approx", "⇒": "\\Rightarrow", "⇒ ≈": "\\Rightarrow\\;\\approx" };
  return {
    text: [line.source, ...shown.map((result) => `${result.relation} ${result.text}`)].join(" "),
    latex: [line.reading, ...shown.map((result) => `${signs[result.relation] ?? result.relation} ${result.latex}`)].join(" "),
  };
}

/** Puts mathematics on the clipboard. Throws where the browser does not let it. */
export async function copyAs(kind: CopyKind, written: Written): Promise<void> {
  if (kind === "picture") {
    const blob = picture(written.latex);
    await navigator.clipboard.write([new ClipboardItem({ "image/png": blob })]);
    return;
  }
  const text = kind === "text" ? written.text : kind === "LaTeX" ? written.latex : mathml(written.latex);
  // as HTML a word processor takes MathML for a formula, as text others do
  if (kind === "MathML") await copyRich(Promise.resolve(text), Promise.resolve(text));
  else await navigator.clipboard.writeText(text);
}

/** Puts a text and the same as HTML on the clipboard. They may still be on their way: the browser wants to be asked at once. */
export async function copyRich(text: Promise<string>, html: Promise<string>): Promise<void> {
  const blob = (of: Promise<string>, type: string) => of.then((held) => new Blob([held], { type }));
  await navigator.clipboard.write([new ClipboardItem({ "text/plain": blob(text, "text/plain"), "text/html": blob(html, "text/html") })]);
}

/** Mathematics as a PNG, dark on white, at three times the size of the screen. */
async function picture(latex: string): Promise<Blob> {
  const { toBlob } = await import("html-to-image");
  const holder = document.createElement("div");
  holder.style.cssText = "position: fixed; left: -10000px; top: 0; padding: 12px 16px; background: #fff; color: #1a1a1a; font-size: 20px; width: max-content;";
  holder.innerHTML = typesetHtml(latex);
  document.body.append(holder);
  try {
    const blob = await toBlob(holder, { pixelRatio: 3, backgroundColor: "#ffffff", style: { position: "static" } });
    if (!blob) throw new Error("no picture");
    return blob;
  } finally {
    holder.remove();
  }
}
