import { ref } from "vue";

import { api, sentence, type Schemas } from "../shared/api/client";
import { download } from "../shared/download";

/** How often it is asked how far an archive is (ms). */
const LOOK = 150;

/** Saves worksheets as a zip: made at the server, with its progress, then saved by the browser. */
export function useArchive(say: (problem: string) => void) {
  const progress = ref<Schemas["ArchiveState"] | null>(null);

  async function save(wanted: Schemas["MoveIn"], name: string): Promise<void> {
    try {
      const begun = await api.POST("/api/archives", { body: wanted });
      if (!begun.data) return say(sentence(begun.error));
      for (let state = begun.data; ; await new Promise((later) => setTimeout(later, LOOK))) {
        const { data, error } = await api.GET("/api/archives/{archive_id}", { params: { path: { archive_id: state.id } } });
        if (!data) return say(sentence(error));
        state = progress.value = data;
        if (data.problem) return say(data.problem);
        if (data.ready) return download(`/api/archives/${data.id}/file?${new URLSearchParams({ name })}`);
      }
    } catch {
      say("The server does not answer, so nothing was saved.");
    } finally {
      progress.value = null;
    }
  }

  return { progress, save };
}
