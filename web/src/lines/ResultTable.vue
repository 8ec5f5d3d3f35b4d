<script setup lang="ts">
import { computed } from "vue";

import { csv } from "../graph/exports";
import { save } from "../shared/download";
import type { Line } from "../shared/api/client";
import Typeset from "../shared/Typeset.vue";
import { useWorksheet } from "../sheet/store";

/** A table of values, exact or in decimals; a dash where a function has no value. It goes on as points of a graph, to the clipboard, or into a file. */
const props = defineProps<{ line: Line; cell: string; decimal: boolean }>();
const sheet = useWorksheet();

type Entry = NonNullable<NonNullable<Line["table"]>["rows"][number][number]>;

const columns = computed(() => props.line.table?.headings.slice(1) ?? []);

function latex(entry: Entry): string {
  const { exact, decimal } = entry;
  if (props.decimal && decimal) return `${decimal.relation === "=" ? "" : "\\approx "}${decimal.latex}`;
  return exact?.latex ?? `\\approx ${decimal?.latex ?? ""}`;
}

function text(entry: Entry | null | undefined): string {
  if (!entry) return "";
  return (props.decimal ? (entry.decimal ?? entry.exact) : (entry.exact ?? entry.decimal))?.text ?? "";
}

/** The values as a list of points in a line below; places with no value are left out. */
function graphColumn(column: number): void {
  const exact = (entry: Entry) => (entry.exact ?? entry.decimal)?.text ?? "";
  const pairs = (props.line.table?.rows ?? []).flatMap((row) => (row[0] && row[column] ? [`[${exact(row[0])}, ${exact(row[column])}]`] : []));
  sheet.addBelow(props.cell, `graph points [${pairs.join(", ")}] joined`);
}

function rows(): string[][] {
  const table = props.line.table;
  return table ? [table.headings.map((heading) => heading.text), ...table.rows.map((row) => row.map(text))] : [];
}

async function copy(): Promise<void> {
  try {
    await navigator.clipboard.writeText(rows().map((row) => row.join("\t")).join("\n"));
  } catch {
    sheet.problem = "The browser does not let this page write to the clipboard.";
  }
}
</script>

<template>
  <div v-if="line.table" class="table" @click.stop>
    <div class="frame" tabindex="0" role="region" :aria-label="`Table of ${columns.map((heading) => heading.text).join(', ')}`">
      <table>
        <thead>
          <tr><th v-for="(heading, column) in line.table.headings" :key="column" scope="col"><span class="hidden-text">{{ heading.text }}</span><Typeset aria-hidden="true" :latex="heading.latex" small /></th></tr>
        </thead>
        <tbody>
          <tr v-for="(row, index) in line.table.rows" :key="index">
            <td v-for="(entry, column) in row" :key="column">
              <Typeset v-if="entry" :latex="latex(entry)" small /><span v-else aria-label="no value">–</span>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <div class="actions" role="group" aria-label="Table">
      <button v-for="(heading, column) in columns" :key="column" class="word" @click="graphColumn(column + 1)">{{ columns.length > 1 ? `points of ${heading.text}` : "as points on a graph" }}</button>
      <button class="word" @click="copy">copy</button>
      <button class="word" @click="save('table.csv', csv(rows()), 'text/csv')">save as CSV</button>
    </div>
  </div>
</template>

<style scoped>
/* how wide it is does not move the signs at which lines are aligned */
.table { contain: inline-size; }
.frame { overflow-x: auto; max-width: 100%; margin: 4px 0 2px; width: fit-content; }
table { border-collapse: collapse; }
th, td { padding: 5px 18px; text-align: right; border-bottom: 1px solid var(--hair); font-weight: 400; }
th { border-bottom: 1.5px solid var(--ink-quiet); }
th:first-child, td:first-child { padding-left: 4px; }
.actions { display: flex; flex-wrap: wrap; gap: 2px 18px; min-height: 24px; }
.word { font-size: 13px; color: var(--act); opacity: 0; }
.word:hover { text-decoration: underline; text-underline-offset: 3px; }
.table:hover .word, .table:focus-within .word { opacity: 1; }
@media (hover: none) { .word { opacity: 1; padding: 8px 0; } }
@media print { .actions { display: none; } }
</style>
