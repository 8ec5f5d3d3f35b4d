import createClient from "openapi-fetch";

import type { components, paths } from "./schema";

export type Schemas = components["schemas"];
export type Line = Schemas["LineRow"];
export type CellData = Schemas["CellData"];
export type Operation = Schemas["OperationsIn"]["operations"][number];
export type NameHere = Schemas["NameHere"];
export type Entry = Schemas["EntrySchema"];
export type DraftLine = Schemas["DraftRow"];
export type WorksheetRow = Schemas["WorksheetRow"];
export type Form = Schemas["FormResult"];

export const api = createClient<paths>({ baseUrl: "/" });

/** The server's one sentence about what went wrong. */
export function sentence(error: unknown): string {
  if (error && typeof error === "object" && "detail" in error && typeof error.detail === "string") return error.detail;
  return "This could not be done: the server gave no reason.";
}
