import MiniSearch from "minisearch";

import { pages, type HandbookPage } from "./pages";

/** Words that people use for the same thing, so that each is found by all of them. */
const SAME: string[][] = [
  ["gradient", "slope", "steepness"], ["differentiate", "differentiation", "derivative", "derive"], ["integrate", "integration", "integral", "antiderivative"],
  ["surd", "radical", "root"], ["hcf", "gcd", "highest common factor"], ["lcm", "lowest common multiple"], ["factorise", "factorize", "factor", "factorisation"],
  ["rationalise", "rationalize"], ["modulus", "absolute", "magnitude"], ["decimal", "decimals"], ["graph", "plot", "draw", "sketch", "chart"], ["average", "mean"],
  ["indices", "index", "exponent", "power"], ["stationary", "turning", "extremum", "extrema"], ["maximum", "greatest", "largest", "max"], ["minimum", "least", "smallest", "min"],
  ["composite", "composition", "compose"], ["inverse", "reverse"], ["simultaneous", "system"], ["percent", "percentage"], ["rearrange", "transpose", "subject"],
  ["mistake", "slip", "wrong", "error"], ["check", "verify", "prove", "test"], ["trig", "trigonometric", "trigonometry"], ["sd", "deviation"], ["expand", "multiply"],
  ["sigma", "sum", "total"], ["undo", "redo"], ["print", "paper", "pdf"], ["divide", "division", "divided"],
];
const others = new Map<string, string[]>();
for (const group of SAME) for (const word of group) others.set(word, group);

/** What says nothing of what is looked for. */
const SILENT = new Set("a an the of to in is it how do does i my me can what where when which for and or on with this that there are be make made get find work out into from as at these two you want need show use one".split(" "));

const index = new MiniSearch<HandbookPage>({
  idField: "name", fields: ["title", "aims", "words", "signs", "text"],
  extractField: (page, field) => {
    const value = page[field as keyof HandbookPage];
    return Array.isArray(value) ? value.join(" ; ") : String(value);
  },
  processTerm: (term) => (SILENT.has(term.toLowerCase()) ? null : term.toLowerCase()),
});
index.addAll(pages);

/** Pages for what somebody looks for, the best first; forgiving of spelling. With nothing that fits, those that are nearest. */
export function searched(wanted: string): HandbookPage[] {
  const text = wanted.trim().toLowerCase();
  if (!text) return pages;
  const whole = pages.filter((page) => [page.title, ...page.aims, ...page.words].some((item) => item.toLowerCase() === text));
  const found = index.search(text, {
    boost: { aims: 4, title: 3, words: 3 }, prefix: (term) => term.length > 2, fuzzy: (term) => (term.length > 4 ? 0.25 : term.length > 3 ? 0.15 : 0), combineWith: "OR",
    processTerm: (term) => (SILENT.has(term.toLowerCase()) ? null : (others.get(term.toLowerCase()) ?? term.toLowerCase())),
    boostDocument: (name) => (whole.some((page) => page.name === name) ? 6 : 1),
  });
  const named = new Map(pages.map((page) => [page.name, page]));
  const ranked = found.flatMap((match) => named.get(String(match.id)) ?? []);
  return [...new Set([...ranked, ...whole])];
}

/** Five pages for what no page fits: those with words most like what was written, by pairs of letters. */
export function nearest(wanted: string): HandbookPage[] {
  const sought = pairs(wanted);
  const likeness = (page: HandbookPage) =>
    Math.max(...[page.title, ...page.aims, ...page.words].flatMap((item) => item.split(" ")).map((word) => {
      const held = pairs(word);
      const shared = [...held].filter((pair) => sought.has(pair)).length;
      return (2 * shared) / (held.size + sought.size || 1);
    }));
  return [...pages].map((page) => ({ page, like: likeness(page) })).sort((a, b) => b.like - a.like).slice(0, 5).map(({ page }) => page);
}

/** Pairs of letters that stand beside each other or have one letter between them. */
function pairs(word: string): Set<string> {
  const text = word.toLowerCase();
  return new Set([...text].flatMap((letter, at) => [1, 2].flatMap((step) => (text[at + step] ? [letter + text[at + step]] : []))));
}

/** What notices are about, by a word of theirs. */
const NOTICES: [RegExp, string][] = [
  [/radian|degree|gon\b/i, "angles"], [/complex/i, "complex-numbers"], [/mixed/i, "mixed-numbers"], [/recurring|repeat/i, "recurring"], [/assume/i, "assume"], [/remark|\/\//i, "notes"],
  [/Replaces|keeps it|was made with/, "names"], [/equation/i, "solve-linear"], [/function/i, "functions"], [/conventions|keeps that|from “/, "using-another"], [/Read as .*list|bracket/i, "vectors"],
];

/** The page of a word, sign or pattern of the language; of an error by its code, of a notice by what it says. */
export function pageOf(word: string): HandbookPage | undefined {
  const wanted = word.toLowerCase();
  const bySign = pages.find((page) => page.signs.includes(wanted));
  if (bySign) return bySign;
  if (wanted.startsWith("notice ")) return pages.find((page) => page.name === (NOTICES.find(([about]) => about.test(word.slice(7)))?.[1] ?? "errors"));
  if (wanted.startsWith("error ")) return pages.find((page) => page.codes.includes(wanted.slice(6)));
  return (
    pages.find((page) => page.words.some((item) => item.toLowerCase() === wanted)) ??
    pages.find((page) => page.words.some((item) => item.toLowerCase().split(" ")[0] === wanted || item.toLowerCase() === `${wanted} of`))
  );
}

/** The pages about the words of a line, in the order in which these stand there. */
export function pagesFor(line: string): HandbookPage[] {
  const words = line.match(/[A-Za-z]+/g) ?? [];
  const phrases = words.flatMap((word, at) => [words.slice(at, at + 3).join(" "), words.slice(at, at + 2).join(" "), word]);
  const found = phrases.flatMap((phrase) => pages.find((page) => page.words.some((item) => item.toLowerCase() === phrase.toLowerCase())) ?? []);
  return [...new Set(found)].slice(0, 3);
}
