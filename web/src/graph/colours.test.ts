import { describe, expect, it } from "vitest";

import roles from "../styles/roles.css?raw";
import { COLOUR_NAMES, styleOf } from "./graph";

const THEMES = { light: roles.split(":root.dark")[0] ?? "", dark: roles.split(":root.dark")[1] ?? "" };

/** How the three kinds of colour blindness see linear RGB: the matrices of Machado, Oliveira and Fernandes (2009) at full severity. */
const SIGHT: Record<string, number[][]> = {
  usual: [[1, 0, 0], [0, 1, 0], [0, 0, 1]],
  protan: [[0.152286, 1.052583, -0.204868], [0.114503, 0.786281, 0.099216], [-0.003882, -0.048116, 1.051998]],
  deutan: [[0.367322, 0.860646, -0.227968], [0.280085, 0.672501, 0.047413], [-0.01182, 0.04294, 0.968881]],
  tritan: [[1.255528, -0.076749, -0.178779], [-0.078411, 0.930809, 0.147602], [0.004733, 0.691367, 0.3039]],
};

function linear(hex: string): number[] {
  return [1, 3, 5].map((at) => parseInt(hex.slice(at, at + 2), 16) / 255).map((c) => (c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4));
}

/** CIE L*a*b* of linear RGB. */
function lab(rgb: number[]): number[] {
  const [r = 0, g = 0, b = 0] = rgb.map((c) => Math.min(1, Math.max(0, c)));
  const f = (t: number) => (t > 0.008856 ? Math.cbrt(t) : 7.787 * t + 16 / 116);
  const [x, y, z] = [f((0.4124 * r + 0.3576 * g + 0.1805 * b) / 0.95047), f(0.2126 * r + 0.7152 * g + 0.0722 * b), f((0.0193 * r + 0.1192 * g + 0.9505 * b) / 1.08883)];
  return [116 * y - 16, 500 * (x - y), 200 * (y - z)];
}

describe.each(Object.entries(THEMES))("the colours of curves, %s", (_theme, css) => {
  const colours = COLOUR_NAMES.map((_name, index) => new RegExp(`--curve-${index}: (#[0-9a-f]{6})`).exec(css)?.[1] ?? "");

  it.each(Object.entries(SIGHT))("are told apart with %s sight", (_kind, matrix) => {
    const seen = colours.map((hex) => lab(matrix.map((row) => row.reduce((sum, value, at) => sum + value * (linear(hex)[at] ?? 0), 0))));
    const distances = seen.flatMap((a, i) => seen.slice(i + 1).map((b) => Math.hypot(...a.map((value, at) => value - (b[at] ?? 0)))));
    expect(Math.min(...distances)).toBeGreaterThan(18);
  });
});

it("gives sixty curves sixty looks", () => {
  const looks = Array.from({ length: 60 }, (_, index) => styleOf({}, index)).map((style) => `${style.colour} ${style.dash}`);
  expect(new Set(looks).size).toBe(60);
});
