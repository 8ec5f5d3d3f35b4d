import type { Line } from "../shared/api/client";
import type { Turn } from "./pages";

const HOLDS = ["true", "true-where-defined", "equal", "equal-where-defined", "follows"];

/** The cells by which the core tells whether an answer is right: a step goes on from what is given, a question stands below it. */
export function checkOf(turn: Turn, answer: string): string[] {
  if (/^(=|<=>)/.test(turn.check)) return [`${turn.given}\n${turn.check.replaceAll("{}", answer)}`];
  return [...(turn.given ? [turn.given] : []), turn.check.replaceAll("{}", `(${answer})`)];
}

export function isRight(line: Line): boolean {
  return !line.error && HOLDS.includes(line.verdict ?? "");
}
