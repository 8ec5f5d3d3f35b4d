/** A place as a student writes it: 2, -0.5, 1,5, 3/4, pi, 2π/3, -pi/6. Null where it is none. */
export function readPlace(text: string): number | null {
  const match = /^\s*([-−]?)\s*(\d+(?:[.,]\d+)?|[.,]\d+)?\s*[*·]?\s*(pi|π)?\s*(?:\/\s*(\d+(?:[.,]\d+)?))?\s*°?\s*$/.exec(text);
  if (!match || (!match[2] && !match[3])) return null;
  const number = (digits: string | undefined) => Number((digits ?? "1").replace(",", "."));
  const size = (number(match[2]) * (match[3] ? Math.PI : 1)) / number(match[4]);
  return Number.isFinite(size) ? size * (match[1] ? -1 : 1) : null;
}

/** A step is a place above 0. */
export function readStep(text: string): number | null {
  const step = readPlace(text);
  return step !== null && step > 0 ? step : null;
}

/** Several places with `;` or spaces after commas between them; null where one is none. */
export function readPlaces(text: string): number[] | null {
  const found = text.split(/;|,\s+/).filter((part) => part.trim()).map(readPlace);
  return found.length && found.every((place) => place !== null) ? (found as number[]) : null;
}

/** Where marks of an axis stand: none at all, at chosen places, or at every multiple of a step; null where the text says nothing of these. */
export function readMarks(text: string): { step: number } | { places: number[] } | null {
  if (/^\s*(none|no|off|-|–)\s*$/i.test(text)) return { places: [] };
  const step = readStep(text);
  if (step !== null) return { step };
  const places = /[;,]/.test(text) ? readPlaces(text) : null;
  return places && { places };
}

/** A number as it stands in a field of a window: a multiple of π where the axis has them. */
export function placeText(value: number, axis = "plain"): string {
  if (axis === "pi") {
    const turns = value / Math.PI;
    const over = [1, 2, 3, 4, 6, 12].find((part) => Math.abs(turns * part - Math.round(turns * part)) < 1e-9);
    const times = over ? Math.round(turns * over) : 0;
    if (over && times) return `${times === 1 ? "" : times === -1 ? "-" : times}π${over > 1 ? `/${over}` : ""}`;
  }
  return String(Number(value.toPrecision(6)));
}
