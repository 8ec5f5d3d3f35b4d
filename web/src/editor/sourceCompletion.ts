import type { Completion, CompletionContext, CompletionResult } from "@codemirror/autocomplete";

import { api } from "../shared/api/client";

/** What stands before the cursor in a line that uses another worksheet: the title so far, or the names so far. */
export interface UseSoFar {
  part: "title" | "names";
  /** What is being written: the title, or the last of the names. */
  word: string;
  /** The title behind the cursor, where names are written before it. */
  title: string;
}

export function useSoFar(before: string, after: string): UseSoFar | null {
  const title = /^\s*use\s+.*?\sfrom\s+(.*)$/i.exec(before);
  if (title) return { part: "title", word: title[1] ?? "", title: "" };
  const names = /^\s*use\s+(?:.*[,\s])?(\w*)$/i.exec(before);
  return names ? { part: "names", word: names[1] ?? "", title: /^\w*.*?\sfrom\s+(\S.*?)\s*$/i.exec(after)?.[1] ?? "" } : null;
}

/** The same of the line in which something is completed. */
export function useSoFarAt(context: CompletionContext): UseSoFar | null {
  const line = context.state.doc.lineAt(context.pos);
  return useSoFar(line.text.slice(0, context.pos - line.from), line.text.slice(context.pos - line.from));
}

/** An option with LaTeX that shows it typeset. */
type Sampled = Completion & { sample?: string };

/** Titles behind “from”, names before it; before a title is there, every worksheet with all its names. */
export async function completeUse(context: CompletionContext, so: UseSoFar, worksheet: string): Promise<CompletionResult | null> {
  const options: Sampled[] = so.part === "title" ? await titles(worksheet) : so.title ? await names(worksheet, so.title) : (await titles(worksheet)).map((of) => ({ ...of, label: `all from ${of.label}` }));
  return fittingOf(options, context, so);
}

/** What the server told is asked for once: while the word grows, its list is made anew at once, so that a click on it never meets a list that is being asked for. */
function fittingOf(options: Sampled[], context: CompletionContext, so: UseSoFar): CompletionResult | null {
  const wanted = so.word.toLowerCase();
  const fitting = options.filter((option) => option.label.toLowerCase().includes(wanted) && option.label !== so.word);
  const update: CompletionResult["update"] = (_result, _from, _to, next) => {
    const now = useSoFarAt(next);
    return now?.part === so.part && now.title === so.title ? fittingOf(options, next, now) : null;
  };
  return fitting.length ? { from: context.pos - so.word.length, options: fitting, filter: false, update } : null;
}

async function titles(worksheet: string): Promise<Completion[]> {
  const { data } = await api.GET("/api/worksheets/{worksheet_id}/sources", { params: { path: { worksheet_id: worksheet } } });
  return (data ?? []).slice(0, 50).map((title) => ({ label: title, detail: "worksheet" }));
}

async function names(worksheet: string, title: string): Promise<Sampled[]> {
  const { data } = await api.GET("/api/worksheets/{worksheet_id}/sources/names", { params: { path: { worksheet_id: worksheet }, query: { title } } });
  return (data ?? []).map((name) => ({ label: name.name, sample: name.latex }));
}
