<script setup lang="ts">
import { useIntervalFn } from "@vueuse/core";
import { computed, ref, watch } from "vue";

import type { Line } from "../shared/api/client";
import { vFitted } from "../shared/fitting";
import { showHelp } from "../sheet/panel";
import Typeset from "../shared/Typeset.vue";
import ErrorText from "./ErrorText.vue";
import LineFigures from "../lines/LineFigures.vue";
import OfferButtons from "../lines/OfferButtons.vue";
import type { Offer } from "../lines/offers";
import { isInDecimals, longestNumber, otherKind, shortened, shownResults, wrapped } from "../lines/shown";
import VerdictText from "../lines/VerdictText.vue";
import { verdictOf } from "../lines/verdicts";
import WaysToWrite from "./WaysToWrite.vue";
import WorkingSteps from "./WorkingSteps.vue";

/** One line at rest: what was written, the relation sign, the result, and what belongs to it in small. */
/** With `goesOn` a step follows on the same row, so the line's own result is not given away. */
/** With `hidden` the result is kept back until it is asked for. */
const props = defineProps<{ line: Line; cell: string; index: number; wanted?: string; convention: string; goesOn?: boolean; hidden?: boolean; waysAsked?: boolean }>();
const emit = defineEmits<{ choose: [form: string | null]; stop: []; again: []; mend: [offer: Offer]; show: []; add: [text: string] }>();

/** The reading in the parts between which lines are aligned. */
const cut = computed(() => props.line.head);
const results = computed(() => props.hidden ? [] : shownResults(props.line, props.wanted, props.convention));
const other = computed(() => otherKind(props.line, props.wanted, props.convention));
const waysOpen = ref(false);
watch(() => props.waysAsked, (asked) => asked && (waysOpen.value = true), { immediate: true });
const whole = ref(false);
const digits = computed(() => results.value.map((result) => longestNumber(result.latex)).reduce((a, b) => Math.max(a, b), 0));
const hasWays = computed(() => props.line.forms.length > 0 || (props.line.decimal && props.line.decimal.text !== props.line.exact?.text));
const remarks = computed(() => props.line.notices.filter((notice) => (!notice.tag || notice.suggestions.length > 0) && !notice.text.startsWith("This step ")));
const conditions = computed(() => (props.line.conditionsLatex?.length ? props.line.conditionsLatex : []));
const verdict = computed(() => verdictOf(props.line));
const isStep = computed(() => props.line.kind === "step");
const isStatement = computed(() => isStep.value && cut.value.sign !== "=");
const workingOpen = ref(false);
/** On touch screens, where the words are always there, all but the first wait behind one. */
const allWords = ref(false);
const hasExtra = computed(() => Boolean(hasWays.value || props.line.working.length || Object.keys(props.line.offers ?? {}).length));
const completeness = computed(() => {
  const found = props.line.solutions;
  if (!found || props.line.error || found.list?.some((solution) => solution.type)) return "";
  if (found.general) return "the general solution";
  return found.complete ? (found.list && found.list.length > 1 ? "all solutions" : found.list?.length ? "the only solution" : "") : "there may be more";
});
const inDecimals = computed(() => isInDecimals(props.line, props.wanted ?? props.line.asked ?? props.convention));
const ended = computed(() => ["took-too-long", "stopped", "out-of-memory"].includes(props.line.error?.code ?? ""));

const now = ref(Date.now() / 1000);
const clock = useIntervalFn(() => (now.value = Date.now() / 1000), 250, { immediate: false });
watch(() => props.line.busySince, (since) => (since ? clock.resume() : clock.pause()), { immediate: true });
const seconds = computed(() => (props.line.busySince ? now.value - props.line.busySince : 0));

function choose(form: string): void {
  emit("choose", form);
}
</script>

