import { describe, expect, it } from "vitest";

import type { Line } from "../shared/api/client";
import { longestNumber, otherKind, shortened, shownResults, wrapped } from "./shown";

const written = (text: string) => ({ text, latex: text });
const base = {
  source: "", kind: "value", name: null, reading: "", head: { left: "", sign: "", right: "" }, exact: null, decimal: null, digits: [], forms: [], conditions: [], conditionsLatex: [], notices: [],
  working: [], verdict: null, counterexample: null, counterexampleLatex: null, solutions: null, table: null, graph: null, offers: {}, error: null, asked: null, saysMore: true, asWritten: false, besideDecimal: false,
  key: "", offset: 0, busySince: null, heldUp: false, waitsFor: [],
} as unknown as Line;
const line = (changes: Partial<Line>): Line => ({ ...base, ...changes });
const third = line({ exact: written("1/3"), decimal: { ...written("0.333333"), relation: "≈" } });
const texts = (...given: Parameters<typeof shownResults>) => shownResults(...given).map((shown) => `${shown.relation} ${shown.text}`);

describe("the results of a line", () => {
  it("are of the kind that is wanted, with the true sign", () => {
    expect(texts(third, undefined, "exact")).toEqual(["= 1/3"]);
    expect(texts(third, undefined, "decimal")).toEqual(["≈ 0.333333"]);
    expect(texts(third, undefined, "both")).toEqual(["= 1/3", "≈ 0.333333"]);
    expect(texts(third, "exact", "decimal")).toEqual(["= 1/3"]);
    expect(texts(line({ ...third, asked: "decimal" }), undefined, "exact")).toEqual(["≈ 0.333333"]);
  });

  it("have a decimal beside them where the exact number says little", () => {
    const root = line({ exact: written("√2"), decimal: { ...written("1.41421"), relation: "≈" }, besideDecimal: true });
    expect(texts({ ...root, saysMore: false }, undefined, "exact")).toEqual(["≈ 1.41421"]);
    expect(texts(root, undefined, "exact")).toEqual(["= √2", "≈ 1.41421"]);
    expect(texts(root, "exact", "exact")).toEqual(["= √2"]);
    expect(texts(line({ ...root, asked: "exact" }), undefined, "decimal")).toEqual(["= √2", "≈ 1.41421"]);
  });

  it("come to another number of digits", () => {
    const digits = [{ ...written("0.33"), name: "2 sf", relation: "≈" as const }];
    const shorter = line({ ...third, digits });
    expect(texts(shorter, "2 sf", "exact")).toEqual(["≈ 0.33"]);
    expect(otherKind(shorter, "2 sf", "exact")).toBe("exact");
    const solved = line({ kind: "solutions", solutions: { list: [], complete: true }, exact: written("x = 1/3"), decimal: { ...written("x = 0.333333"), relation: "≈" }, digits });
    expect(texts(solved, "2 sf", "exact")).toEqual(["⇒ ≈ 0.33"]);
  });

  it("say nothing twice", () => {
    expect(texts(line({ exact: written("7"), decimal: { ...written("7"), relation: "=" } }), undefined, "both")).toEqual(["= 7"]);
    expect(texts(line({ exact: written("x"), saysMore: false }), undefined, "exact")).toEqual([]);
    expect(texts(line({ kind: "function", exact: written("x"), asWritten: true }), undefined, "exact")).toEqual([]);
    expect(texts(line({ kind: "equation", exact: written("x = 2"), saysMore: false }), undefined, "exact")).toEqual([]);
  });

  it("follow from what was asked", () => {
    const solved = line({ kind: "solutions", exact: written("x = 2"), solutions: { complete: true, list: [] } });
    expect(texts(solved, undefined, "exact")).toEqual(["⇒ x = 2"]);
    expect(texts(line({ kind: "equation", exact: written("y = x") }), undefined, "exact")).toEqual(["⇒ y = x"]);
    const enclosed = line({ ...solved, exact: null, decimal: { ...written("x = 1.2"), relation: "≈" } });
    expect(texts(enclosed, undefined, "exact")).toEqual(["⇒ ≈ x = 1.2"]);
  });

  it("are none where there is an error", () => {
    expect(texts(line({ ...third, error: { code: "syntax", message: "", start: 0, end: 0, suggestion: null, suggestions: [] } }), undefined, "exact")).toEqual([]);
    expect(otherKind(line({ ...third, kind: "step" }), undefined, "exact")).toBe("");
  });

  it("can be switched to the other kind", () => {
    expect([otherKind(third, undefined, "exact"), otherKind(third, "decimal", "exact")]).toEqual(["decimal", "exact"]);
  });
});

describe("long numbers", () => {
  it("are shown by their ends", () => {
    const number = "1".repeat(30) + "2".repeat(40);
    expect(longestNumber(`x + ${number}`)).toBe(70);
    expect(shortened(number)).toBe(`${"1".repeat(20)}\\ldots ${"2".repeat(20)}`);
    expect(shortened("1".repeat(60))).toBe("1".repeat(60));
  });

  it("may wrap within a long whole number, and nowhere else", () => {
    expect(wrapped("12345678901234567890")).toBe("12345678901234567890");
    expect(wrapped("x = 1234567890123456789012345 + \\sqrt{2}")).toBe("x = 1234567890\\allowbreak 1234567890\\allowbreak 12345 + \\sqrt{2}");
  });
});
