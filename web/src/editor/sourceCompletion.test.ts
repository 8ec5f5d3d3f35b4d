import { CompletionContext } from "@codemirror/autocomplete";
import { EditorState } from "@codemirror/state";
import { beforeEach, describe, expect, it, vi } from "vitest";

const get = vi.hoisted(() => vi.fn());
vi.mock("../shared/api/client", () => ({ api: { GET: get } }));

import { completeUse, useSoFar, useSoFarAt } from "./sourceCompletion";

/** The place at the end of a line in which something is completed. */
function at(line: string): CompletionContext {
  return new CompletionContext(EditorState.create({ doc: line }), line.length, false);
}

describe("a line that uses another worksheet", () => {
  it.each([
    ["use f from Hex", "", { part: "title", word: "Hex", title: "" }],
    ["use f, g from ", "", { part: "title", word: "", title: "" }],
    ["use f", " from Hexagon cells", { part: "names", word: "f", title: "Hexagon cells" }],
    ["use f, g", " from Nectar to honey", { part: "names", word: "g", title: "Nectar to honey" }],
    ["use ", "", { part: "names", word: "", title: "" }],
    ["use al", "", { part: "names", word: "al", title: "" }],
    ["used", "", null],
    ["f(x) = use", "", null],
    ["x + 1", " from y", null],
  ])("%s|%s", (before, after, expected) => {
    expect(useSoFar(before, after)).toEqual(expected);
  });
});

describe("the list of titles", () => {
  beforeEach(() => get.mockReset().mockResolvedValue({ data: ["Cells of wax", "Colony", "Nectar"] }));

  async function listed(line: string) {
    const context = at(line);
    return completeUse(context, useSoFarAt(context)!, "here");
  }

  it("is made anew at once while the title grows, and the server is asked once", async () => {
    const first = await listed("use side from c");
    expect(first?.options.map((option) => option.label)).toEqual(["Cells of wax", "Colony", "Nectar"]);
    const next = first?.update?.(first, 14, 16, at("use side from ce"));
    expect(next?.options.map((option) => option.label)).toEqual(["Cells of wax"]);
    const last = next?.update?.(next, 14, 17, at("use side from cel"));
    expect(last?.options.map((option) => option.label)).toEqual(["Cells of wax"]);
    expect(last?.from).toBe("use side from ".length);
    expect(get).toHaveBeenCalledTimes(1);
  });

  it("is asked for anew where something else is being written", async () => {
    const first = await listed("use side from c");
    expect(first?.update?.(first, 0, 4, at("use s"))).toBeNull();
    expect(first?.update?.(first, 0, 3, at("x +"))).toBeNull();
  });
});
