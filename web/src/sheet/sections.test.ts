import { describe, expect, it } from "vitest";
import { ref } from "vue";

import type { CellData } from "../shared/api/client";
import { headingLevel, useSections } from "./sections";

function cell(id: string, text: string, folded = false): CellData {
  return { id, kind: text.startsWith("#") || text === "note" ? "note" : "math", text, display: folded ? { folded: true } : {} };
}

describe("sections", () => {
  it("know their level", () => {
    expect(headingLevel(cell("a", "## Comb"))).toBe(2);
    expect(headingLevel(cell("a", "note"))).toBe(0);
    expect(headingLevel({ ...cell("a", "# 3"), kind: "math" })).toBe(0);
    expect(headingLevel(cell("a", "#no heading"))).toBe(0);
  });

  it("hide what stands under a folded heading, up to one of its own level", () => {
    const { hiddenBy, foldedCounts } = useSections(ref([
      cell("1", "# Comb", true), cell("2", "a = 1"), cell("3", "## Wax", true), cell("4", "b = 2"), cell("5", "# Hive"), cell("6", "c = 3"),
    ]));
    expect([...hiddenBy.value]).toEqual([["2", "1"], ["3", "1"], ["4", "1"]]);
    expect([...foldedCounts.value]).toEqual([["1", 3]]);
  });
});
