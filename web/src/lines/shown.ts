import type { Form, Line } from "../shared/api/client";

/** One result after its relation sign, as it is shown. */
export interface Shown {
  relation: string;
  latex: string;
  text: string;
}

type Kind = "exact" | "decimal" | "both";

/** Where decimals were typed, the form `exact` is the fraction; `exact` itself is what stands first. */
export function wayName(form: Form): string {
  return form.name === "exact" ? "fraction" : form.name;
}

/** The results of a line in the kind that is wanted: a form by name, `exact`, `decimal` or `both`. Which these are is said by the core. */
export function shownResults(line: Line, wanted: string | undefined, convention: string): Shown[] {
  const said = wanted ? line.shown.switched : line.shown.onPage;
  if (!said) return [];
  const choice = wanted ?? line.asked ?? convention;
  const form = choice === "exact" ? undefined : [...line.forms, ...line.digits].find((item: Form) => wayName(item) === choice);
  if (form) return [{ relation: form.relation, latex: form.latex, text: form.text }];
  return (said[choice as Kind] ?? said.exact ?? []).flatMap(({ value, relation }) => {
    const written = line[value];
    return written ? [{ relation, latex: written.latex, text: written.text }] : [];
  });
}

/** The word that switches a line to the other kind of answer; empty where there is only one. */
export function otherKind(line: Line, wanted: string | undefined, convention: string): "decimal" | "exact" | "" {
  if (!line.shown.bothKinds) return "";
  return isInDecimals(line, wanted ?? line.asked ?? convention) ? "exact" : "decimal";
}

/** Whether a kind of answer is the decimal, to any number of digits. */
export function isInDecimals(line: Line, choice: string): boolean {
  return choice === "decimal" || line.digits.some((item: Form) => item.name === choice);
}

/** Whether a line has still to be worked out as it stands: it is at work, waits, or never had a result. */
export function isAtWork(line: Line): boolean {
  return line.kind === "busy" || Boolean(line.busySince) || Boolean(line.waitsFor?.length);
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
