import { describe, expect, it } from "vitest";

import type { Line } from "../shared/api/client";
import { longestNumber, otherKind, shortened, shownResults, wrapped } from "./shown";

const written = (text: string) => ({ text, latex: text });
const exact = { value: "exact", relation: "=" } as const;
const decimal = { value: "decimal", relation: "≈" } as const;
const kinds = { exact: [exact], decimal: [decimal], both: [exact, decimal] };
const third = {
  exact: written("1/3"), decimal: { ...written("0.333333"), relation: "≈" }, asked: null, forms: [{ ...written("0.(3)"), name: "recurring", relation: "=" }],
  digits: [{ ...written("0.33"), name: "2 sf", relation: "≈" }], shown: { switched: kinds, onPage: kinds, bothKinds: true },
} as unknown as Line;
const texts = (...given: Parameters<typeof shownResults>) => shownResults(...given).map((shown) => `${shown.relation} ${shown.text}`);

describe("the results of a line", () => {
  it("are those that the core says for the kind that is wanted", () => {
    expect(texts(third, undefined, "exact")).toEqual(["= 1/3"]);
    expect(texts(third, undefined, "decimal")).toEqual(["≈ 0.333333"]);
    expect(texts(third, undefined, "both")).toEqual(["= 1/3", "≈ 0.333333"]);
    expect(texts(third, "exact", "decimal")).toEqual(["= 1/3"]);
    expect(texts({ ...third, asked: "decimal" }, undefined, "exact")).toEqual(["≈ 0.333333"]);
  });

  it("are told apart by who chose", () => {
    const root = { ...third, shown: { ...third.shown, onPage: { ...kinds, exact: [exact, decimal] } } } as Line;
    expect(texts(root, undefined, "exact")).toEqual(["= 1/3", "≈ 0.333333"]);
    expect(texts(root, "exact", "exact")).toEqual(["= 1/3"]);
    const asWritten = { ...third, shown: { ...third.shown, onPage: null } } as Line;
    expect([texts(asWritten, undefined, "2 sf"), texts(asWritten, "2 sf", "exact")]).toEqual([[], ["≈ 0.33"]]);
  });

  it("come in a form or to another number of digits, by name", () => {
    expect(texts(third, "2 sf", "exact")).toEqual(["≈ 0.33"]);
    expect(texts(third, "recurring", "exact")).toEqual(["= 0.(3)"]);
    expect(texts(third, "of another line", "exact")).toEqual(["= 1/3"]);
  });

  it("can be switched to the other kind", () => {
    expect([otherKind(third, undefined, "exact"), otherKind(third, "decimal", "exact"), otherKind(third, "2 sf", "exact")]).toEqual(["decimal", "exact", "exact"]);
    expect(otherKind({ ...third, shown: { ...third.shown, bothKinds: false } }, undefined, "exact")).toBe("");
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
