<script setup lang="ts">
import { useDebounceFn } from "@vueuse/core";
import { computed, onBeforeUnmount, onMounted, ref, watch } from "vue";

import type { CellData, DraftLine } from "../shared/api/client";
import { takeTyped } from "../shared/typedAhead";
import Typeset from "../shared/Typeset.vue";
import LineFigures from "../lines/LineFigures.vue";
import OfferButtons from "../lines/OfferButtons.vue";
import type { Offer } from "../lines/offers";
import { shownResults } from "../lines/shown";
import { useWorksheet } from "../sheet/store";
import { verdictOf } from "../lines/verdicts";
import { renewCompletion } from "./completion";
import { showErrors } from "./errorMarks";
import TouchKeys from "./TouchKeys.vue";
import { mathEditor, type OpenEditor } from "./mathEditor";
import { useDraft } from "./useDraft";
import { useFigures } from "./useFigures";
import { useSelected } from "./useSelected";

/** The open cell: a plain-text editor, above it the typeset reading within a keystroke, in grey the result if it is quick. */
const props = defineProps<{ cell: CellData }>();
const sheet = useWorksheet();
const host = ref<HTMLElement>();
const isTouched = matchMedia("(pointer: coarse)").matches;
const { lines, read } = useDraft(() => sheet.id, () => props.cell.id);
const text = ref(sheet.drafts.get(props.cell.id) ?? props.cell.text);
const isEmpty = computed(() => !text.value);
const part = useSelected(() => sheet.id, () => props.cell.id);
const partLine = part.line;
const partOffers = part.offers;
const figures = useFigures(lines, () => (text.value === props.cell.text ? (sheet.results.get(props.cell.id) ?? []) : []));
/** Whether a step typed here has a line to go on from. */
const goesOnFrom = computed(() => {
  const above = sheet.cellOf(sheet.neighbour(props.cell.id, -1));
  return above?.kind === "math" && Boolean(above.text.trim());
});
/** An unfinished line is no error yet: errors are said after a pause, or when the text is the stored one. */
const isPausing = ref(true);
const pauseSoon = useDebounceFn(() => (isPausing.value = true), 1400);
let editor: OpenEditor | null = null;

const faults = computed(() =>
  isPausing.value
    ? lines.value.flatMap((line) => (line.result?.error && line.result.source === sourceAt(line) ? [{ line, error: line.result.error }] : []))
    : [],
);

function sourceAt(line: DraftLine): string {
  return text.value.slice(line.offset, line.offset + (line.result?.source.length ?? 0));
}

function results(line: DraftLine, index: number) {
  if (line.unfinished && !isPausing.value) return []; // a word that begins something known waits
  const wanted = props.cell.display[`line${index}`];
  return line.result && !line.result.error ? shownResults(line.result, typeof wanted === "string" ? wanted : undefined, sheet.conventions.results ?? "exact") : [];
}

function verdict(line: DraftLine) {
  return line.result && !line.result.error && ["step", "question"].includes(line.result.kind) ? verdictOf(line.result) : null;
}

/** Other readings that the lines being written have: said with the errors, after a pause. */
const readings = computed(() =>
  isPausing.value
    ? lines.value.flatMap((line) => (line.result && !line.result.error ? line.result.notices.filter((notice) => notice.suggestions.length).map((notice) => ({ line, notice })) : []))
    : [],
);

/** The line with the cursor, by its place among the lines of the cell; what it comes to is known where it is about this very text. */
function lineAtCursor() {
  if (!editor) return undefined;
  const { doc, selection } = editor.view.state;
  const line = doc.lineAt(selection.main.head);
  const result = lines.value[line.number - 1]?.result;
  return { index: line.number - 1, result: result?.source === line.text ? result : null };
}

/** Takes an offer in the line that is being written; the writing goes on behind what was put in. */
function mend(line: DraftLine, offer: Offer): void {
  if (!editor) return;
  if (offer.as === "note") return sheet.makeNote(props.cell.id);
  if (offer.as === "units") return sheet.setConvention({ units: "on" });
  const from = line.offset + offer.start;
  editor.view.dispatch({ changes: { from, to: line.offset + offer.end, insert: offer.text }, selection: { anchor: from + offer.text.length } });
  editor.focus();
}

function leave(event: FocusEvent): void {
  const next = event.relatedTarget as HTMLElement | null;
  if (next && (host.value?.parentElement?.contains(next) || next.closest("[data-keeps-editor]"))) return;
  // the window losing focus is no reason to close the cell
  if (document.hasFocus() && sheet.active === props.cell.id && !next?.closest(".cm-tooltip")) sheet.commit(props.cell.id);
}

function typed(next: string): void {
  text.value = next;
  isPausing.value = false;
  void pauseSoon();
  sheet.write(props.cell.id, next);
  read(next);
}

