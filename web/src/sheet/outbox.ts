import { computed, ref, shallowRef } from "vue";

import { api, sentence, type Operation, type Schemas } from "../shared/api/client";
import type { Batch } from "./kept";

const RETRY = 1000;

interface Handlers {
  confirmed(answer: Schemas["Changed"], batch: Batch): void;
  /** The server did not take a batch, with its reason. */
  refused(batch: Batch, reason: string, clash: boolean): void;
  /** The server could not store a batch, and says why; it is sent again. */
  waits(reason: string): void;
  /** The batches that wait have changed. */
  changed(): void;
}

/** The server took a change, and could not store it. */
class NotStored extends Error {}

/** The way changes take to the server: shown at once, sent one after another, kept and sent again while it does not answer. */
export function useOutbox(worksheet: () => string, client: string, handlers: Handlers) {
  const batches = shallowRef<Batch[]>([]);
  const unreachable = ref(false);
  /** The server answers, but cannot store anything just now. */
  const isHeldBack = ref(false);
  let count = 0;
  let isSending = false;
  let wake: (() => void) | undefined;
  let idle: (() => void)[] = [];

  function push(operations: Operation[], group = ""): void {
    if (!operations.length) return;
    add({ number: (count += 1), operations, group, again: false });
  }

  /** Makes the worksheet at the server; what is written meanwhile waits behind it. */
  function create(creates: NonNullable<Batch["creates"]>): void {
    add({ number: (count += 1), operations: [], group: "", again: false, creates });
  }

  function add(batch: Batch): void {
    put([...batches.value, batch]);
    void send();
  }

  /** Takes up batches that another window left behind. */
  function adopt(found: Batch[]): void {
    put([...batches.value, ...found.map((batch) => ({ ...batch, number: (count += 1) }))]);
    void send();
  }

  function put(next: Batch[]): void {
    batches.value = next;
    handlers.changed();
  }

  async function send(): Promise<void> {
    if (isSending) return;
    isSending = true;
    const sheet = worksheet();
    while (batches.value.length && worksheet() === sheet) {
      const batch = batches.value[0]!;
      try {
        const { data, error, response } = await (batch.creates
          ? api.POST("/api/worksheets", { body: { id: sheet, ...batch.creates } })
          : api.POST("/api/worksheets/{worksheet_id}/operations", {
              params: { path: { worksheet_id: sheet } },
              body: { client: `${client}/${batch.number}`, operations: batch.operations, again: batch.again, group: batch.group },
            }));
        // the server cannot store anything just now: what was written waits here until it can
        if (response.status >= 500) throw new NotStored(sentence(error));
        unreachable.value = isHeldBack.value = false;
        if (worksheet() !== sheet) break;
        put(batches.value.filter((item) => item.number !== batch.number));
        if (data) handlers.confirmed(data, batch);
        else {
          const problem = error as { clash?: boolean } | undefined;
          handlers.refused(batch, sentence(error), problem?.clash === true);
        }
      } catch (reason) {
        unreachable.value = true;
        isHeldBack.value = reason instanceof NotStored;
        if (reason instanceof NotStored) handlers.waits(reason.message);
        put(batches.value.map((item) => (item.number === batch.number ? { ...item, again: true } : item)));
        await new Promise<void>((resolve) => {
          wake = resolve;
          setTimeout(resolve, RETRY);
        });
      }
    }
    isSending = false;
    idle.forEach((tell) => tell());
    idle = [];
  }

  /** The server may be back: no need to wait for the next try. */
  function tryNow(): void {
    wake?.();
  }

  function whenEmpty(): Promise<void> {
    return batches.value.length ? new Promise((resolve) => idle.push(resolve)) : Promise.resolve();
  }

  function clear(): void {
    batches.value = [];
    unreachable.value = isHeldBack.value = false;
  }

  /** Whether a batch that is newer than a confirmed one of ours changes a cell. */
  function changesLater(cell: string, after: number): boolean {
    return batches.value.some((batch) => batch.number > after && batch.operations.some((operation) => "cell" in operation && operation.cell === cell));
  }

  function rearrangesLater(after: number): boolean {
    return batches.value.some((batch) => batch.number > after && batch.operations.some((operation) => ["insert", "remove", "move"].includes(operation.op)));
  }

  return { batches, unreachable, isHeldBack, count: computed(() => batches.value.length), push, create, adopt, tryNow, whenEmpty, clear, changesLater, rearrangesLater };
}
