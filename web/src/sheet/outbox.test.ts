import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";

import type { Operation } from "../shared/api/client";

const post = vi.hoisted(() => vi.fn());
vi.mock("../shared/api/client", () => ({ api: { POST: post }, sentence: (error: { detail: string }) => error.detail }));

import { useOutbox } from "./outbox";

const edit = (text: string): Operation => ({ op: "edit", cell: "c", text });
const ok = { data: { revision: 1, canUndo: true, canRedo: false }, response: { status: 200 } };
const sent = () => post.mock.calls.map(([, request]) => request.body.operations[0].text as string);

function outbox() {
  const told = { confirmed: vi.fn(), refused: vi.fn(), waits: vi.fn(), changed: vi.fn() };
  return { told, box: useOutbox(() => "sheet", "window", told) };
}

describe("the outbox", () => {
  beforeEach(() => {
    vi.useFakeTimers();
    post.mockReset();
  });
  afterEach(() => vi.useRealTimers());

  it("sends one after another, in order", async () => {
    post.mockResolvedValue(ok);
    const { box, told } = outbox();
    ["a", "b", "c"].forEach((text) => box.push([edit(text)]));
    await box.whenEmpty();
    expect(sent()).toEqual(["a", "b", "c"]);
    expect(told.confirmed).toHaveBeenCalledTimes(3);
    expect(box.count.value).toBe(0);
  });

  it("keeps and sends again what the server did not answer, and says that it was sent before", async () => {
    post.mockRejectedValueOnce(new TypeError("no network")).mockResolvedValue(ok);
    const { box, told } = outbox();
    box.push([edit("a")]);
    await vi.advanceTimersByTimeAsync(10);
    expect([box.unreachable.value, box.isHeldBack.value, box.count.value]).toEqual([true, false, 1]);
    await vi.advanceTimersByTimeAsync(1500);
    expect(post.mock.calls.map(([, request]) => request.body.again)).toEqual([false, true]);
    expect([box.unreachable.value, box.count.value]).toEqual([false, 0]);
    expect(told.waits).not.toHaveBeenCalled();
  });

  it("keeps what the server could not store, and tells why", async () => {
    post.mockResolvedValueOnce({ error: { detail: "The disk is full." }, response: { status: 503 } }).mockResolvedValue(ok);
    const { box, told } = outbox();
    box.push([edit("a")]);
    box.push([edit("b")]);
    await vi.advanceTimersByTimeAsync(10);
    expect([box.isHeldBack.value, box.count.value]).toEqual([true, 2]);
    expect(told.waits).toHaveBeenCalledWith("The disk is full.");
    await vi.advanceTimersByTimeAsync(1500);
    expect(sent()).toEqual(["a", "a", "b"]);
    expect(box.isHeldBack.value).toBe(false);
  });

  it("gives up what is refused, with its reason, and goes on", async () => {
    post.mockResolvedValueOnce({ error: { detail: "It is gone.", clash: true }, response: { status: 409 } }).mockResolvedValue(ok);
    const { box, told } = outbox();
    box.push([edit("a")]);
    box.push([edit("b")]);
    await box.whenEmpty();
    expect(told.refused).toHaveBeenCalledWith(expect.objectContaining({ number: 1 }), "It is gone.", true);
    expect(sent()).toEqual(["a", "b"]);
  });

  it("knows what later batches change", () => {
    post.mockReturnValue(new Promise(() => {}));
    const { box } = outbox();
    box.push([edit("a")]);
    box.push([{ op: "move", cell: "d", after: null }]);
    expect([box.changesLater("d", 1), box.changesLater("c", 1), box.rearrangesLater(1), box.rearrangesLater(2)]).toEqual([true, false, true, false]);
  });
});
