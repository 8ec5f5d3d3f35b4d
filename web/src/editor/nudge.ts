/** A number in a text, as typed. */
interface NumberPlace {
  from: number;
  to: number;
  digits: string;
  isNegative: boolean;
}

const NUMBER = /\d+(?:\.\d+)?/g;

/** The number at a place, or the only one of the text when no place is given; digits inside names (x1) and recurring ones (0.1(6)) are none. */
export function numberAt(text: string, at: number | null): NumberPlace | null {
  const found = [...text.matchAll(NUMBER)]
    .map((match) => ({ from: match.index, to: match.index + match[0].length, digits: match[0] }))
    .filter((place) => !/[A-Za-z_]\w*$|\.\d*\($/.test(text.slice(0, place.from)) && !/^[eE][+-]?\d|^\(\d+\)/.test(text.slice(place.to)));
  const place = at === null ? (found.length === 1 ? found[0] : undefined) : found.find((item) => item.from <= at && at <= item.to);
  if (!place) return null;
  const sign = /(^|[=(,[+\-*/^]\s*)-\s*$/.exec(text.slice(0, place.from));
  return sign ? { ...place, from: text.slice(0, place.from).lastIndexOf("-"), isNegative: true } : { ...place, isNegative: false };
}

/** The text with a number moved by steps of its last digit, and where the number stands then; null where none is. */
export function nudged(text: string, at: number | null, by: number): { text: string; from: number; to: number } | null {
  const place = numberAt(text, at);
  if (!place) return null;
  const [whole = "", fraction = ""] = place.digits.split(".");
  const units = BigInt(whole + fraction) * (place.isNegative ? -1n : 1n) + BigInt(by);
  const size = (units < 0n ? -units : units).toString().padStart(fraction.length + 1, "0");
  const shown = fraction ? `${size.slice(0, -fraction.length)}.${size.slice(-fraction.length)}` : size;
  const written = units < 0n ? `-${shown}` : shown;
  return { text: text.slice(0, place.from) + written + text.slice(place.to), from: place.from, to: place.from + written.length };
}
