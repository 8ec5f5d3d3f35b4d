import { describe, expect, it } from "vitest";

import { placeText, readMarks, readPlace, readPlaces, readStep } from "./places";

describe("a place as it is written", () => {
  it.each([["2", 2], ["-2.5", -2.5], ["−1", -1], ["1,5", 1.5], [".5", 0.5], ["3/2", 1.5], ["pi", Math.PI], ["-pi/6", -Math.PI / 6], ["2π", 2 * Math.PI], ["3 * pi / 2", 1.5 * Math.PI], ["90°", 90]])("%s", (text, place) => {
    expect(readPlace(text)).toBeCloseTo(place, 12);
  });

  it.each(["", "x", "1/0", "pi/x", "--2", "2 3", "e"])("none in “%s”", (text) => {
    expect(readPlace(text)).toBeNull();
  });

  it("comes back from its text", () => {
    for (const value of [2 * Math.PI, -Math.PI / 6, 1.25, -3, 0]) expect(readPlace(placeText(value, "pi"))).toBeCloseTo(value, 12);
    expect(placeText(2 * Math.PI, "pi")).toBe("2π");
    expect(placeText(2 * Math.PI)).toBe("6.28319");
  });
});

describe("marks of an axis", () => {
  it("are a step above 0, places, or none", () => {
    expect(readStep("-1")).toBeNull();
    expect(readMarks("1/2")).toEqual({ step: 0.5 });
    expect(readMarks("none")).toEqual({ places: [] });
    expect(readMarks("0, 1/2, 3")).toEqual({ places: [0, 0.5, 3] });
    expect(readMarks("0; 1,5")).toEqual({ places: [0, 1.5] });
    expect(readMarks("many")).toBeNull();
    expect(readPlaces("1; x")).toBeNull();
  });
});
