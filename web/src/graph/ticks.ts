import { readMarks } from "./places";

export interface Tick {
  value: number;
  label: string;
}

const PLAIN = [1, 2, 5];
const PI_STEPS = [1 / 12, 1 / 6, 1 / 4, 1 / 2, 1, 2, 3, 4, 6, 8, 10, 20];
const DEGREES = [1, 2, 5, 10, 15, 30, 45, 60, 90, 180, 360, 720, 1440];

/** Marks of an axis: at chosen places or a chosen step, or at one that leaves about so many, in the unit of the axis. */
export function ticksOf(low: number, high: number, count: number, axis: string, chosen?: string): Tick[] {
  const marks = chosen ? readMarks(chosen) : null;
  const inPi = marks ? /pi|π/.test(chosen ?? "") : axis === "pi";
  if (marks && "places" in marks) {
    const label = (value: number) => (inPi ? timesPi(value) : plain(value, 1e-3) + (axis === "degrees" ? "°" : ""));
    return marks.places.filter((value) => value >= low && value <= high).map((value) => ({ value, label: label(value) }));
  }
  const wanted = marks?.step ?? null;
  const step = wanted && (high - low) / wanted <= 60 ? wanted : stepFor((high - low) / Math.max(1, count), axis);
  const first = Math.ceil(low / step - 1e-9);
  const last = Math.floor(high / step + 1e-9);
  const label = inPi ? (k: number) => timesPi(k * step) : (k: number) => plain(k * step, step) + (axis === "degrees" ? "°" : "");
  return Array.from({ length: Math.max(0, last - first + 1) }, (_, k) => ({ value: (first + k) * step, label: label(first + k) }));
}

function stepFor(rough: number, axis: string): number {
  if (axis === "pi") {
    const found = PI_STEPS.find((part) => part * Math.PI >= rough * 0.95);
    if (found && rough > Math.PI / 60) return found * Math.PI;
    if (!found) return niceStep(rough / Math.PI) * Math.PI;
  }
  if (axis === "degrees" && rough >= 1) {
    const found = DEGREES.find((step) => step >= rough * 0.95);
    if (found) return found;
  }
  return niceStep(rough);
}

function niceStep(rough: number): number {
  const power = 10 ** Math.floor(Math.log10(rough));
  return (PLAIN.find((lead) => lead * power >= rough * 0.95) ?? 10) * power;
}

function plain(value: number, step: number): string {
  const size = Math.abs(value);
  if (size >= 1e6 || (size > 0 && size < 1e-4)) {
    const [lead = "", exponent = ""] = value.toExponential(2).split("e");
    return `${minus(String(Number(lead)))}·10${superscript(Number(exponent))}`;
  }
  return minus(String(Number(value.toFixed(Math.max(0, 2 - Math.floor(Math.log10(step)))))));
}

/** A multiple of π as a fraction of it. */
function timesPi(value: number): string {
  const turns = value / Math.PI;
  const over = [1, 2, 3, 4, 6, 12, 5, 8, 10, 9, 24].find((part) => Math.abs(turns * part - Math.round(turns * part)) < 1e-6);
  if (!over) return minus(value.toPrecision(3));
  const times = Math.round(turns * over);
  if (!times) return "0";
  const size = Math.abs(times) === 1 ? "π" : `${Math.abs(times)}π`;
  return `${times < 0 ? "−" : ""}${size}${over > 1 ? `/${over}` : ""}`;
}

function minus(text: string): string {
  return text.replace("-", "−");
}

function superscript(exponent: number): string {
  return [...String(exponent)].map((digit) => (digit === "-" ? "⁻" : ("⁰¹²³⁴⁵⁶⁷⁸⁹"[Number(digit)] ?? ""))).join("");
}
