import type { Form, Line } from "../shared/api/client";

/** One result after its relation sign, as it is shown. */
export interface Shown {
  relation: string;
  latex: string;
  text: string;
}

/** Where decimals were typed, the form `exact` is the fraction; `exact` itself is what stands first. */
export function wayName(form: Form): string {
  return form.name === "exact" ? "fraction" : form.name;
}

/** The results of a line in the kind that is wanted: a form by name, `exact`, `decimal` or `both`. */
export function shownResults(line: Line, wanted: string | undefined, convention: string): Shown[] {
  if (line.error || (line.kind === "equation" && !line.saysMore) || ["empty", "busy", "question", "step", "table", "graph"].includes(line.kind)) return [];
  if (line.solutions || line.kind === "equation") return shownSolutions(line, wanted, convention);
  if (line.asWritten && !wanted) return [];
  const choice = wanted ?? line.asked ?? convention;
  const form = choice === "exact" ? undefined : (line.forms.find((item: Form) => wayName(item) === choice) ?? digitsOf(line, choice));
  if (form) return [{ relation: form.relation, latex: form.latex, text: form.text }];
  const exact = line.exact ? { relation: "=", latex: line.exact.latex, text: line.exact.text } : null;
  const decimal = line.decimal && line.decimal.text !== line.exact?.text ? { relation: line.decimal.relation, latex: line.decimal.latex, text: line.decimal.text } : null;
  if (choice === "decimal" && decimal) return [decimal];
  const first = exact && (line.saysMore || (wanted === "exact" && line.asWritten)) ? [exact] : [];
  const beside = choice === "both" || (line.besideDecimal && choice === "exact" && !wanted);
  return beside && decimal ? [...first, decimal] : first;
}

/** Solutions, and an equation that answers a request, follow from what was asked: exact, or in decimals where one has no closed form. */
function shownSolutions(line: Line, wanted: string | undefined, convention: string): Shown[] {
  const choice = wanted ?? line.asked ?? convention;
  const digits = digitsOf(line, choice);
  if (digits) return [{ relation: digits.relation === "≈" ? "⇒ ≈" : "⇒", latex: digits.latex, text: digits.text }];
  const exact = line.exact ? { relation: "⇒", latex: line.exact.latex, text: line.exact.text } : null;
  const about = line.decimal?.relation === "≈" ? "⇒ ≈" : "⇒";
  const decimal = line.decimal && line.decimal.text !== line.exact?.text ? { relation: exact && choice === "both" ? line.decimal.relation : about, latex: line.decimal.latex, text: line.decimal.text } : null;
  if (!exact || (choice === "decimal" && decimal)) return decimal ? [decimal] : [];
  return choice === "both" && decimal ? [exact, decimal] : [exact];
}

/** The word that switches a line to the other kind of answer; empty where there is only one. */
export function otherKind(line: Line, wanted: string | undefined, convention: string): "decimal" | "exact" | "" {
  if (line.error || !line.decimal || !line.exact || line.decimal.text === line.exact.text || line.kind === "step") return "";
  const choice = wanted ?? line.asked ?? convention;
  return isInDecimals(line, choice) ? "exact" : "decimal";
}

/** Whether a kind of answer is the decimal, to any number of digits. */
export function isInDecimals(line: Line, choice: string): boolean {
  return choice === "decimal" || digitsOf(line, choice) !== undefined;
}

/** The result to another number of digits, by name. */
function digitsOf(line: Line, choice: string): Form | undefined {
  return line.digits.find((item: Form) => item.name === choice);
}

/** Whole numbers with more digits than this are shown by their ends; the whole can be opened. */
const LONG = /\d{61,}/g;

export function longestNumber(latex: string): number {
  return Math.max(0, ...[...latex.matchAll(LONG)].map((match) => match[0].length));
}

/** A whole number that is wider than a phone may wrap between groups of ten digits. */
export function wrapped(latex: string): string {
  return latex.replace(/\d{25,}/g, (number) => (number.match(/\d{1,10}/g) ?? []).join("\\allowbreak "));
}

export function shortened(latex: string): string {
  return latex.replace(LONG, (number) => `${number.slice(0, 20)}\\ldots ${number.slice(-20)}`);
}
