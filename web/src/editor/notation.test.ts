import { describe, expect, it } from "vitest";

import { notationIn } from "./notation";

describe("mathematics from elsewhere", () => {
  it("is found in what is pasted", () => {
    expect(notationIn("", "\\frac{1}{2}")).toBe("\\frac{1}{2}");
    expect(notationIn("", "$x^2$")).toBe("$x^2$");
    expect(notationIn("<p><math><mi>x</mi></math></p>", "x")).toBe("<math><mi>x</mi></math>");
    expect(notationIn("", 'so <math display="block"><mn>1</mn></math> it is')).toBe('<math display="block"><mn>1</mn></math>');
  });

  it("is not seen in ordinary text", () => {
    expect(notationIn("<p>x^2</p>", "x^2")).toBe("");
    expect(notationIn("", "5$ and 6$ each")).toBe("");
  });
});
