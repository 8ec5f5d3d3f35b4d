import type { Line } from "../shared/api/client";
import { verdictOf } from "../lines/verdicts";
import type { Turn } from "./pages";

/** The cells by which the core tells whether an answer is right: a step goes on from what is given, a question stands below it. */
export function checkOf(turn: Turn, answer: string): string[] {
  if (/^(=|<=>)/.test(turn.check)) return [`${turn.given}\n${turn.check.replaceAll("{}", answer)}`];
  return [...(turn.given ? [turn.given] : []), turn.check.replaceAll("{}", `(${answer})`)];
}

export function holds(line: Line): boolean {
  return !line.error && verdictOf(line).tone === "proved";
}

/** Words that ask the core to do what the task asks of the student. */
const ASKS = /\b(?:derivative|differentiate|gradient|limit|integral|expand|factor|solve|simplify|inverse|rationali[sz]e|substitute|quotient|remainder)\b|d\/d/i;

/** Whether a true answer is one: not the task again, nor a request, and in the form that was asked for. */
export function isInForm(turn: Turn, answer: string): boolean {
  const bare = (text: string) => text.replace(/[\s*()]/g, "");
  return !ASKS.test(answer) && bare(answer) !== bare(turn.unlike) && new RegExp(turn.shape).test(answer);
}
