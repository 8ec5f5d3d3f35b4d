<script setup lang="ts">
import { sinceWhen } from "../shared/dates";
import type { Schemas } from "../shared/api/client";

/** What a search has found: worksheets, with the line that matched. */
const props = defineProps<{ found: Schemas["MatchRow"][]; wanted: string }>();

/** The line in pieces, every second of which was looked for. */
function pieces(line: string): string[] {
  const parts = props.wanted.split(/\s+/).filter(Boolean).map((part) => part.replace(/[.*+?^${}()|[\]\\]/g, "\\$&"));
  return parts.length ? line.split(new RegExp(`(${parts.join("|")})`, "i")) : [line];
}
</script>

<template>
  <ul class="found" aria-label="Found">
    <li v-for="row in found" :key="row.id">
      <RouterLink :to="{ name: 'worksheet', params: { id: row.id }, query: row.cell ? { cell: row.cell } : {} }">
        <h2><template v-for="(piece, index) in pieces(row.title)" :key="index"><mark v-if="index % 2">{{ piece }}</mark><template v-else>{{ piece }}</template></template></h2>
        <p v-if="row.line" :class="row.kind"><template v-for="(piece, index) in pieces(row.line)" :key="index"><mark v-if="index % 2">{{ piece }}</mark><template v-else>{{ piece }}</template></template></p>
        <small>{{ sinceWhen(new Date(`${row.updated.replace(/Z$/, "")}Z`)) }}<template v-if="row.folder"> · {{ row.folder }}</template></small>
      </RouterLink>
    </li>
  </ul>
</template>

<style scoped>
.found { list-style: none; margin: 0; padding: 0; display: grid; gap: 10px; }
a { display: block; padding: 12px 18px; background: var(--page); border-radius: 3px; box-shadow: var(--shadow-card); color: inherit; text-decoration: none; }
a:hover, a:focus-visible { box-shadow: var(--shadow-card), 0 0 0 1px var(--act-line); }
h2 { font: 600 16.5px/1.3 var(--serif); margin: 0; }
p { margin: 3px 0; font: 14px/1.45 var(--mono); overflow-wrap: anywhere; }
p.note { font: 15.5px/1.45 var(--serif); }
small { color: var(--ink-quiet); font-size: 13px; }
mark { background: var(--act-tint); color: inherit; border-radius: 2px; }
</style>
