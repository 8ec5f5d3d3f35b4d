import { ref } from "vue";

import { api, type Schemas } from "../shared/api/client";

export type Tried = Schemas["TriedLine"];

/** Works cells out apart from every worksheet; an answer to something older is dropped. */
export function useTries() {
  const rows = ref<Tried[][]>([]);
  const problem = ref("");
  let turn = 0;

  async function tryOut(cells: string[], units = false): Promise<Tried[][] | null> {
    const mine = (turn += 1);
    try {
      const { data } = await api.POST("/api/handbook/try", { body: { cells, units } });
      if (mine !== turn) return null;
      problem.value = data ? "" : "These lines could not be worked out.";
      rows.value = data ?? [];
      return data ?? null;
    } catch {
      if (mine === turn) problem.value = "The server does not answer.";
      return null;
    }
  }

  return { rows, problem, tryOut };
}
