import { describe, expect, it } from "vitest";

import { parsePattern, patternIn, writtenOf } from "./gaps";

describe("a pattern", () => {
  it("has its gaps in the order in which they stand, sample numbers among them", () => {
    const { text, gaps } = parsePattern("{E} at {x} = {2}");
    expect(text).toBe("E at x = 2");
    expect(gaps.map((gap) => text.slice(gap.from, gap.to))).toEqual(["E", "x", "2"]);
    expect(writtenOf("root({x}, {n})")).toBe("root(x, n)");
  });

  it.each([
    ["({a})/({b})", "", "", "({a})/({b})"],
    ["({a})/({b})", "3x", "", "/({b})"],
    ["({a})/({b})", "f(x) = ", "", "({a})/({b})"],
    ["({a})/({b})", "", "x + 1", "(x + 1)/({b})"],
    ["({a})/({b})", "", "12", "(12)/({b})"],
    ["{x}^({n})", "(a + b)", "", "^({n})"],
    ["{x}^({n})", "2 + ", "", "{x}^({n})"],
    ["{x}^({n})", "", "a + b", "(a + b)^({n})"],
    ["sqrt({x})", "2", "", "sqrt({x})"],
    ["sqrt({x})", "", "2x", "sqrt(2x)"],
    ["{E} to 3 sf", "pi r^2", "", " to 3 sf"],
    ["{60}°", "30", "", "°"],
    ["oo", "x -> ", "", "oo"],
  ])("%s after %j with %j selected", (pattern, before, selected, written) => {
    expect(patternIn(pattern, before, selected)).toBe(written);
  });
});