<template>
  <div v-if="line.kind !== 'empty'" class="line" :class="{ busy: line.busySince || line.waitsFor?.length, definition: line.name && !line.error, wide: line.table || line.graph }">
    <ErrorText v-if="line.error" :source="line.source" :error="line.error" @mend="emit('mend', $event)">
      <button v-if="ended" class="quiet-button" @click.stop="emit('again')">Try again</button>
    </ErrorText>
    <template v-else>
      <span v-if="!isStep" v-fitted="cut.left" class="left"><Typeset :latex="cut.left" /></span>
      <span v-if="!goesOn || cut.sign" class="rest" :class="{ statement: isStatement }">
        <template v-if="cut.sign"><span class="rel" :class="{ struck: isStep && verdict.tone === 'wrong' }"><Typeset :latex="cut.sign" /></span><Typeset v-fitted="cut.right" class="right" :latex="cut.right" /></template>
        <button v-if="hidden && !goesOn" class="word shown" @click.stop="emit('show')">show the result</button>
        <template v-if="!goesOn && !hidden">
        <span v-for="(result, index) in results" :key="index" class="result">
          <span class="rel">{{ result.relation }}</span>
          <component :is="hasWays ? 'button' : 'span'" v-fitted="result.latex" class="value" :aria-expanded="hasWays ? waysOpen : undefined" @click="hasWays && ($event.stopPropagation(), (waysOpen = !waysOpen))">
            <Typeset :latex="wrapped(whole ? result.latex : shortened(result.latex))" /><span v-if="hasWays" class="hidden-text">, other ways to write this</span>
          </component>
        </span>
        <button v-if="digits > 60" class="word shown" @click.stop="whole = !whole">{{ whole ? "shorter" : `all ${digits} digits` }}</button>
        <span v-if="isStep && verdict.tone === 'proved'" class="tick" role="img" :aria-label="verdict.word" :title="verdict.word">✓</span>
        <span v-else-if="verdict.word && verdict.tone !== 'wrong'" class="verdict" :class="verdict.tone">{{ verdict.word }}</span>
        <span v-if="completeness" class="verdict" :class="line.solutions?.complete ? 'proved' : 'open'">{{ completeness }}</span>
        <span v-for="latex in conditions" :key="latex" class="small">where <Typeset :latex="latex" /></span>
        <span class="words" :class="{ all: allWords }">
          <button v-if="other" class="word" @click.stop="emit('choose', other)">{{ other === "decimal" ? "as a decimal" : "exact" }}</button>
          <span v-if="inDecimals && line.digits.length" class="digits" role="group" aria-label="Digits">
            <button v-for="form in line.digits" :key="form.name" class="word" :class="{ on: form.name === wanted }" :aria-pressed="form.name === wanted" @click.stop="emit('choose', form.name === wanted ? 'decimal' : form.name)">{{ form.name }}</button>
          </span>
          <button v-if="hasWays" class="word extra" :class="{ 'ways-word': results.length }" @click.stop="waysOpen = !waysOpen">ways to write it</button>
          <button v-for="(text, what) in line.offers" :key="what" class="word extra" :title="text" @click.stop="emit('add', text)">{{ what }}</button>
          <button v-if="line.working.length" class="word extra" :class="{ shown: workingOpen }" :aria-expanded="workingOpen" @click.stop="workingOpen = !workingOpen">working</button>
          <button v-if="hasExtra" class="word more" :aria-expanded="allWords" @click.stop="allWords = !allWords">{{ allWords ? "less" : "more" }}</button>
        </span>
        </template>
        <span v-if="line.busySince && seconds > 0.3" class="small" role="status">
          {{ line.heldUp ? "waits until other slow lines are done" : `working, ${seconds.toFixed(0)} s` }} <button class="quiet-button" @click.stop="emit('stop')">Stop</button>
        </span>
        <span v-else-if="line.waitsFor?.length" class="small">waits for {{ line.waitsFor.join(", ") }}</span>
      </span>
    </template>
    <VerdictText v-if="verdict.tone === 'wrong' && !line.error && !hidden" class="below" :line="line" />
    <WorkingSteps v-if="workingOpen && line.working.length && !line.error && !hidden" class="below" :line="line" />
    <LineFigures v-if="(line.table || line.graph) && !hidden" class="below" :line="line" :cell="cell" :index="index" :decimal="inDecimals" />
    <WaysToWrite v-if="waysOpen && hasWays" class="below" :line="line" :wanted="wanted" :focused="waysAsked" @choose="choose" @close="waysOpen = false" />
    <p v-for="notice in remarks" :key="notice.text" class="remark below">{{ notice.text }}<OfferButtons :source="line.source" :offers="notice.suggestions" @take="emit('mend', $event)" /><button class="about" aria-label="Handbook on this remark" @click.stop="showHelp(`notice ${notice.text}`)">handbook</button></p>
  </div>
</template>

