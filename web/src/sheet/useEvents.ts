import { ref } from "vue";

import type { Schemas } from "../shared/api/client";

export type WorksheetEvent = Schemas["WorksheetEvent"];

/** Milliseconds until the next try. */
const RETRY = 1000;

/** The one stream of events of a worksheet. After a break it connects again by itself, and then asks for everything anew. */
export function useEvents(receive: (event: WorksheetEvent) => void, recovered: () => void) {
  const connected = ref(true);
  let source: WebSocket | null = null;
  let timer: ReturnType<typeof setTimeout> | undefined;

  function open(worksheet: string): void {
    close();
    const opened = new WebSocket(`ws://${location.host}/api/worksheets/${encodeURIComponent(worksheet)}/live`);
    source = opened;
    source.onopen = () => {
      if (!connected.value) recovered();
      connected.value = true;
    };
    source.onmessage = (message: MessageEvent<string>) => receive(JSON.parse(message.data) as WorksheetEvent);
    source.onclose = () => {
      if (source !== opened) return; // this window has closed it
      connected.value = false;
      timer = setTimeout(() => open(worksheet), RETRY);
    };
  }

  function close(): void {
    clearTimeout(timer);
    const closing = source;
    source = null;
    closing?.close();
  }

  return { connected, open, close };
}
