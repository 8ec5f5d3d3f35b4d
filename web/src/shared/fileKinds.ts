import { ref } from "vue";

import { api, type Schemas } from "./api/client";

/** The kinds of files as which a worksheet can be saved: asked for once, before a menu opens, so that the menu has its size when it finds its place. */
export const fileKinds = ref<Schemas["FileKind"][]>([]);

export async function loadFileKinds(): Promise<void> {
  if (fileKinds.value.length) return;
  fileKinds.value = (await api.GET("/api/kinds").catch(() => ({ data: undefined }))).data ?? [];
}
