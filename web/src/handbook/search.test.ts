import { describe, expect, it } from "vitest";

import { courses, pages } from "./pages";
import { nearest, pageOf, pagesFor, searched } from "./search";

/** What somebody looks for, by the page that must come first: words as textbooks' indexes and their readers have them. */
const FIRST: Record<string, string[]> = {
  "first-line": ["how to begin", "calculator", "calculate"],
  "exact-and-decimal": ["decimal", "turn into a decimal", "exact value", "approximation", "make 3/8 a decimal", "fraction to decimal"],
  digits: ["decimal places", "rounding", "significant figures", "sig figs", "dp", "round to 2 decimal places", "nearest whole number", "number of digits"],
  fractions: ["fractions", "numerator", "lowest terms", "add fractions", "reciprocal", "divide fractions"],
  "mixed-numbers": ["mixed number", "improper fraction", "top heavy fraction"],
  recurring: ["recurring decimal", "repeating decimal"],
  percentages: ["percentage", "per cent", "discount", "interest", "percent"],
  "standard-form": ["standard form", "scientific notation", "very large numbers"],
  powers: ["powers", "index laws", "indices", "exponent", "negative power", "squared"],
  roots: ["square root", "cube root", "nth root"],
  surds: ["surds", "simplify a surd", "surd", "add surds"],
  rationalise: ["rationalise", "rationalise the denominator", "rationalize", "surd in a denominator", "conjugate surd"],
  "absolute-value": ["absolute value", "modulus", "magnitude"],
  "round-down": ["round down", "floor", "ceiling", "integer part"],
  primes: ["prime factors", "hcf", "highest common factor", "lcm", "lowest common multiple", "gcd", "prime factorisation", "divisors"],
  remainders: ["remainder", "modulo", "polynomial division", "long division", "remainder theorem"],
  counting: ["factorial", "combinations", "permutations", "ncr", "binomial coefficient"],
  constants: ["pi", "golden ratio", "euler number"],
  names: ["variable", "define", "give a name", "constant", "store a value"],
  "free-letters": ["undefined letter", "forget a name", "free"],
  above: ["ans", "last answer", "previous result"],
  functions: ["define a function", "f(x)", "named function"],
  "function-values": ["evaluate", "substitute", "value of a function", "plug in"],
  composition: ["composition", "composite function", "function of a function", "fog"],
  inverse: ["inverse function", "undo a function"],
  piecewise: ["piecewise", "cases", "otherwise"],
  "domain-range": ["domain", "range", "where is it defined"],
  assume: ["assume", "assumption", "suppose"],
  notes: ["note", "comment", "heading"],
  simplify: ["simplify", "collect like terms", "cancel"],
  expand: ["expand", "multiply out", "brackets", "binomial expansion"],
  factorise: ["factorise", "factorize", "difference of squares", "common factor"],
  "single-fraction": ["common denominator", "single fraction", "combine fractions"],
  "partial-fractions": ["partial fractions"],
  "complete-square": ["completing the square", "complete the square", "discriminant", "vertex form"],
  "solve-linear": ["solve", "equation", "linear equation"],
  "solve-quadratic": ["quadratic", "quadratic formula", "quadratic equation"],
  "solve-any": ["numerical solution", "cubic", "transcendental equation"],
  simultaneous: ["simultaneous equations", "two unknowns", "system of equations"],
  rearrange: ["rearrange", "subject of a formula", "make x the subject", "transpose a formula"],
  inequalities: ["inequality", "less than", "inequalities", "interval"],
  "solve-trig": ["trigonometric equation", "general solution", "solve sin x"],
  logarithms: ["logarithm", "natural log", "log laws", "ln", "log base 2"],
  "log-equations": ["exponential equation", "half life", "doubling time"],
  angles: ["degrees", "radians", "convert angle"],
  "trig-values": ["sine", "cosine", "tangent of an angle", "secant", "trig identity"],
  "inverse-trig": ["inverse sine", "arcsin", "arctan", "find the angle"],
  hyperbolic: ["hyperbolic", "cosh", "catenary"],
  derivative: ["differentiate", "derivative", "dy/dx", "second derivative", "rate of change", "differentiation", "velocity"],
  gradient: ["gradient", "slope", "slope at a point", "steepness"],
  "chain-rule": ["chain rule", "product rule", "quotient rule"],
  tangent: ["equation of the tangent", "normal", "tangent line"],
  "turning-points": ["turning points", "stationary points", "maximum", "minimum", "point of inflection", "highest point"],
  "greatest-least": ["greatest value", "optimisation", "least value"],
  integrals: ["integrate", "integral", "antiderivative", "integration by parts", "indefinite integral"],
  "definite-integrals": ["area under a curve", "definite integral"],
  "area-between": ["area between curves", "enclosed area"],
  limits: ["limit", "tends to", "l'hopital"],
  asymptotes: ["asymptote", "vertical asymptote", "oblique asymptote"],
  sums: ["sigma", "geometric series", "arithmetic series", "sum of a series"],
  series: ["taylor", "maclaurin", "power series"],
  laplace: ["laplace transform"],
  "complex-numbers": ["complex number", "imaginary", "conjugate", "argand"],
  "polar-form": ["polar form", "modulus argument form", "de moivre"],
  vectors: ["vector", "dot product", "cross product", "scalar product", "unit vector"],
  matrices: ["matrix", "determinant", "inverse matrix", "transpose of a matrix", "row reduction", "eigenvalues", "eigenvectors"],
  binomial: ["binomial theorem", "coefficient of x^3", "term independent of x", "constant term"],
  statistics: ["mean", "median", "standard deviation", "average", "variance"],
  tables: ["table of values"],
  graphs: ["graph", "plot", "draw a curve", "sketch"],
  "graph-points": ["plot points", "scatter", "coordinates of points"],
  "graph-tools": ["intersection", "where curves meet", "zoom"],
  questions: ["verify", "identity", "true or false", "prove"],
  steps: ["working", "show working", "step by step"],
  "wrong-step": ["find the mistake", "where did i go wrong", "counterexample", "which step is wrong"],
  conventions: ["settings", "degrees mode", "preferences"],
  "using-another": ["another worksheet", "import a function"],
  keys: ["keyboard", "shortcuts", "symbols", "greek letters"],
  files: ["export", "backup", "save", "html"],
  printing: ["print", "hand in on paper"],
  copying: ["paste", "latex", "clipboard", "word processor"],
  arranging: ["move a cell", "delete a cell", "fold a section"],
  nudge: ["slider", "change a number", "nudge"],
  "ways-to-write": ["other form", "ways to write it", "equivalent forms"],
  "find-replace": ["replace", "rename a letter everywhere"],
  "differential-equations": ["differential equation", "integrating factor", "separate the variables", "initial condition"],
  "slope-field": ["slope field", "direction field"],
  units: ["units", "convert units", "km/h to m/s"],
  surfaces: ["surface", "saddle point", "contour map"],
  undo: ["undo", "go back", "lost"],
  slow: ["slow", "stop a line", "takes too long"],
  errors: ["error message", "syntax"],
};

