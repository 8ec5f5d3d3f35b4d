import { autocompletion, snippetCompletion, type Completion, type CompletionContext, type CompletionResult } from "@codemirror/autocomplete";

import { typesetHtml } from "../../shared/katex";
import { entries, type Entry } from "../../shared/vocabulary";
import type { useWorksheet } from "../store";
import { snippetOf } from "./gaps";

interface Offered extends Completion {
  /** LaTeX that shows it typeset. */
  sample?: string;
}

/** Names of the page first, then functions and requests, each with how it is written, how it looks and what it means. */
export function completion(sheet: ReturnType<typeof useWorksheet>) {
  return autocompletion({
    override: [(context) => complete(context, sheet)],
    icons: false,
    selectOnOpen: false,
    activateOnTypingDelay: 40,
    closeOnBlur: true,
    addToOptions: [{ position: 55, render: sampleOf }],
  });
}

function sampleOf(completion: Offered): HTMLElement {
  const shown = document.createElement("span");
  shown.className = "cm-sample";
  shown.innerHTML = completion.sample ? typesetHtml(completion.sample, true) : "";
  return shown;
}

function complete(context: CompletionContext, sheet: ReturnType<typeof useWorksheet>): CompletionResult | null {
  const word = context.matchBefore(/[A-Za-z][\w]*( of)?/);
  if (!word || (!context.explicit && word.text.length < 2)) return null;
  return { from: word.from, options: [...pageNames(sheet), ...entries.value.map(offered)], validFor: /^[A-Za-z]\w*$/ };
}

function pageNames(sheet: ReturnType<typeof useWorksheet>): Offered[] {
  return sheet.names
    .filter((name) => !name.replacedIn && !name.failed && name.name.length > 1)
    .map((name) => ({ label: name.name, sample: name.latex, detail: `cell ${name.cell}`, boost: 2 }));
}

function offered(entry: Entry): Offered {
  const isRequest = entry.kind === "request";
  const label = isRequest ? entry.name : entry.name;
  return { ...snippetCompletion(snippetOf(entry.pattern), { label, detail: entry.meaning, boost: isRequest ? -1 : 0 }), sample: entry.sample } as Offered;
}
