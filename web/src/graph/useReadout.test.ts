import { describe, expect, it } from "vitest";

import { heightOn } from "./useReadout";

describe("the height of a drawn curve", () => {
  it("lies between neighbours, and nowhere in a gap", () => {
    const pieces = [[[0, 0], [1, 2]], [[2, 4], [3, 4]]];
    expect(heightOn(pieces, 0.25)).toBe(0.5);
    expect(heightOn(pieces, 1.5)).toBeNull();
    expect(heightOn(pieces, 2)).toBe(4);
  });

  it("is the nearest of several, as on a circle", () => {
    const circle = [[[1, 0], [0, 1], [-1, 0], [0, -1], [1, 0]]];
    expect(heightOn(circle, 0.5, 3)).toBe(0.5);
    expect(heightOn(circle, 0.5, -3)).toBe(-0.5);
  });
});
