import { describe, expect, it, vi } from "vitest";

import type { CellData, Operation } from "../shared/api/client";
import type { useOutbox } from "./outbox";
import { sheetState } from "./sheetState";
import type { WorksheetEvent } from "./useEvents";
import { useNews } from "./useNews";

const cell = (id: string, text: string): CellData => ({ id, kind: "math", text, display: {} });
const edit = (id: string, text: string): Operation => ({ op: "edit", cell: id, text });

/** A window that has loaded cells a, b, c at revision 10; `pending` are the cells that it has yet to send. */
function window_(pending: string[] = []) {
  const state = sheetState();
  const outbox = { count: { value: pending.length }, changesLater: (id: string) => pending.includes(id), rearrangesLater: () => false };
  const news = useNews(state, {
    client: "me", outbox: () => outbox as unknown as ReturnType<typeof useOutbox>, reload: vi.fn(), dropDraft: vi.fn(), edit: vi.fn(), insert: vi.fn(), activate: vi.fn(), namesSoon: vi.fn(),
  });
  state.cells.value = ["a", "b", "c"].map((id) => cell(id, `${id} = 0`));
  state.revision.value = 10;
  news.loadedAt(10);
  return { state, news, texts: () => state.cells.value.map((item) => item.text) };
}

function changed(revision: number, cells: CellData[], client = "me/1", order?: string[]): WorksheetEvent {
  return { type: "changed", client, revision, canUndo: true, canRedo: false, title: `after ${revision}`, conventions: {}, cells, order: order ?? null } as unknown as WorksheetEvent;
}

const answer = (revision: number) => ({ revision, canUndo: true, canRedo: false });
const batch = (...operations: Operation[]) => ({ number: 2, operations, group: "", again: false });

describe("what the server says", () => {
  it("is taken over, from here and from other windows", () => {
    const { state, news, texts } = window_();
    news.receive(changed(11, [cell("b", "b = 5")], "other/7"));
    expect([texts(), state.revision.value, state.title.value]).toEqual([["a = 0", "b = 5", "c = 0"], 11, "after 11"]);
  });

  it("is no news where the event of an earlier change comes after the answer to a later one", () => {
    const { state, news, texts } = window_();
    state.cells.value = state.cells.value.map((item) => (item.id === "a" ? cell("a", "a = 2") : item));
    news.confirmed(answer(12), batch(edit("a", "a = 2")));
    news.receive(changed(11, [cell("a", "a = 1")]));
    expect([texts(), state.revision.value, state.title.value]).toEqual([["a = 2", "b = 0", "c = 0"], 12, ""]);
    news.receive(changed(12, [cell("a", "a = 2")]));
    expect(texts()[0]).toBe("a = 2");
  });

  it("is news of the other cells all the same", () => {
    const { news, texts } = window_();
    news.confirmed(answer(12), batch(edit("a", "a = 2")));
    news.receive(changed(11, [cell("a", "a = 1"), cell("c", "c = 9")], "other/3"));
    expect(texts()).toEqual(["a = 0", "b = 0", "c = 9"]);
  });

  it("is no news of the order that was before a rearrangement of our own", () => {
    const { state, news } = window_();
    state.cells.value = ["c", "a", "b"].map((id) => cell(id, id));
    news.confirmed(answer(12), batch({ op: "move", cell: "c", after: null }));
    news.receive(changed(11, [], "other/3", ["b", "a", "c"]));
    expect(state.cells.value.map((item) => item.id)).toEqual(["c", "a", "b"]);
    news.receive(changed(12, [], "me/2", ["c", "b", "a"]));
    expect(state.cells.value.map((item) => item.id)).toEqual(["c", "b", "a"]);
  });

  it("is no news where the worksheet was loaded later, and waits for what is on its way", () => {
    const { news, texts } = window_(["b"]);
    news.receive(changed(10, [cell("a", "old")], "other/3"));
    news.receive(changed(11, [cell("b", "theirs")], "other/4"));
    expect(texts()).toEqual(["a = 0", "b = 0", "c = 0"]);
  });
});
