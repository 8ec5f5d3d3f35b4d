import type { Schemas } from "../shared/api/client";

export type Offer = Schemas["SuggestionResult"];

/** A line with an offer taken; a line break in it makes two lines. */
export function taken(source: string, offer: Offer): string {
  return source.slice(0, offer.start) + offer.text + source.slice(offer.end);
}

/** Offers with more text than this are named by what they put in, not by the line that comes of them. */
const LONG = 44;

/** What stands on the button: the line that comes of it, where that is short. */
export function offerWords(source: string, offer: Offer): string {
  if (offer.as === "note") return "make it a note";
  if (offer.as === "units") return "turn units on";
  const line = taken(source, offer).trim();
  if (line.includes("\n")) return `in ${line.split("\n").length} lines`;
  if (line.length <= LONG) return line;
  return offer.text.trim() ? offer.text.trim() : "remove it";
}
