import katex from "katex";

/** Stretching brackets without the space that LaTeX puts before them. */
function tight(latex: string): string {
  return latex.replace(/\\left(?=[([|\\])/g, "\\mathopen{}\\left").replace(/\\right([)\]|]|\\r[a-z]+)/g, "\\right$1\\mathclose{}");
}

/** LaTeX as HTML with MathML for screen readers; `\htmlData` carries places in the text. Nothing in it can be harmful: KaTeX escapes what it is given. */
export function typesetHtml(latex: string, small = false): string {
  const key = small ? `small ${latex}` : latex;
  const held = typeset.get(key);
  if (held !== undefined) return held;
  const html = render(latex, small);
  if (typeset.size >= HELD) typeset.clear();
  typeset.set(key, html);
  return html;
}

/** What was typeset before is there at once when it comes into sight again. */
const typeset = new Map<string, string>();
const HELD = 3000;

function render(latex: string, small: boolean): string {
  return katex.renderToString(small ? tight(latex) : `\\displaystyle ${tight(latex)}`, {
    displayMode: false,
    throwOnError: false,
    strict: "ignore",
    trust: (context) => context.command === "\\htmlData",
    output: "htmlAndMathml",
    maxExpand: 2000,
  });
}

/** LaTeX as MathML, for the clipboard. */
export function mathml(latex: string): string {
  const html = katex.renderToString(tight(latex), { output: "mathml", throwOnError: false, strict: "ignore", displayMode: true });
  return /<math[\s\S]*<\/math>/.exec(html)?.[0] ?? "";
}
