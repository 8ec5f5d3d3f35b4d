import { ref } from "vue";

import type { Schemas } from "../shared/api/client";

export type WorksheetEvent = Schemas["WorksheetEvent"];

/** The one stream of events of a worksheet. After a break it connects again by itself, and then asks for everything anew. */
export function useEvents(receive: (event: WorksheetEvent) => void, recovered: () => void) {
  const connected = ref(true);
  let source: EventSource | null = null;
  let timer: ReturnType<typeof setTimeout> | undefined;

  function open(worksheet: string): void {
    close();
    source = new EventSource(`/api/worksheets/${encodeURIComponent(worksheet)}/events`);
    source.onopen = () => {
      if (!connected.value) recovered();
      connected.value = true;
    };
    source.onmessage = (message: MessageEvent<string>) => receive(JSON.parse(message.data) as WorksheetEvent);
    source.onerror = () => {
      connected.value = false;
      if (source?.readyState === EventSource.CLOSED) timer = setTimeout(() => open(worksheet), 1500);
    };
  }

  function close(): void {
    clearTimeout(timer);
    source?.close();
    source = null;
  }

  return { connected, open, close };
}
