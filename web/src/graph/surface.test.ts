import { describe, expect, it } from "vitest";

import { Camera, colourOf, edgesOf, facetsOf, inBox, labelsOf, rgb, sized, turned, USUAL_VIEW, type Surface } from "./surface";

/** A surface over 5 by 5 places. */
function over(height: (x: number, y: number) => number | null, span: [number, number]): Surface {
  const places = [-1, -0.5, 0, 0.5, 1];
  return { heights: places.map((y) => places.map((x) => height(x, y))), span, points: [], sure: true, letters: ["x", "y", "z"] };
}

const camera = new Camera(USUAL_VIEW, 400, 300);

describe("a view", () => {
  it("never goes over the top, and stays within its sizes", () => {
    expect(turned(USUAL_VIEW, 0.1, 9).tip).toBeLessThan(Math.PI / 2);
    expect(turned(USUAL_VIEW, 0.1, -9).tip).toBeGreaterThan(-Math.PI / 2);
    expect(turned(USUAL_VIEW, 0.1, 0).turn).toBeCloseTo(USUAL_VIEW.turn + 0.1);
    expect(sized(USUAL_VIEW, 1e6).size).toBe(6);
    expect(sized(USUAL_VIEW, 1e-6).size).toBe(0.3);
  });
});

describe("a camera", () => {
  it("has the middle in the middle, up above, and lengths as they are when seen from the front", () => {
    expect(camera.spot(0, 0, 0).slice(0, 2)).toEqual([200, 150]);
    expect(camera.spot(0, 0, 1)[1]).toBeLessThan(150);
    const front = new Camera({ turn: 0, tip: 0, size: 1 }, 400, 300);
    const [x, y] = front.spot(1, 0, 0);
    expect(x - 200).toBeCloseTo(150 - front.spot(0, 0, 1)[1]);
    expect(y).toBeCloseTo(150);
    expect(front.spot(0, 1, 0)[2]).toBeLessThan(front.spot(0, -1, 0)[2]); // what is farther up the page lies behind
  });

  it("keeps every corner of the box in sight at its usual size", () => {
    for (let turn = 0; turn < 7; turn += 0.3)
      for (const tip of [-0.6, 0, 0.5, 0.9])
        for (const [x, y, z] of [[-1, -1, -0.75], [1, -1, 0.75], [1, 1, -0.75], [-1, 1, 0.75]] as const) {
          const [a, b] = new Camera({ turn, tip, size: 1 }, 492, 350).spot(x, y, z);
          expect(a).toBeGreaterThan(10);
          expect(a).toBeLessThan(482);
          expect(b).toBeGreaterThan(5);
          expect(b).toBeLessThan(345);
        }
  });
});

describe("fields", () => {
  it("come from behind to the front, all of a whole surface", () => {
    const facets = facetsOf(over((x, y) => x * y, [-1, 1]), camera);
    expect(facets).toHaveLength(16);
    expect(facets.every((facet, k) => k === 0 || facet.depth >= (facets[k - 1]?.depth ?? 0))).toBe(true);
  });

  it("are left out beside a gap, and where nothing of them is within the span", () => {
    expect(facetsOf(over((x, y) => (x === 0 && y === 0 ? null : 1), [0, 2]), camera)).toHaveLength(12);
    expect(facetsOf(over((x) => (x > 0 ? 9 : 0), [0, 1]), camera)).toHaveLength(12);
  });

  it("are as light as they face the light, and coloured by height", () => {
    const flat = facetsOf(over(() => 1, [0, 2]), camera)[0]!;
    expect(flat.height).toBeCloseTo(0.5);
    expect(flat.light).toBeCloseTo(0.7);
    expect(colourOf({ ...flat, light: 1, height: 0 }, rgb("#102030"), rgb("#ffffff"))).toBe("rgb(16,32,48)");
    expect(colourOf({ ...flat, light: 1, height: 1 }, rgb("#102030"), rgb("#ffffff"))).toBe("rgb(255,255,255)");
  });

  it("lie within the box", () => {
    const surface = over((x) => x, [-1, 1]);
    expect([inBox(surface, -1), inBox(surface, 0), inBox(surface, 1), inBox(surface, 99)]).toEqual([-0.75, 0, 0.75, 0.75]);
  });
});

describe("edges", () => {
  it("say where they begin and end, and no two words stand on each other", () => {
    for (let turn = 0.15; turn < 6.3; turn += 0.3) {
      const edges = edgesOf(over((x) => x, [-4, 4]), [-2, 2, 0, 3], new Camera({ ...USUAL_VIEW, turn }, 492, 350));
      expect(edges.map((edge) => edge.ends)).toEqual([["−2", "2"], ["0", "3"], ["−4", "4"]]);
      const words = edges.flatMap((edge) => labelsOf(edge, [246, 175]).filter((word) => !word.isLetter).map((word) => ({ ...word, edge })));
      for (const one of words)
        for (const other of words.filter((word) => word.edge !== one.edge)) expect(Math.hypot(one.x - other.x, one.y - other.y)).toBeGreaterThan(10);
    }
  });
});
