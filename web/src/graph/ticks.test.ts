import { describe, expect, it } from "vitest";

import { ticksOf } from "./ticks";

describe("marks of an axis", () => {
  const labels = (...given: Parameters<typeof ticksOf>) => ticksOf(...given).map((tick) => tick.label);

  it("are round numbers, with a true minus", () => {
    expect(labels(-2, 2, 4, "plain")).toEqual(["−2", "−1", "0", "1", "2"]);
    expect(labels(0, 1, 5, "plain")).toEqual(["0", "0.2", "0.4", "0.6", "0.8", "1"]);
    expect(labels(0, 3e7, 3, "plain")).toEqual(["0", "1·10⁷", "2·10⁷", "3·10⁷"]);
  });

  it("are parts of π where that suits", () => {
    expect(labels(-Math.PI, Math.PI, 4, "pi")).toEqual(["−π", "−π/2", "0", "π/2", "π"]);
    expect(labels(0, 4 * Math.PI, 4, "pi")).toEqual(["0", "π", "2π", "3π", "4π"]);
    expect(labels(0, 1, 2, "plain", "pi/6")).toEqual(["0", "π/6"]);
  });

  it("stand at chosen places, or nowhere", () => {
    expect(labels(0, 4, 5, "plain", "0, 1.5, 9")).toEqual(["0", "1.5"]);
    expect(labels(0, 4, 5, "pi", "pi/2; pi")).toEqual(["π/2", "π"]);
    expect(labels(0, 4, 5, "plain", "none")).toEqual([]);
  });

  it("are degrees that people know", () => {
    expect(labels(0, 360, 4, "degrees")).toEqual(["0°", "90°", "180°", "270°", "360°"]);
  });

  it("lie inside, and are never so many that they cover the axis", () => {
    for (const [low, high] of [[-3.7, 12.2], [1e-6, 3e-6], [-1e9, 1e9]] as const) {
      const ticks = ticksOf(low, high, 8, "plain");
      expect(ticks.length).toBeGreaterThan(2);
      expect(ticks.every((tick) => tick.value >= low - 1e-9 * (high - low) && tick.value <= high + 1e-9 * (high - low))).toBe(true);
    }
    expect(ticksOf(0, 1000, 5, "plain", "0.001").length).toBeLessThan(20);
  });
});
