import { describe, expect, it } from "vitest";

import type { CellData } from "../shared/api/client";
import { findMatches, replaced } from "./finding";

const cells: CellData[] = ["a = 2", "Area a + A", "x1 + x", "2.5 (x)"].map((text, k) => ({ id: String(k), kind: "math", text, display: {} }));

function places(query: string, matchCase = false, wholeWords = false): string[] {
  return findMatches(cells, query, { matchCase, wholeWords }).map((match) => `${match.cell}:${match.from}`);
}

describe("finding", () => {
  it("goes by letters, or by capitals too", () => {
    expect(places("a")).toEqual(["0:0", "1:0", "1:3", "1:5", "1:9"]);
    expect(places("A", true)).toEqual(["1:0", "1:9"]);
  });

  it("finds whole names only where that is asked", () => {
    expect(places("a", true, true)).toEqual(["0:0", "1:5"]);
    expect(places("x", false, true)).toEqual(["2:5", "3:5"]);
  });

  it("takes signs as they are", () => {
    expect(places("2.5 (")).toEqual(["3:0"]);
    expect(places(".*")).toEqual([]);
    expect(places("")).toEqual([]);
  });
});

describe("replacing", () => {
  it("changes what was found and nothing else", () => {
    const matches = findMatches(cells, "a", { matchCase: true, wholeWords: true });
    expect([...replaced(cells, matches, "k_1")]).toEqual([["0", "k_1 = 2"], ["1", "Area k_1 + A"]]);
    expect(replaced(cells, [], "k").size).toBe(0);
  });
});