<style scoped>
.line { display: contents; }
/* a table or a graph has no sign to be aligned at the others' */
.line.wide { display: flex; flex-wrap: wrap; align-items: baseline; grid-column: 1 / -1; flex: 0 0 100%; min-width: 0; }
.wide > .rest { align-self: center; }
.wide > .below { flex: 0 0 100%; }
/* a box that scrolls cuts what rises above its line: the tips of exponents need the padding */
.left { grid-column: 1; min-width: 0; max-width: 100%; overflow-x: auto; overflow-y: hidden; padding: 4px 0; margin: -4px 0; }
.rest { grid-column: 2; min-width: 0; display: flex; flex-wrap: wrap; align-items: baseline; row-gap: 4px; }
.line:not(.definition) > .left { max-width: 100%; }
.below { grid-column: 1 / -1; min-width: 0; max-width: 100%; }
.rel { display: inline-block; padding: 0 12px; font: 20px KaTeX_Main, serif; white-space: nowrap; }
.rel :deep(.katex) { font-size: 1em; }
.right { min-width: 0; max-width: 100%; overflow-x: auto; overflow-y: hidden; padding: 4px 0; margin: -4px 0; }
.result { display: inline-flex; align-items: baseline; min-width: 0; max-width: 100%; }
.value { text-align: left; border-radius: 3px; max-width: 100%; overflow-x: auto; overflow-y: hidden; padding: 4px 0; margin: -2px 0; }
button.value:hover { background: var(--act-tint); }
.rest.statement { grid-column: 1 / -1; }
.statement .rel { padding-left: 0; }
/* words that come with the pointer take no room of their own: nothing wraps for their sake */
/* hidden as one: every opacity of its own is a layer that the browser has to put together */
.words { display: inline-flex; width: 0; white-space: nowrap; position: relative; z-index: 1; opacity: 0; }
.words.under { position: absolute; right: 44px; top: var(--under); width: auto; max-width: calc(100% - 60px); flex-wrap: wrap; justify-content: flex-end; padding: 3px 12px 4px 0; background: var(--page-open); border-radius: var(--round); box-shadow: var(--shadow-low); z-index: 3; pointer-events: none; }
.words.under > * { pointer-events: auto; }
.word { font-size: 13px; color: var(--act); margin-left: 18px; white-space: nowrap; }
.word.ways-word { color: var(--ink-quiet); }
.digits { display: inline-flex; margin-left: 8px; }
.digits .word { margin-left: 10px; color: var(--ink-quiet); }
.digits .word.on { color: var(--act); font-weight: 500; }
.word:hover { text-decoration: underline; text-underline-offset: 3px; }
.words:focus-within, .words:has(.shown) { opacity: 1; }
.small { font-size: 13.5px; color: var(--ink-quiet); margin-left: 18px; white-space: nowrap; }
.small :deep(.katex) { font-size: 1.1em; }
.verdict { margin-left: 18px; font-size: 14.5px; color: var(--proved); white-space: nowrap; }
.verdict.wrong { color: var(--wrong); }
.verdict.open { color: var(--ink-quiet); }
.tick { margin-left: 14px; color: var(--proved); font-size: 15px; }
.struck { position: relative; color: var(--wrong); }
.struck::after { content: ""; position: absolute; left: 50%; width: 26px; margin-left: -13px; top: 50%; border-top: 1.5px solid var(--wrong); transform: rotate(-48deg); }
.statement .struck::after { margin-left: -19px; }
.about { margin-left: 12px; font: 13px var(--sans); color: var(--ink-quiet); text-decoration: underline dotted; text-underline-offset: 3px; opacity: 0; }
.about:hover { color: var(--act); }
.remark:hover .about, .about:focus-visible { opacity: 1; }
@media (hover: none) { .about { opacity: 1; } }
.remark { margin: 0; font: italic 14.5px/1.45 var(--serif); color: var(--ink-quiet); }
.busy .left, .busy .right { opacity: 0.6; }
.more { display: none; }
@media (hover: none) {
  .words { opacity: 1; }
  .word { min-height: 40px; }
  .more { display: inline-block; }
  .words:not(.all) .extra { display: none; }
}
@media (hover: none), (max-width: 900px) {
  .words { width: auto; flex-wrap: wrap; white-space: normal; }
}
@media (hover: hover) and (max-width: 900px) {
  .words:not(:has(.shown)) { display: none; }
  :global(.cell:hover .words), :global(.cell:focus-within .words) { display: inline-flex !important; }
}
@media (max-width: 640px) {
  .rel { padding: 0 8px; }
  .word { margin-left: 12px; }
  .word.ways-word { display: none; }
}
</style>
