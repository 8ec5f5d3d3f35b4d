import { autocompletion, snippetCompletion, type Completion, type CompletionContext, type CompletionResult } from "@codemirror/autocomplete";

import { api, type Entry } from "../../shared/api/client";
import type { useWorksheet } from "../store";

let vocabulary: Entry[] = [];

export async function loadVocabulary(): Promise<void> {
  if (vocabulary.length) return;
  const { data } = await api.GET("/api/vocabulary");
  vocabulary = data ?? [];
}

/** Names of the page first, then functions and requests, each with how it is written and what it means. */
export function completion(sheet: ReturnType<typeof useWorksheet>) {
  return autocompletion({
    override: [(context) => complete(context, sheet)],
    icons: false,
    selectOnOpen: false,
    activateOnTypingDelay: 40,
    closeOnBlur: true,
  });
}

function complete(context: CompletionContext, sheet: ReturnType<typeof useWorksheet>): CompletionResult | null {
  const word = context.matchBefore(/[A-Za-z][\w]*( of)?/);
  if (!word || (!context.explicit && word.text.length < 2)) return null;
  return { from: word.from, options: [...pageNames(sheet), ...words()], validFor: /^[A-Za-z]\w*$/ };
}

function pageNames(sheet: ReturnType<typeof useWorksheet>): Completion[] {
  return sheet.names
    .filter((name) => !name.replacedIn && !name.failed && name.name.length > 1)
    .map((name) => ({ label: name.name, detail: `from cell ${name.cell}`, boost: 2 }));
}

function words(): Completion[] {
  return vocabulary.map((entry) => {
    // "{x^2 = 12}" in a pattern is a gap that shows what could stand there
    const template = entry.pattern.replace(/\{([^}]*)\}/g, (_, gap: string) => `\${${gap}}`);
    const label = entry.kind === "request" ? entry.pattern.replace(/[{}]/g, "") : entry.name;
    return snippetCompletion(template, { label, detail: entry.meaning, boost: entry.kind === "request" ? -1 : 0 });
  });
}
