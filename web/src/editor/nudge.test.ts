import { describe, expect, it } from "vitest";

import { nudged, numberAt } from "./nudge";

describe("the number at a place", () => {
  it.each([
    ["k = 4", null, "4", false],
    ["k = -4", null, "4", true],
    ["a - 4", 4, "4", false],
    ["2x + 3.50", 8, "3.50", false],
    ["f(-12)", 3, "12", true],
    ["x1 + 7", null, "7", false],
  ])("%s", (text, at, digits, isNegative) => {
    expect(numberAt(text, at)).toMatchObject({ digits, isNegative });
  });

  it.each([
    ["x1", null],
    ["2 + 3", null], // which of the two?
    ["1e5", 1], // an exponent is no digit to move
    ["0.1(6)", null],
    ["k", 0],
  ])("none in %s", (text, at) => {
    expect(numberAt(text, at)).toBeNull();
  });
});

describe("nudging", () => {
  it.each([
    ["k = 4", 1, "k = 5"],
    ["k = 0", -1, "k = -1"],
    ["k = -1", 1, "k = 0"],
    ["k = 9", 1, "k = 10"],
    ["k = 2.50", 1, "k = 2.51"],
    ["k = 0.01", -2, "k = -0.01"],
    ["k = 99999999999999999999", 1, "k = 100000000000000000000"],
  ])("%s by %i", (text, by, wanted) => {
    const found = nudged(text, null, by);
    expect(found?.text).toBe(wanted);
    expect(found?.text.slice(found.from, found.to)).toBe(wanted.replace("k = ", ""));
  });

  it("there and back is where it was", () => {
    for (const text of ["k = 4", "k = -3.07", "k = 0.5"]) {
      expect(nudged(nudged(text, null, 37)?.text ?? "", null, -37)?.text).toBe(text);
    }
  });
});