/** Tasks, each looked for twice in its own words: the page stands among the first three of one of the searches. */
const TASKS: [string, string, string][] = [
  ["exact-and-decimal", "make 3/8 a decimal", "decimal of a fraction"], ["graph-tools", "where do these two curves meet", "intersection of curves"],
  ["wrong-step", "which step of my working is wrong", "mistake in my steps"], ["digits", "answer to 3 decimal places", "correct to 2 sf"],
  ["rationalise", "get rid of the root below", "no surd in the denominator"], ["surds", "simplify root 50", "add two surds"], ["composition", "f of g of x", "put one function into another"],
  ["inverse", "find f inverse", "swap x and y"], ["derivative", "differentiate x squared", "gradient function"], ["gradient", "gradient of the curve at x = 2", "how steep is it"],
  ["tangent", "find the tangent line", "line perpendicular to a curve"], ["turning-points", "find the stationary points", "max and min of a curve"], ["greatest-least", "largest area", "cheapest cost"],
  ["definite-integrals", "area under the curve from 0 to 3", "integrate between limits"], ["integrals", "integrate x e^x", "reverse of differentiation"], ["solve-quadratic", "solve x squared equation", "roots of a quadratic"],
  ["simultaneous", "solve two equations", "two unknowns"], ["inequalities", "solve an inequality", "for which x is it less than 5"], ["rearrange", "make r the subject", "change the formula"],
  ["complete-square", "write in completed square form", "lowest point of a parabola by completing the square"], ["factorise", "put into brackets", "factorise a quadratic"], ["expand", "multiply out the brackets", "remove brackets"],
  ["logarithms", "log to base 2", "natural logarithm"], ["solve-trig", "all angles with sin x = 1/2", "solve a trig equation"], ["angles", "turn degrees into radians", "use degrees"],
  ["conventions", "set the page to degrees", "change the settings"], ["statistics", "average of a list", "find the sd"], ["graphs", "draw a graph", "plot a function"], ["tables", "make a table of values", "list several values"],
  ["steps", "check my working line by line", "show each step"], ["questions", "is this identity true", "check if two expressions are equal"], ["names", "give a number a name", "use a variable"],
  ["functions", "make a function", "define f(x)"], ["mixed-numbers", "write as a mixed number", "two and three quarters"], ["limits", "what happens as x goes to infinity", "limit at 0"],
  ["vectors", "angle between two vectors", "length of a vector"], ["matrices", "inverse of a matrix", "determinant"], ["complex-numbers", "square root of minus one", "imaginary numbers"],
  ["differential-equations", "solve dy/dx = 2y", "growth and decay"], ["surfaces", "function of two variables", "draw it in 3d"], ["units", "count with kilograms and metres", "convert km/h to m/s"], ["slope-field", "draw the directions of a differential equation", "field of slopes"],
  ["printing", "print my homework", "hand it in on paper"], ["files", "save as pdf or html", "find last month's worksheet"],
];

