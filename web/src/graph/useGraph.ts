import { computed, ref, shallowRef, watch } from "vue";

import { THIS_WINDOW } from "../shared/thisWindow";
import { api, sentence, type Line, type Schemas } from "../shared/api/client";
import { newId } from "../shared/newId";
import { useWorksheet } from "../sheet/store";
import { withEqualScales } from "./frame";
import type { Graph, GraphChoice, Window } from "./graph";

/** After so long (ms) without a step by keyboard, the next one is an undo step of its own. */
const OVER = 1500;

interface Place {
  cell: string;
  index: number;
  line: Line;
}

/** A graph as its line gives it and as the student has chosen to see it: window, area, tangent. One request at a time, always the newest. */
export function useGraph(place: () => Place, size: () => { width: number; height: number }) {
  const sheet = useWorksheet();
  const key = computed(() => `graph${place().index}`);
  const stored = computed<GraphChoice>(() => (sheet.cellOf(place().cell)?.display[key.value] as GraphChoice | undefined) ?? {});
  /** What was chosen for another line than the one that stands here now says how curves look, but not where. */
  const choice = computed<GraphChoice>(() => (stored.value.source === undefined || stored.value.source === place().line.source ? stored.value : { styles: stored.value.styles, size: stored.value.size, grid: stored.value.grid }));
  const own = computed(() => place().line.graph as Graph);

  /** What is being changed by a gesture that has not ended: shown at once, stored at its end. */
  const passing = ref<GraphChoice>({});
  const now = computed<GraphChoice>(() => ({ ...choice.value, ...passing.value }));
  const isMoving = computed(() => passing.value.window !== undefined);
  const window = computed<Window>(() => {
    const chosen = now.value.window ?? (own.value.window as Window);
    return now.value.equal && !passing.value.window ? withEqualScales(chosen, size().width, size().height) : chosen;
  });

  /** The newest curves, and the newest marks: they come one after the other while the window moves. */
  const drawn = shallowRef<Graph | null>(null);
  const marked = shallowRef<Graph | null>(null);
  const problem = ref("");
  const graph = computed(() => drawn.value ?? own.value);
  const marks = computed(() => marked.value ?? own.value);

  const wanted = computed<Schemas["ViewIn"] | null>(() => {
    const { area, tangent, paths } = now.value;
    const moved = JSON.stringify(window.value) !== JSON.stringify(own.value.window);
    if (!moved && !area && !tangent && !paths?.length) return null;
    return { window: moved ? window.value : null, area: area ?? null, tangent: tangent ?? null, paths: paths ?? [], marks: Object.keys(passing.value).length === 0 };
  });
  const request = computed(() => JSON.stringify([place().cell, place().index, place().line.key, wanted.value]));
  let asked = "";
  let isAsking = false;

  watch(own, () => {
    drawn.value = null;
    marked.value = null;
    asked = "";
    void ask();
  });
  watch(request, ask, { immediate: true });

  async function ask(): Promise<void> {
    if (isAsking) return;
    isAsking = true;
    try {
      while (asked !== request.value) {
        asked = request.value;
        await answer(asked);
      }
    } finally {
      isAsking = false;
    }
  }

  async function answer(question: string): Promise<void> {
    const view = wanted.value;
    if (!view) {
      drawn.value = null;
      marked.value = null;
      problem.value = "";
      return;
    }
    try {
      const isElsewhere = JSON.stringify(graph.value.window) !== JSON.stringify(view.window ?? own.value.window);
      if (isElsewhere || !view.marks) await take(question, { ...view, marks: false }); // curves come quickly, what is found on them after
      if (view.marks && question === request.value) await take(question, view);
    } catch {
      asked = "";
      problem.value = "The server does not answer; the graph shows what was known.";
      await new Promise((later) => setTimeout(later, 1000));
    }
  }

  async function take(question: string, view: Schemas["ViewIn"]): Promise<void> {
    const { data, error } = await api.POST("/api/worksheets/{worksheet_id}/graph", { params: { path: { worksheet_id: sheet.id } }, body: { client: THIS_WINDOW, cell: place().cell, line: place().index, view } });
    if (JSON.parse(question)[2] !== place().line.key) return; // the line itself has changed meanwhile
    problem.value = data ? (data.problem ?? "") : sentence(error);
    if (!data?.graph) return;
    drawn.value = data.graph;
    if (view.marks) marked.value = data.graph;
  }

  // -- changes ------------------------------------------------------------------------------------------------------

  let group = "";
  let last = 0;

  /** Stores a choice; steps by keyboard that follow each other quickly are undone together. */
  function choose(change: GraphChoice, repeated = false): void {
    if (!repeated || Date.now() - last > OVER) group = newId();
    last = Date.now();
    passing.value = {};
    const next = Object.fromEntries(Object.entries({ ...choice.value, ...change, source: place().line.source }).filter(([, value]) => value !== undefined));
    sheet.setDisplay(place().cell, { [key.value]: Object.keys(next).length > 1 ? next : null }, group);
  }

  /** Shows a choice while a gesture goes on. */
  function pass(change: GraphChoice): void {
    passing.value = { ...passing.value, ...change };
  }

  /** The gesture has ended: what it came to is stored. */
  function settle(): void {
    if (Object.keys(passing.value).length) choose(passing.value);
  }

  /** Puts a line below; it is worked out at once. */
  function addLine(text: string): void {
    sheet.addBelow(place().cell, text);
  }

  return { choice: now, window, graph, marks, own, problem, isMoving, choose, pass, settle, addLine };
}
