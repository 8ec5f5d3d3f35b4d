import { describe, expect, it } from "vitest";

import { changed, Frame, MARGIN, withEqualScales } from "./frame";

const frame = new Frame([-2, 2, -1, 3], 464, 348);

describe("a frame", () => {
  it("puts the window between the margins, upside up", () => {
    expect([frame.x(-2), frame.x(2)]).toEqual([MARGIN.left, 464 - MARGIN.right]);
    expect([frame.y(-1), frame.y(3)]).toEqual([348 - MARGIN.bottom, MARGIN.top]);
  });

  it("knows what it holds", () => {
    expect(frame.holds(0, 0)).toBe(true);
    expect(frame.holds(2, 3)).toBe(true);
    expect(frame.holds(2.1, 0)).toBe(false);
    expect(frame.holds(0, -1.1)).toBe(false);
  });

  it("draws lines that end at finite places", () => {
    expect(frame.path([])).toBe("");
    expect(frame.path([[0, 0], [1, 1]])).toBe(`M${frame.x(0)},${frame.y(0)}L${frame.x(1)},${frame.y(1)}`);
    expect(frame.path([[0, 1e300], [1, -1e300]])).not.toMatch(/Infinity|NaN|e\+/);
    expect(frame.straight(0, 1, 1)).toBe(frame.path([[-2, -1], [2, 3]]));
  });
});

describe("strokes of a field of slopes", () => {
  const ends = (stroke: string) => stroke.match(/-?[\d.]+/g)!.map(Number);

  it("are of one length, along the slope as it is seen, and upright where it has no bound", () => {
    for (const slope of [0, 1, -3, 1e6]) {
      const [left = 0, top = 0, dx = 0, dy = 0] = ends(frame.stroke(1, 1, slope));
      expect(Math.hypot(dx, dy)).toBeCloseTo(11, 0);
      expect(left + dx / 2).toBeCloseTo(frame.x(1), 0);
      expect(top + dy / 2).toBeCloseTo(frame.y(1), 0);
      const seen = (frame.y(0) - frame.y(1)) / (frame.x(1) - frame.x(0));
      if (slope < 10) expect(-dy / dx).toBeCloseTo(slope * seen, 0);
      else expect(Math.abs(dx)).toBeLessThan(0.2);
    }
  });
});

describe("windows", () => {
  it("have units of one length where that is asked", () => {
    const equal = new Frame(withEqualScales([-2, 2, -10, 30], 464, 348), 464, 348);
    expect(Math.abs(equal.x(1) - equal.x(0))).toBeCloseTo(Math.abs(equal.y(1) - equal.y(0)), 9);
    expect((equal.window[2] + equal.window[3]) / 2).toBeCloseTo(10, 9);
  });

  it("move by shares, and grow about a place that stays", () => {
    expect(changed([0, 10, 0, 4], { right: 0.1, up: -0.5 })).toEqual([1, 11, -2, 2]);
    expect(changed([0, 10, 0, 4], { wider: 0.5, taller: 0.5, at: [0.2, 0] })).toEqual([1, 6, 0, 2]);
    const back = changed(changed([0, 10, 0, 4], { wider: 2, taller: 2, at: [0.3, 0.7] }), { wider: 0.5, taller: 0.5, at: [0.3, 0.7] });
    back.forEach((value, k) => expect(value).toBeCloseTo([0, 10, 0, 4][k] ?? 0, 9));
  });
});