onMounted(() => {
  if (!host.value) return;
  editor = mathEditor(host.value, props.cell, sheet, { typed, selected: part.select });
  editor.lineAtCursor = lineAtCursor;
  sheet.editor = editor;
  read(text.value);
  editor.insert(takeTyped());
});
onBeforeUnmount(() => {
  if (sheet.editor === editor) sheet.editor = null;
  editor?.destroy();
});
watch(() => props.cell.text, (next) => {
  if (sheet.drafts.has(props.cell.id)) return;
  editor?.replace(next);
  text.value = next;
  isPausing.value = true;
  read(next);
});
// a worksheet that was begun a moment ago is read as soon as the server has it
watch(() => sheet.revision, () => {
  if (text.value && !lines.value.length) read(text.value);
});
watch(() => sheet.names, () => editor && renewCompletion(editor.view, sheet, !isPausing.value));
watch(faults, (found) => editor && showErrors(editor.view, found.map(({ line, error }) => ({ from: line.offset + error.start, to: line.offset + error.end }))));
</script>

<template>
  <div class="editor" @focusout="leave">
    <div class="read" aria-live="polite">
      <div v-for="(line, index) in isEmpty ? [] : lines" :key="index" class="draft">
        <Typeset :latex="line.reading" />
        <span v-for="(result, k) in results(line, index)" :key="k" class="ghost"><span class="rel">{{ result.relation }}</span><Typeset :latex="result.latex" /></span>
        <span v-if="verdict(line)?.word" class="verdict" :class="verdict(line)?.tone">{{ verdict(line)?.tone === "proved" && line.result?.kind === "step" ? "✓" : verdict(line)?.word }}</span>
      </div>
      <span v-if="isEmpty && goesOnFrom" class="hint">Mathematics, <code>=</code> to go on from the line above, or a space for a note</span>
      <span v-else-if="isEmpty" class="hint">Type mathematics, as in <code>f(x) = x^2 - 3</code> — or a space for a note</span>
    </div>
    <div ref="host" class="field" />
    <p v-if="partLine" class="part" role="status">
      <span class="part-value"><Typeset :latex="partLine.reading" small /><template v-for="(result, k) in results(partLine, -1)" :key="k"><span class="rel">{{ result.relation }}</span><Typeset :latex="result.latex" small /></template></span>
      <button v-for="[what, line] in partOffers" :key="what" class="part-word" data-keeps-editor @mousedown.prevent @click.stop="sheet.addBelow(cell.id, line)">{{ what }}</button>
    </p>
    <TouchKeys v-if="isTouched" @press="editor?.insertPattern($event)" />
    <p v-for="fault in faults" :key="fault.line.offset" class="fault" role="status">
      {{ fault.error.message }}
      <OfferButtons :source="fault.line.result?.source ?? ''" :offers="fault.error.suggestions" @take="mend(fault.line, $event)" />
    </p>
    <p v-for="{ line, notice } in readings" :key="`${line.offset} ${notice.text}`" class="fault reading" role="status">
      {{ notice.text }}
      <OfferButtons :source="line.result?.source ?? ''" :offers="notice.suggestions" @take="mend(line, $event)" />
    </p>
    <div v-for="figure in figures" :key="figure.index" class="figure" :class="{ old: figure.isOld }">
      <LineFigures :line="figure.line" :cell="cell.id" :index="figure.index" :decimal="(cell.display[`line${figure.index}`] ?? sheet.conventions.results) === 'decimal'" />
    </div>
  </div>
</template>

<style scoped>
.read { min-height: 34px; overflow-x: auto; overflow-y: hidden; padding: 4px 0 5px; margin-top: -4px; }
.draft { min-height: 30px; display: flex; flex-wrap: wrap; align-items: baseline; row-gap: 4px; }
.ghost { color: var(--ink-quiet); display: inline-flex; align-items: baseline; }
.rel { padding: 0 12px; font: 20px KaTeX_Main, serif; }
.verdict { margin-left: 18px; font-size: 14.5px; color: var(--ink-quiet); }
.verdict.proved { color: var(--proved); }
.verdict.wrong { color: var(--wrong); }
.hint { color: var(--ink-quiet); font: italic 15.5px var(--serif); }
.hint code { font: 14.5px var(--mono); }
.field { margin-top: 4px; padding-top: 9px; border-top: 1px solid var(--hair); }
/* over what is below, so that nothing moves while something is being selected */
.part { position: absolute; z-index: 4; right: 10px; top: calc(100% - 6px); margin: 0; max-width: calc(100% - 20px); display: flex; flex-wrap: wrap; align-items: baseline; gap: 2px 14px; padding: 5px 12px; background: var(--page-open); border: 1px solid var(--hair); border-radius: var(--round); box-shadow: var(--shadow-low); }
.part-value { color: var(--ink-quiet); max-width: 100%; overflow-x: auto; overflow-y: hidden; }
.part-value .rel { padding: 0 7px; font-size: 17px; }
.part-word { color: var(--act); font-size: 13.5px; padding: 3px 0; }
.part-word:hover { text-decoration: underline; text-underline-offset: 3px; }
@media (hover: none) { .part-word { min-height: 40px; } }
.figure { margin-top: 10px; }
.figure.old { opacity: 0.45; }
.fault { margin: 6px 0 0; font: italic 15.5px/1.5 var(--serif); color: var(--wrong); }
.fault.reading { color: var(--ink-quiet); }
</style>
