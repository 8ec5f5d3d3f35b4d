import { autocompletion, currentCompletions, pickedCompletion, startCompletion, selectedCompletion, CompletionContext, type Completion, type CompletionResult } from "@codemirror/autocomplete";
import type { EditorView } from "@codemirror/view";

import type { NameHere } from "../shared/api/client";
import { typesetHtml } from "../shared/katex";
import { entries, type Entry } from "../shared/vocabulary";
import type { useWorksheet } from "../sheet/store";
import { insertPattern } from "./gaps";
import { completeUse, useSoFar, useSoFarAt } from "./sourceCompletion";

type Sheet = ReturnType<typeof useWorksheet>;

interface Offered extends Completion {
  /** LaTeX that shows it typeset. */
  sample?: string;
}

/** Names of the page first, then functions and requests, each with how it is written, how it looks and what it means. */
export function completion(sheet: Sheet) {
  return autocompletion({
    override: [(context) => offers(context, sheet)],
    icons: false,
    selectOnOpen: false,
    interactionDelay: 0, // nothing is taken that was not chosen, so a key need not wait
    activateOnTypingDelay: 40,
    closeOnBlur: true,
    addToOptions: [{ position: 55, render: sampleOf }],
  });
}

/** There are new names: a list that is open, or could be while a word is being typed, is made anew where they change it. */
export function renewCompletion(view: EditorView, sheet: Sheet, isTyping: boolean): void {
  const { state } = view;
  const shown = currentCompletions(state);
  if (selectedCompletion(state) || (!shown.length && !isTyping)) return;
  if (useSoFar(state.doc.lineAt(state.selection.main.head).text, "")) return;
  const next = complete(new CompletionContext(state, state.selection.main.head, false), sheet)?.options ?? [];
  if (next.length !== shown.length || next.some((option, at) => option.label !== shown[at]?.label)) startCompletion(view);
}

function sampleOf(completion: Offered): HTMLElement {
  const shown = document.createElement("span");
  shown.className = "cm-sample";
  shown.innerHTML = completion.sample ? typesetHtml(completion.sample, true) : "";
  return shown;
}

/** A line that uses another worksheet is completed by what that has. */
function offers(context: CompletionContext, sheet: Sheet): CompletionResult | null | Promise<CompletionResult | null> {
  const so = useSoFarAt(context);
  return so ? completeUse(context, so, sheet.id) : complete(context, sheet);
}

function complete(context: CompletionContext, sheet: Sheet): CompletionResult | null {
  const word = context.matchBefore(/[A-Za-z][\w]*( of)?/);
  if (!word || (!context.explicit && word.text.length < 2)) return null;
  const query = word.text.toLowerCase();
  const ranked = [...pageNames(sheet, query), ...entries.value.flatMap((entry) => offered(entry, query))];
  const options = ranked.sort((a, b) => b.rank - a.rank).map((item) => item.option);
  if (options.length === 1 && options[0]?.label === word.text) return null; // it is all there already
  if (!options.length) return null;
  // while a word grows its list is made anew at once: a list that were away for a moment would leave the arrows to the page
  const update: CompletionResult["update"] = (_result, _from, _to, next) => complete(next, sheet);
  return { from: word.from, options, filter: false, getMatch: (option) => matched(option.label, query), update };
}

interface Ranked {
  option: Offered;
  rank: number;
}

function pageNames(sheet: Sheet, query: string): Ranked[] {
  return sheet.names
    .filter((name) => !name.replacedIn && !name.failed && name.name.length > 1 && name.name.toLowerCase().startsWith(query))
    .map((name) => ({ option: nameOption(name), rank: 10 }));
}

// What is marked in a list is found again in the next one by being the same object.
const nameOptions = new WeakMap<NameHere, Offered>();
const entryOptions = new WeakMap<Entry, Offered>();

function nameOption(name: NameHere): Offered {
  return kept(nameOptions, name, () => ({ label: name.name, sample: name.latex, detail: `cell ${name.cell}` }));
}

function kept<Of extends object>(options: WeakMap<Of, Offered>, of: Of, make: () => Offered): Offered {
  const option = options.get(of) ?? make();
  options.set(of, option);
  return option;
}

/** By the beginning of the word first, then of its other words, then by aim; of two alike the one with fewer gaps. */
function offered(entry: Entry, query: string): Ranked[] {
  const label = entry.kind === "request" ? (entry.pattern.split("{")[0]?.trim() ?? entry.name) : entry.name;
  const starts = (text: string) => text.toLowerCase().startsWith(query);
  const rank = starts(label) ? 8 : label.split(" ").some(starts) ? 6 : query.length > 2 && entry.aims.some(starts) ? 4 : 0;
  if (!rank) return [];
  const option = kept(entryOptions, entry, () => ({
    label, detail: entry.meaning, sample: entry.sample,
    apply: (view, picked, from, to) => insertPattern(view, entry.pattern, from, to, pickedCompletion.of(picked)),
  }));
  return [{ option, rank: rank - entry.pattern.split("{").length / 100 }];
}

function matched(label: string, query: string): number[] {
  const at = label.toLowerCase().search(new RegExp(`\\b${query.replace(/[^a-z0-9_ ]/g, ".")}`));
  return at < 0 ? [] : [at, at + query.length];
}
