import { describe, expect, it } from "vitest";

import { useSoFar } from "./sourceCompletion";

describe("a line that uses another worksheet", () => {
  it.each([
    ["use f from Hex", "", { part: "title", word: "Hex", title: "" }],
    ["use f, g from ", "", { part: "title", word: "", title: "" }],
    ["use f", " from Hexagon cells", { part: "names", word: "f", title: "Hexagon cells" }],
    ["use f, g", " from Nectar to honey", { part: "names", word: "g", title: "Nectar to honey" }],
    ["use ", "", { part: "names", word: "", title: "" }],
    ["use al", "", { part: "names", word: "al", title: "" }],
    ["used", "", null],
    ["f(x) = use", "", null],
    ["x + 1", " from y", null],
  ])("%s|%s", (before, after, expected) => {
    expect(useSoFar(before, after)).toEqual(expected);
  });
});
