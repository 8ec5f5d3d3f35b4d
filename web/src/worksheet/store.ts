import { useDebounceFn } from "@vueuse/core";
import { defineStore } from "pinia";
import { computed, ref, shallowReactive, shallowRef } from "vue";

import { api, sentence, type CellData, type Line, type NameHere, type Operation } from "../shared/api/client";
import { useEvents, type WorksheetEvent } from "./useEvents";

/** Marks this window, so that it knows its own changes when they come back as events. */
const CLIENT = newId();

export function newId(): string {
  return crypto.getRandomValues(new Uint8Array(6)).reduce((text, byte) => text + byte.toString(16).padStart(2, "0"), "");
}

export type Conventions = Record<string, string>;
export type CaretPlace = "start" | "end" | number;

/** One open worksheet: its cells and results, where the cursor is, and the way changes take to the server. */
export const useWorksheet = defineStore("worksheet", () => {
  const id = ref("");
  const title = ref("");
  const revision = ref(0);
  const conventions = ref<Conventions>({});
  const cells = shallowRef<CellData[]>([]);
  const results = shallowReactive(new Map<string, Line[]>());
  const changed = shallowReactive(new Set<string>());
  const canUndo = ref(false);
  const canRedo = ref(false);
  const active = ref<string | null>(null);
  const caret = ref<CaretPlace>("end");
  const names = ref<NameHere[]>([]);
  const letters = ref<string[]>([]);
  const problem = ref("");
  const missing = ref(false);
  const loaded = ref(false);
  const pending = ref(0);
  const selected = ref<string | null>(null);
  /** What stands in the open editor; kept apart so that results of other lines cannot disturb it. */
  const drafts = shallowReactive(new Map<string, string>());
  let queue: Promise<void> = Promise.resolve();

  const events = useEvents(receive, () => void reload());

  const numbers = computed(() => {
    const found = new Map<string, number>();
    for (const cell of cells.value) if (cell.kind === "math") found.set(cell.id, found.size + 1);
    return found;
  });
  const busy = computed(() => [...results].filter(([, lines]) => lines.some((line) => line.busySince)).map(([cell]) => cell));
  const saved = computed(() => pending.value === 0 && events.connected.value);

  async function open(worksheet: string): Promise<void> {
    close();
    id.value = worksheet;
    await reload();
    events.open(worksheet);
    void refreshNames();
  }

  async function reload(): Promise<void> {
    try {
      const { data, error } = await api.GET("/api/worksheets/{worksheet_id}", { params: { path: { worksheet_id: id.value } } });
      if (!data) {
        missing.value = true;
        problem.value = sentence(error);
        return;
      }
      title.value = data.title;
      revision.value = data.revision;
      conventions.value = data.conventions;
      cells.value = data.cells;
      canUndo.value = data.canUndo;
      canRedo.value = data.canRedo;
      results.clear();
      for (const [cell, lines] of Object.entries(data.results)) results.set(cell, lines);
      missing.value = false;
      problem.value = "";
      loaded.value = true;
    } catch {
      problem.value = "The server does not answer. What you type is kept here until it is back.";
    }
  }

  function close(): void {
    events.close();
    loaded.value = false;
    cells.value = [];
    results.clear();
    drafts.clear();
    active.value = null;
    names.value = [];
  }

  function receive(event: WorksheetEvent): void {
    if (event.type === "results" || event.type === "hello") {
      const arrived = event.type === "results" ? event.cells : event.results;
      for (const [cell, lines] of Object.entries(arrived)) {
        if (event.type === "results" && differs(results.get(cell), lines)) mark(cell);
        results.set(cell, lines);
      }
      refreshNamesSoon();
    } else if (event.type === "changed") {
      if (event.client === CLIENT && pending.value > 0) return; // newer changes of ours are on their way
      revision.value = event.revision;
      title.value = event.title;
      conventions.value = event.conventions;
      canUndo.value = event.canUndo;
      canRedo.value = event.canRedo;
      cells.value = event.cells;
      if (active.value && !event.cells.some((cell) => cell.id === active.value)) active.value = null;
    } else if (event.type === "removed") {
      missing.value = true;
      problem.value = "This worksheet was removed in another window.";
    }
  }

  function differs(before: Line[] | undefined, after: Line[]): boolean {
    if (!before?.length || before.map((line) => line.source).join("\n") !== after.map((line) => line.source).join("\n")) return false; // the text itself is new
    if (before.some((line) => line.kind === "busy") || after.some((line) => line.busySince || line.waitsFor?.length)) return false;
    const shown = (lines: Line[]) => JSON.stringify(lines.map((line) => [line.exact?.text, line.error?.message, line.verdict]));
    return shown(before) !== shown(after);
  }

  /** Marks a cell for a moment: its result has changed. */
  function mark(cell: string): void {
    if (cell === active.value) return;
    changed.add(cell);
    setTimeout(() => changed.delete(cell), 1600);
  }

  // -- changes: shown at once, sent one after another ---------------------------------------------------------------

  function send(operations: Operation[]): Promise<void> {
    pending.value += 1;
    queue = queue.then(async () => {
      for (;;) {
        try {
          const { data, error } = await api.POST("/api/worksheets/{worksheet_id}/operations", {
            params: { path: { worksheet_id: id.value } },
            body: { revision: revision.value, client: CLIENT, operations },
          });
          pending.value -= 1;
          if (data) {
            revision.value = data.revision;
            canUndo.value = data.canUndo;
            canRedo.value = data.canRedo;
            problem.value = "";
          } else {
            problem.value = sentence(error);
            await reload();
          }
          return;
        } catch {
          problem.value = "The server does not answer. What you type is kept here and sent when it is back.";
          await new Promise((resolve) => setTimeout(resolve, 1000));
        }
      }
    });
    return queue;
  }

  function edit(cell: string, change: { text?: string; kind?: "math" | "note" }): void {
    cells.value = cells.value.map((item) => (item.id === cell ? { ...item, ...change } : item));
    void send([{ op: "edit", cell, ...change }]);
  }

  function insert(after: string | null, kind: "math" | "note" = "math", text = ""): string {
    const cell: CellData = { id: newId(), kind, text, display: {} };
    const at = after === null ? 0 : cells.value.findIndex((item) => item.id === after) + 1;
    cells.value = [...cells.value.slice(0, at), cell, ...cells.value.slice(at)];
    void send([{ op: "insert", cell: cell.id, after, kind, text }]);
    return cell.id;
  }

  function remove(cell: string): void {
    const at = cells.value.findIndex((item) => item.id === cell);
    if (at < 0) return;
    const next = cells.value[at - 1] ?? cells.value[at + 1];
    cells.value = cells.value.filter((item) => item.id !== cell);
    drafts.delete(cell);
    void send([{ op: "remove", cell }]);
    if (active.value === cell) activate(next?.id ?? null, "end");
  }

  function move(cell: string, by: -1 | 1): void {
    const at = cells.value.findIndex((item) => item.id === cell);
    const to = at + by;
    if (at < 0 || to < 0 || to >= cells.value.length) return;
    commit(cell);
    const list = [...cells.value];
    const [item] = list.splice(at, 1);
    if (!item) return;
    list.splice(to, 0, item);
    cells.value = list;
    void send([{ op: "move", cell, after: list[to - 1]?.id ?? null }]).then(() => refreshNames());
  }

  function choose(cell: string, line: number, form: string | null): void {
    const key = `line${line}`;
    cells.value = cells.value.map((item) => (item.id === cell ? { ...item, display: { ...item.display, [key]: form } } : item));
    void send([{ op: "display", cell, display: { [key]: form } }]);
  }

  function setConvention(changes: Conventions): void {
    conventions.value = { ...conventions.value, ...changes };
    void send([{ op: "convention", changes }]);
  }

  /** The whole worksheet in one kind of answer: choices made for single lines give way to it. */
  function setResults(kind: string): void {
    const chosen = cells.value.filter((item) => Object.keys(item.display).length);
    const operations: Operation[] = chosen.map((item) => ({ op: "display", cell: item.id, display: Object.fromEntries(Object.keys(item.display).map((key) => [key, null])) }));
    conventions.value = { ...conventions.value, results: kind };
    cells.value = cells.value.map((item) => (Object.keys(item.display).length ? { ...item, display: {} } : item));
    void send([...operations, { op: "convention", changes: { results: kind } }]);
  }

  function rename(next: string): void {
    title.value = next;
    void send([{ op: "title", title: next }]);
  }

  async function step(which: "undo" | "redo"): Promise<void> {
    if (active.value) commit(active.value);
    await queue;
    const request = { params: { path: { worksheet_id: id.value } }, body: { client: "" } };
    const { data } = which === "undo" ? await api.POST("/api/worksheets/{worksheet_id}/undo", request) : await api.POST("/api/worksheets/{worksheet_id}/redo", request);
    if (data) {
      canUndo.value = data.canUndo;
      canRedo.value = data.canRedo;
    }
  }

  async function paste(after: string | null, markdown: string): Promise<void> {
    await queue;
    const { error } = await api.POST("/api/worksheets/{worksheet_id}/paste", { params: { path: { worksheet_id: id.value } }, body: { after, markdown, client: "" } });
    if (error) problem.value = sentence(error);
  }

  async function stop(cell: string | null): Promise<void> {
    await api.POST("/api/worksheets/{worksheet_id}/stop", { params: { path: { worksheet_id: id.value } }, body: { cell } });
  }

  async function tryAgain(cell: string): Promise<void> {
    await api.POST("/api/worksheets/{worksheet_id}/again", { params: { path: { worksheet_id: id.value } }, body: { cell } });
  }

  // -- the cursor ---------------------------------------------------------------------------------------------------

  function activate(cell: string | null, place: CaretPlace = "end"): void {
    if (active.value && active.value !== cell) commit(active.value);
    caret.value = place;
    active.value = cell;
    selected.value = null;
    void refreshNames();
  }

  /** Stores what stands in the editor of a cell, if it is something new. */
  function commit(cell: string): void {
    const draft = drafts.get(cell);
    const held = cells.value.find((item) => item.id === cell);
    if (draft === undefined || !held) return;
    if (draft !== held.text) edit(cell, { text: draft });
    drafts.delete(cell);
  }

  function neighbour(cell: string, by: -1 | 1): string | null {
    const at = cells.value.findIndex((item) => item.id === cell);
    return cells.value[at + by]?.id ?? null;
  }

  /** Results come in bursts; the panel needs to follow only once. */
  const refreshNamesSoon = useDebounceFn(() => void refreshNames(), 120);

  async function refreshNames(): Promise<void> {
    if (!id.value || !loaded.value) return;
    try {
      const { data } = await api.GET("/api/worksheets/{worksheet_id}/names", { params: { path: { worksheet_id: id.value }, query: { cell: active.value } } });
      if (data) {
        names.value = data.names;
        letters.value = data.letters;
      }
    } catch {
      // the panel keeps what it had; the broken connection is shown in the head
    }
  }

  return {
    id, title, revision, conventions, cells, results, changed, canUndo, canRedo, active, caret, names, letters, problem, missing, loaded, pending, saved,
    selected, drafts, numbers, busy, connected: events.connected,
    open, reload, close, edit, insert, remove, move, choose, setConvention, setResults, rename, step, paste, stop, tryAgain, activate, commit, neighbour,
  };
});
