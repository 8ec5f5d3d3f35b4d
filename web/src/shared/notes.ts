import DOMPurify from "dompurify";
import katex from "katex";
import MarkdownIt from "markdown-it";

import { typesetHtml } from "./katex";

/** A value that stands live in a sentence, by its expression. */
export interface LiveValue {
  latex: string;
  /** What went wrong, in a sentence. */
  error: string;
}

interface Surroundings {
  values: Map<string, LiveValue>;
}

/** Markdown with `$…$` mathematics, `$$…$$` displayed, and live values `` `= E` ``. HTML in a note is shown as text, and the result is sanitised besides. */
const markdown = new MarkdownIt({ html: false, linkify: false, typographer: true, breaks: true });

markdown.inline.ruler.before("escape", "mathematics", (state, silent) => {
  const sign = state.src.startsWith("$$", state.pos) ? "$$" : "$";
  const start = state.pos + sign.length;
  if (state.src[state.pos] !== "$") return false;
  const end = state.src.indexOf(sign, start);
  if (end <= start || (sign === "$" && /\s/.test(state.src[start] ?? ""))) return false;
  if (!silent) {
    const token = state.push("mathematics", "", 0);
    token.content = state.src.slice(start, end).trim();
    token.markup = sign;
  }
  state.pos = end + sign.length;
  return true;
});

markdown.renderer.rules.mathematics = (tokens, index) => {
  const token = tokens[index];
  const displayMode = token?.markup === "$$";
  const html = katex.renderToString(token?.content ?? "", { throwOnError: false, maxExpand: 500, displayMode });
  return displayMode ? `<span class="displayed">${html}</span>` : html;
};

markdown.renderer.rules.code_inline = (tokens, index, _options, env) => {
  const content = tokens[index]?.content.trim() ?? "";
  const escaped = markdown.utils.escapeHtml(content);
  if (!content.startsWith("=") || !content.slice(1).trim()) return `<code>${escaped}</code>`;
  const value = (env as Surroundings | undefined)?.values.get(content.slice(1).trim());
  if (!value) return `<code class="waiting">${escaped}</code>`;
  if (value.error) return `<code class="failed" title="${markdown.utils.escapeHtml(value.error)}">${escaped}</code>`;
  return `<span class="live" title="${escaped}">${typesetHtml(value.latex, true)}</span>`;
};

export function renderNote(text: string, values: Map<string, LiveValue> = new Map()): string {
  const html = markdown.render(text, { values } satisfies Surroundings);
  return DOMPurify.sanitize(html, { USE_PROFILES: { html: true, mathMl: true, svg: true }, ADD_TAGS: ["semantics", "annotation"], ADD_ATTR: ["encoding"] });
}
