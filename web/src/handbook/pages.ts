/** The pages of the handbook: Markdown files, each with a head that says by what it is found. */

/** A piece of a page: text, live lines, an exercise. */
export type Block = { kind: "text"; markdown: string } | { kind: "live"; text: string } | ({ kind: "turn" } & Turn);

/** An exercise: `check` with `{}` for what is written, what is defined before, a hint; `shape` is what an answer looks like (a pattern), `unlike` a text that is none, since it only repeats the task. */
export interface Turn {
  check: string;
  given: string;
  answer: string;
  hint: string;
  shape: string;
  unlike: string;
}

export interface HandbookPage {
  name: string;
  title: string;
  aims: string[];
  /** The words of the language that it is about, and the errors. */
  words: string[];
  signs: string[];
  codes: string[];
  next: string[];
  course: string;
  place: number;
  /** Whether its lines are those of a worksheet with units. */
  units: boolean;
  blocks: Block[];
  /** Its text without live lines, for the search. */
  text: string;
}

const FILES = import.meta.glob<string>("../../../handbook/*.md", { query: "?raw", import: "default", eager: true });

/** Stands in a live line before what the page says that it comes to; the page itself shows what it does come to. */
const COMES_TO = " ⟹ ";

export function readPage(name: string, source: string): HandbookPage {
  const [, top = "", body = ""] = /^---\n([\s\S]*?)\n---\n([\s\S]*)$/.exec(source) ?? [];
  const head = fields(top);
  const list = (of: string) => (head[of] ?? "").split(",").map((item) => item.trim()).filter(Boolean);
  const blocks = blocksOf(body);
  const text = blocks.flatMap((block) => (block.kind === "text" ? [block.markdown] : [])).join(" ");
  return { name, title: head.title ?? name, aims: list("aims"), words: list("words"), signs: list("signs"), codes: list("codes"), next: list("next"), course: head.course ?? "", place: Number(head.place ?? 0), units: head.units === "on", blocks, text };
}

function fields(text: string): Record<string, string> {
  const found: Record<string, string> = {};
  for (const line of text.split("\n")) {
    const [, name, value] = /^(\w+): (.*)$/.exec(line) ?? [];
    if (name && value !== undefined) found[name] = value;
  }
  return found;
}

function blocksOf(body: string): Block[] {
  const pieces = body.split(/^```(slate|turn)\n([\s\S]*?)\n```$/m);
  const found: Block[] = [];
  for (let at = 0; at < pieces.length; at += 3) {
    const text = (pieces[at] ?? "").trim();
    if (text) found.push({ kind: "text", markdown: text });
    const held = pieces[at + 2] ?? "";
    if (pieces[at + 1] === "slate") found.push({ kind: "live", text: held.split("\n").map((line) => line.split(COMES_TO)[0]).join("\n") });
    if (pieces[at + 1] === "turn") found.push(turnOf(fields(held)));
  }
  return found;
}

function turnOf(held: Record<string, string>): Block {
  return { kind: "turn", check: held.check ?? "", given: (held.given ?? "").replaceAll(" ;; ", "\n"), answer: held.answer ?? "", hint: held.hint ?? "", shape: held.shape ?? "", unlike: held.unlike ?? "" };
}

export const pages: HandbookPage[] = Object.entries(FILES)
  .map(([path, source]) => readPage(path.replace(/^.*\/|\.md$/g, ""), source))
  .sort((a, b) => a.title.localeCompare(b.title));

export function pageNamed(name: string): HandbookPage | undefined {
  return pages.find((page) => page.name === name);
}

/** The courses in the order in which they are read, each with its pages. */
const COURSES = ["The first page", "Fractions, surds and decimals", "Functions and composition", "Differentiation", "Equations and inequalities", "Graphs", "Checking your own working"];
export const courses = COURSES.map((title) => ({ title, pages: pages.filter((page) => page.course === title).sort((a, b) => a.place - b.place) }));
