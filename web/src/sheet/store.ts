import { useDebounceFn } from "@vueuse/core";
import { defineStore } from "pinia";
import { computed } from "vue";

import { api, sentence } from "../shared/api/client";
import { THIS_WINDOW } from "../shared/thisWindow";
import { USUAL_CONVENTIONS } from "../shared/preferences";
import { forgetChanges, forgetTyped, keep, leftBehind, markOpen, type Batch, type LeftBehind, type Typed } from "./kept";
import { useOutbox } from "./outbox";
import { sheetState } from "./sheetState";
import { useChanges } from "./useChanges";
import { useCursor } from "./useCursor";
import { useNamesHere } from "./useNamesHere";
import { useNews } from "./useNews";
import { useRequests } from "./useRequests";
import { useEvents } from "./useEvents";

export type { CaretPlace, Clash, Conventions, EditorHandle } from "./sheetState";
import type { Conventions } from "./sheetState";

markOpen(THIS_WINDOW);

/** So many cells are on the first screen, and a little more. */
const FIRST_SCREEN = 60;

/** One open worksheet: opened, kept, closed. What it holds and what can be done with it stands in `sheet/`. */
export const useWorksheet = defineStore("worksheet", () => {
  const state = sheetState();
  const { active, bases, canRedo, canUndo, cellOf, cells, clashes, conventions, drafts, folder, id, loaded, missing, problem, results, revision, strangers, title } = state;

  /** Unconfirmed changes and the text being written are kept in the browser, a moment after each change. */
  const keepSoon = useDebounceFn(keepNow, 150);
  function keepNow(): void {
    if (!id.value) return;
    const typed = [...drafts].map(([cell, text]) => ({ cell, text, was: bases.get(cell) ?? "" })).filter((item) => item.text !== item.was);
    keep(id.value, THIS_WINDOW, { batches: outbox.batches.value, typed });
  }

  const { refreshNames, refreshNamesSoon, namesAt } = useNamesHere(state);
  const told = { kept: () => void keepSoon(), names: () => void refreshNamesSoon() };
  const news = useNews(state, {
    client: THIS_WINDOW, outbox: () => outbox, reload: () => reload(), namesSoon: () => void refreshNamesSoon(),
    dropDraft: (cell) => changes.dropDraft(cell), edit: (cell, change) => changes.edit(cell, change), insert: (after, kind, text) => changes.insert(after, kind, text),
    activate: (cell, place) => cursor.activate(cell, place),
  });
  const outbox = useOutbox(() => id.value, THIS_WINDOW, { confirmed, refused: news.refused, waits: (reason) => (problem.value = reason), changed: keepNow });
  const cursor = useCursor(state, () => changes, told);
  const changes = useChanges(state, outbox, () => cursor, told);
  const requests = useRequests(state, outbox, { commit: changes.commit, markOnly: cursor.markOnly, putMark: cursor.putMark });
  const events = useEvents(news.receive, () => {
    outbox.tryNow();
    void outbox.whenEmpty().then(() => reload());
  });

  const connected = computed(() => events.connected.value && !outbox.unreachable.value);
  const saved = computed(() => outbox.count.value === 0 && connected.value);

  /** A new worksheet, there at once: it is made at the server while the first line is being written. */
  function begin(worksheet: string, wanted: Conventions, folder = ""): void {
    close();
    id.value = worksheet;
    title.value = "Untitled";
    conventions.value = { ...USUAL_CONVENTIONS, ...wanted };
    loaded.value = true;
    outbox.create({ title: title.value, folder, conventions: wanted });
  }

  function confirmed(answer: Parameters<typeof news.confirmed>[0], batch: Batch): void {
    news.confirmed(answer, batch);
    if (batch.creates) events.open(id.value);
  }

  /** Takes up what another window left behind; that stays in the browser until it stands with what this window sends. */
  function takeUp(left: LeftBehind): void {
    if (left.batches.length) outbox.adopt(left.batches);
    forgetChanges(id.value, left);
  }

  async function open(worksheet: string): Promise<void> {
    close();
    id.value = worksheet;
    const left = await leftBehind(worksheet, THIS_WINDOW);
    if (id.value !== worksheet) return;
    await reload(FIRST_SCREEN); // the rest comes with the events
    // a worksheet that was begun in a window that is gone may never have reached the server: it is made now
    const isMade = missing.value && left.batches[0]?.creates;
    if (!loaded.value && !isMade) return;
    takeUp(left); // before anything that is done here, since it is older
    if (loaded.value) events.open(worksheet);
    if (left.batches.length) {
      await outbox.whenEmpty();
      await reload();
    }
    if (!loaded.value || id.value !== worksheet) return;
    left.typed.forEach(restore);
    keepNow(); // as of this window
    forgetTyped(worksheet);
    void refreshNames();
  }

  /** A text that was being written when the window closed stands in its editor again. */
  function restore(typed: Typed): void {
    const cell = cellOf(typed.cell);
    if (!cell) {
      if (typed.text.trim()) clashes.set(typed.cell, { mine: typed.text, isGone: true });
    } else if (cell.text !== typed.text) {
      drafts.set(cell.id, typed.text);
      bases.set(cell.id, typed.was);
      cursor.activate(cell.id, "end");
    }
  }

  async function reload(first?: number): Promise<void> {
    const asked = id.value;
    try {
      const { data, error } = await api.GET("/api/worksheets/{worksheet_id}", { params: { path: { worksheet_id: asked }, query: { first } } });
      if (asked !== id.value) return;
      if (data && loaded.value && (outbox.count.value > 0 || data.revision < revision.value)) {
        await outbox.whenEmpty(); // something was changed meanwhile: this is not the newest any more
        return reload();
      }
      if (!data) {
        missing.value = true;
        problem.value = sentence(error);
        return;
      }
      strangers.clear();
      title.value = data.title;
      folder.value = data.folder;
      revision.value = data.revision;
      conventions.value = data.conventions;
      cells.value = data.cells;
      news.loadedAt(data.revision);
      canUndo.value = data.canUndo;
      canRedo.value = data.canRedo;
      results.clear();
      for (const [cell, lines] of Object.entries(data.results)) results.set(cell, lines);
      missing.value = false;
      problem.value = "";
      loaded.value = true;
      if (active.value && !cellOf(active.value)) news.leaveRemoved(active.value);
    } catch {
      problem.value = "The server does not answer. Is Upper Slate still running?";
    }
  }

  function close(): void {
    if (active.value) changes.commit(active.value);
    events.close();
    outbox.clear();
    state.clear();
    news.loadedAt(-1);
  }

  return { ...state, ...changes, ...cursor, ...requests, settleClash: news.settleClash, namesAt, saved, connected, isHeldBack: outbox.isHeldBack, begin, open, reload, close, keepNow };
});
