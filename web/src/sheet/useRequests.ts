import { nextTick } from "vue";

import { api, sentence } from "../shared/api/client";
import type { useOutbox } from "./outbox";
import type { SheetState } from "./sheetState";

interface Does {
  commit(cell: string): void;
  markOnly(cells: string[]): void;
  putMark(cell: string): void;
}

/** What the server is asked to do: undo, redo, paste, copy, stop, try again. Everything written here is sent first. */
export function useRequests(state: SheetState, outbox: ReturnType<typeof useOutbox>, { commit, markOnly, putMark }: Does) {
  const { active, canRedo, canUndo, cellOf, cells, drafts, id, problem } = state;

  /** What is written is sent first; an empty line goes away, so that the step is one that can be seen. */
  function leaveOrCommit(cell: string): void {
    if (cells.value.length > 1 && !(drafts.get(cell) ?? cellOf(cell)?.text ?? "").trim()) putMark(cell);
    else commit(cell);
  }

  async function step(which: "undo" | "redo"): Promise<void> {
    if (active.value) leaveOrCommit(active.value);
    await outbox.whenEmpty();
    const request = { params: { path: { worksheet_id: id.value } }, body: { client: "" } };
    try {
      const { data } = which === "undo" ? await api.POST("/api/worksheets/{worksheet_id}/undo", request) : await api.POST("/api/worksheets/{worksheet_id}/redo", request);
      if (data) {
        canUndo.value = data.canUndo;
        canRedo.value = data.canRedo;
      }
    } catch {
      problem.value = "The server did not answer; whether this was taken back shows when it is there again.";
    }
  }

  /** Pastes that are on their way, in the order in which they were asked for; one that was meant for the place of the one before goes behind it. */
  let pasting: Promise<{ at: string | null; last: string | null }> | null = null;

  /** Puts the cells of a text after a cell; they are marked once they have come. */
  async function paste(after: string | null, text: string): Promise<void> {
    const earlier = pasting;
    const mine = (async () => {
      const before = await earlier?.catch(() => null);
      const last = await pasteNow(before && before.at === after ? before.last : after, text);
      return { at: after, last: last ?? after };
    })();
    pasting = mine;
    try {
      await mine;
    } catch {
      problem.value = "The server did not answer; whether this was pasted shows when it is there again.";
    } finally {
      if (pasting === mine) pasting = null;
    }
  }

  /** The last cell that came, or nothing where the text was refused. */
  async function pasteNow(after: string | null, text: string): Promise<string | undefined> {
    await outbox.whenEmpty();
    const { data, error } = await api.POST("/api/worksheets/{worksheet_id}/paste", { params: { path: { worksheet_id: id.value } }, body: { after, markdown: text, client: "" } });
    if (!data) {
      problem.value = sentence(error);
      return undefined;
    }
    await nextTick();
    markOnly(data.cells);
    return data.cells.at(-1);
  }

  /** Cells as a text for the clipboard: Markdown that comes in again the same, HTML with formulas, LaTeX. */
  async function asText(copied: string[], kind: "md" | "html" | "tex"): Promise<string> {
    if (active.value) commit(active.value);
    await outbox.whenEmpty();
    const { data } = await api.POST("/api/worksheets/{worksheet_id}/copy/{kind}", { params: { path: { worksheet_id: id.value, kind } }, body: { cells: copied }, parseAs: "text" });
    return (data as string | undefined) ?? "";
  }

  async function stop(cell: string | null): Promise<void> {
    await api.POST("/api/worksheets/{worksheet_id}/stop", { params: { path: { worksheet_id: id.value } }, body: { cell } });
  }

  async function tryAgain(cell: string): Promise<void> {
    await api.POST("/api/worksheets/{worksheet_id}/again", { params: { path: { worksheet_id: id.value } }, body: { cell } });
  }

  return { step, paste, asText, stop, tryAgain };
}
