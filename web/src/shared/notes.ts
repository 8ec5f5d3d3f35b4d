import DOMPurify from "dompurify";
import katex from "katex";
import MarkdownIt from "markdown-it";

/** Markdown with `$…$` mathematics. HTML in a note is shown as text, and the result is sanitised besides. */
const markdown = new MarkdownIt({ html: false, linkify: false, typographer: true, breaks: true });

markdown.inline.ruler.before("escape", "mathematics", (state, silent) => {
  if (state.src[state.pos] !== "$" || state.src[state.pos + 1] === "$") return false;
  const end = state.src.indexOf("$", state.pos + 1);
  if (end < 0 || end === state.pos + 1 || /\s/.test(state.src[state.pos + 1] ?? "")) return false;
  if (!silent) {
    const token = state.push("mathematics", "", 0);
    token.content = state.src.slice(state.pos + 1, end);
  }
  state.pos = end + 1;
  return true;
});
markdown.renderer.rules.mathematics = (tokens, index) =>
  katex.renderToString(tokens[index]?.content ?? "", { throwOnError: false, maxExpand: 500 });

export function renderNote(text: string): string {
  return DOMPurify.sanitize(markdown.render(text), { USE_PROFILES: { html: true, mathMl: true, svg: true } });
}
