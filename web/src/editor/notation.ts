import { api } from "../shared/api/client";

/** What cells of our own have in their HTML: they come in again by their text. */
export const OURS = 'content="Upper Slate"';

const MATHML = /<(\w+:)?math\b[\s\S]*<\/(\w+:)?math>/;
const LATEX = /\\[A-Za-z]|^\s*\$[\s\S]+\$\s*$/;

/** The mathematics from elsewhere in what is pasted: MathML of a page or a word processor first, then LaTeX; empty where there is none. */
export function notationIn(html: string, text: string): string {
  return MATHML.exec(text)?.[0] ?? (LATEX.test(text) ? text : (MATHML.exec(html)?.[0] ?? ""));
}

/** It as lines of the language; what could not be read stays as it was, and the line says so. */
export async function inTheLanguage(text: string): Promise<string> {
  const { data } = await api.POST("/api/notation", { body: { text } });
  return data?.text ?? "";
}
