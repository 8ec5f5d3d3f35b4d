import { describe, expect, it } from "vitest";

import { pages } from "./pages";
import { checkOf, isInForm } from "./turns";

const turns = (name: string) => pages.find((page) => page.name === name)?.blocks.flatMap((block) => (block.kind === "turn" ? [block] : [])) ?? [];

describe("an answer to an exercise", () => {
  it("is in the form of the answer that the page holds, everywhere; the task again is not", () => {
    for (const page of pages) {
      for (const turn of turns(page.name)) {
        expect(isInForm(turn, turn.answer), `${page.name}: ${turn.answer}`).toBe(true);
        if (turn.unlike) expect(isInForm(turn, turn.unlike), page.name).toBe(false);
      }
    }
  });

  it.each([
    ["surds", "2 sqrt(18)"], ["solve-linear", "3x = 12"], ["solve-linear", "2x + 9 = 5x - 3"], ["solve-quadratic", "(x - 3)(x - 5) = 0"], ["inequalities", "-2x > -6"], ["rearrange", "5t = s - u"],
    ["expand", "2x(x + 4) - (x + 4)"], ["factorise", "x^2 + 5x + 2x + 10"], ["derivative", "derivative of x^4 - 3x^2"], ["chain-rule", "d/dx (3x + 1)^5"], ["fractions", "3/12"], ["gradient", "2*5 - 3"],
    ["composition", "f(g(x))"], ["inverse", "f^-1(x)"], ["mixed-numbers", "34/10"], ["rationalise", "20/(2 sqrt(5))"], ["names", "27/5"], ["digits", "3.14000"],
  ])("%s: “%s” is true and not yet the answer", (name, answer) => {
    expect(isInForm(turns(name)[0]!, answer)).toBe(false);
  });

  it.each([["solve-quadratic", "x=5 or x = 3"], ["surds", "6*sqrt(2)"], ["factorise", "(x+5)(x+2)"], ["expand", "7x - 4 + 2x^2"], ["rationalise", "2√5"], ["fractions", "1 / 4"], ["above", "above * sqrt(2)"]])("%s: “%s” is one", (name, answer) => {
    expect(isInForm(turns(name)[0]!, answer)).toBe(true);
  });

  it("is asked as a step or as a question", () => {
    expect(checkOf(turns("solve-linear")[0]!, "x = 4")).toEqual(["5x - 3 = 2x + 9\n<=> x = 4"]);
    expect(checkOf(turns("derivative")[0]!, "4x^3 - 6x")).toEqual(["(4x^3 - 6x) = (derivative of x^4 - 3x^2) ?"]);
  });
});
