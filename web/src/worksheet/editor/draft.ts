import { api, type DraftLine } from "../../shared/api/client";

/** How a text reads so far; null when the server does not answer. */
export async function readDraft(worksheet: string, cell: string, text: string): Promise<DraftLine[] | null> {
  try {
    const { data } = await api.POST("/api/worksheets/{worksheet_id}/draft", { params: { path: { worksheet_id: worksheet } }, body: { cell, text } });
    return data?.lines ?? null;
  } catch {
    return null;
  }
}

/** The same with results, where they are quick. */
export async function tryDraft(worksheet: string, cell: string, text: string): Promise<DraftLine[] | null> {
  try {
    const { data } = await api.POST("/api/worksheets/{worksheet_id}/draft/results", { params: { path: { worksheet_id: worksheet } }, body: { cell, text } });
    return data?.lines ?? null;
  } catch {
    return null;
  }
}
