import { describe, expect, it } from "vitest";

import { offerWords, taken, type Offer } from "./offers";

const offer = (text: string, start: number, end: number, as?: "note"): Offer => ({ text, start, end, ...(as ? { as } : {}) });

describe("offers", () => {
  it("leave the line with their text in its place", () => {
    expect(taken("56 x 8", offer("*", 3, 4))).toBe("56 * 8");
    expect(taken("a = 6, b = 12", offer("a = 6\nb = 12", 0, 13))).toBe("a = 6\nb = 12");
    expect(taken("so x = 3", offer("", 0, 3))).toBe("x = 3");
  });

  it("are named by the line that comes of them", () => {
    expect(offerWords("Sin(3)", offer("sin", 0, 3))).toBe("sin(3)");
    expect(offerWords("a = 6, b = 12", offer("a = 6\nb = 12", 0, 13))).toBe("in 2 lines");
    expect(offerWords("we have five frames left", offer("we have five frames left", 0, 24, "note"))).toBe("make it a note");
  });

  it("are named by what they put in where the line is long", () => {
    const line = "solve x^4 - 3x^3 + 2x^2 - 7x + 12 = 56 x 8 for x in [0, 10]";
    expect(offerWords(line, offer("*", line.indexOf("x 8"), line.indexOf("x 8") + 1))).toBe("*");
    expect(offerWords(line, offer("", 0, 6))).toBe("remove it");
  });
});
