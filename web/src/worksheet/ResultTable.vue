<script setup lang="ts">
import type { Line } from "../shared/api/client";
import Typeset from "../shared/Typeset.vue";

/** A table of values, exact or in decimals; a dash where a function has no value. */
const props = defineProps<{ line: Line; decimal: boolean }>();

type Entry = NonNullable<NonNullable<Line["table"]>["rows"][number][number]>;

function latex(entry: Entry): string {
  const { exact, decimal } = entry;
  if (props.decimal && decimal) return `${decimal.relation === "=" ? "" : "\\approx "}${decimal.latex}`;
  return exact?.latex ?? `\\approx ${decimal?.latex ?? ""}`;
}
</script>

<template>
  <div v-if="line.table" class="frame">
    <table>
      <thead>
        <tr><th v-for="(heading, column) in line.table.headings" :key="column" scope="col"><Typeset :latex="heading.latex" small /></th></tr>
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
</template>

<style scoped>
.frame { overflow-x: auto; max-width: 100%; margin: 4px 0 8px; }
table { border-collapse: collapse; }
th, td { padding: 5px 18px; text-align: right; border-bottom: 1px solid var(--hair); font-weight: 400; }
th { border-bottom: 1.5px solid var(--ink-quiet); }
th:first-child, td:first-child { padding-left: 4px; }
</style>