describe("the handbook", () => {
  it("has pages enough, each with a situation, live lines, and pages to go on to", () => {
    expect(pages.length).toBeGreaterThanOrEqual(70);
    const names = new Set(pages.map((page) => page.name));
    for (const page of pages) {
      expect(page.blocks[0]?.kind, page.name).toBe("text");
      expect(page.next.filter((name) => !names.has(name)), page.name).toEqual([]);
      expect(page.next.length + page.place, page.name).toBeGreaterThan(0);
    }
  });

  it("has courses of 5 to 8 pages with an exercise on each", () => {
    for (const course of courses) {
      expect(course.pages.length, course.title).toBeGreaterThanOrEqual(5);
      expect(course.pages.length, course.title).toBeLessThanOrEqual(8);
      expect(course.pages.map((page) => page.place)).toEqual(course.pages.map((_, at) => at + 1));
      for (const page of course.pages) expect(page.blocks.some((block) => block.kind === "turn"), page.name).toBe(true);
    }
  });

  it("is searched by at least 200 words, and every page is reached", () => {
    expect(Object.values(FIRST).flat().length).toBeGreaterThanOrEqual(200);
    expect(pages.map((page) => page.name).filter((name) => !(name in FIRST))).toEqual([]);
  });

  it.each(Object.entries(FIRST).flatMap(([page, searches]) => searches.map((search) => [search, page])))("“%s” finds %s first", (search, page) => {
    expect(searched(search ?? "").slice(0, 3).map((found) => found.name)[0]).toBe(page);
  });

  it("has 40 tasks", () => expect(TASKS.length).toBeGreaterThanOrEqual(40));

  it("offers what is nearest where no page fits", () => {
    expect(searched("qwrtzp")).toEqual([]);
    expect(nearest("qwrtzp").length).toBe(5);
    expect(nearest("intgrlz").map((page) => page.name)).toContain("integrals");
    expect(nearest("frctns").map((page) => page.name)).toContain("fractions");
  });

  it.each(TASKS)("%s is found by “%s” or “%s”", (page, ...searches) => {
    expect(searches.map((search) => searched(search).slice(0, 3).map((found) => found.name)).flat()).toContain(page);
  });

  it.each([["gradeint", "gradient"], ["quadradic", "solve-quadratic"], ["logaritm", "logarithms"], ["assymptote", "asymptotes"], ["derivitive", "derivative"], ["simultanous equations", "simultaneous"]])("forgives “%s”", (search, page) => {
    expect(searched(search)[0]?.name).toBe(page);
  });

  it("knows the page of a word, of an error, of a line", () => {
    expect(pageOf("rationalize")?.name).toBe("rationalise");
    expect(pageOf("solve")?.name).toBe("solve-linear");
    expect(pageOf("limit")?.name).toBe("limits");
    expect(["^", "∘", "?", "<=>", "|", "!"].map((sign) => pageOf(sign)?.name)).toEqual(["powers", "composition", "questions", "steps", "absolute-value", "counting"]);
    expect(pageOf("notice 30 was read in radians. For degrees write 30°.")?.name).toBe("angles");
    expect(pageOf("error not-real")?.name).toBe("inverse-trig");
    expect(pagesFor("turning points of sqrt(x)").map((page) => page.name)).toEqual(["turning-points", "roots"]);
  });
});
