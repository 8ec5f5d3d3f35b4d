import { useDebounceFn } from "@vueuse/core";
import { computed, onScopeDispose, ref } from "vue";

import { api, type DraftLine } from "../shared/api/client";
import { THIS_WINDOW } from "../shared/thisWindow";

/** A selection that stays as it is for so long (ms) is asked about. */
const PAUSE = 180;
/** Longer selections (characters) are meant for copying. */
const LONGEST = 300;

/** What the selected part of a line comes to by itself, and the lines that go on from it; nothing where it does not stand for itself. */
export function useSelected(worksheet: () => string, cell: () => string) {
  const line = ref<DraftLine | null>(null);
  const text = ref("");
  let asked = 0;

  const ask = useDebounceFn(async (turn: number) => {
    if (turn !== asked || !text.value) return;
    const request = { params: { path: { worksheet_id: worksheet() } }, body: { client: `${THIS_WINDOW} part`, cell: cell(), text: text.value } };
    const { data } = await api.POST("/api/worksheets/{worksheet_id}/draft/results", request).catch(() => ({ data: undefined }));
    const found = data?.lines.length === 1 ? data.lines[0] : undefined;
    if (turn === asked) line.value = found?.result && !found.result.error && !["empty", "definition", "function", "step"].includes(found.result.kind) ? found : null;
  }, PAUSE);

  function select(part: string): void {
    asked += 1;
    text.value = part.includes("\n") || part.length > LONGEST ? "" : part.trim();
    line.value = null;
    if (text.value) void ask(asked);
  }

  /** The lines that can be put below, by what they do. */
  const offers = computed<[what: string, line: string][]>(() => [
    ["work out", text.value],
    ["simplify", `simplify ${text.value}`],
    ["as a decimal", `${text.value} as a decimal`],
  ]);

  onScopeDispose(() => (asked += 1));
  return { line, offers, select };
}
