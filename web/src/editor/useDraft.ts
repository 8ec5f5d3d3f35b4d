import { onScopeDispose, ref } from "vue";

import { api, type DraftLine } from "../shared/api/client";
import { THIS_WINDOW } from "../shared/thisWindow";

/** A pause in typing this long (ms) is taken as a wish to see the result. */
const PAUSE = 30;

/**
 * How the text of an open cell reads, and its result where it is quick. One question is on its way at a time, and the next is
 * always about the newest text: answers cannot overtake one another, and a fast typist does not make a queue.
 */
export function useDraft(worksheet: () => string, cell: () => string) {
  const lines = ref<DraftLine[]>([]);
  let newest = "";
  let turn = 0;
  let isReading = false;
  let pause: ReturnType<typeof setTimeout> | undefined;
  let trial: AbortController | undefined;

  function read(text: string): void {
    newest = text;
    turn += 1;
    clearTimeout(pause);
    trial?.abort();
    void readNewest();
  }

  async function readNewest(): Promise<void> {
    if (isReading) return;
    isReading = true;
    try {
      for (let asked = 0; asked !== turn; ) {
        asked = turn;
        const found = await ask("read", newest);
        if (found) lines.value = keepResults(found);
      }
      pause = setTimeout(() => void tryNewest(), PAUSE);
    } finally {
      isReading = false;
    }
  }

  async function tryNewest(): Promise<void> {
    const asked = turn;
    trial = new AbortController();
    const found = await ask("try", newest, trial.signal);
    if (asked === turn && found) lines.value = found;
  }

  /** Null when the server does not answer: what is shown stays. */
  async function ask(what: "read" | "try", text: string, signal?: AbortSignal): Promise<DraftLine[] | null> {
    const request = { params: { path: { worksheet_id: worksheet() } }, body: { client: THIS_WINDOW, cell: cell(), text }, signal };
    try {
      const { data } = what === "read" ? await api.POST("/api/worksheets/{worksheet_id}/draft", request) : await api.POST("/api/worksheets/{worksheet_id}/draft/results", request);
      return data?.lines.length ? data.lines : null; // none: too much was asked at once
    } catch {
      return null;
    }
  }

  /** While the new result is not there, a line that reads as before keeps its result, and any other shows none. */
  function keepResults(found: DraftLine[]): DraftLine[] {
    return found.map((line) => {
      const before = lines.value.find((item) => item.reading === line.reading && item.offset === line.offset);
      return before ? { ...line, result: before.result } : line;
    });
  }

  onScopeDispose(() => {
    turn += 1;
    clearTimeout(pause);
    trial?.abort();
  });

  return { lines, read };
}
