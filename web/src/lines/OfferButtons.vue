<script setup lang="ts">
import { offerWords, type Offer } from "./offers";

/** The changes that a sentence offers for its line, each a button; the cursor stays where the writing is. */
defineProps<{ source: string; offers: Offer[] }>();
const emit = defineEmits<{ take: [offer: Offer] }>();
</script>

<template>
  <!-- the space before the buttons is text, so that it vanishes where they begin a row of their own -->
  <template v-if="offers.length">&ensp;<span class="offers">
    <button v-for="offer in offers" :key="`${offer.start} ${offer.text}`" class="offer" data-keeps-editor @mousedown.prevent @click.stop="emit('take', offer)">{{ offerWords(source, offer) }}</button>
  </span></template>
</template>

<style scoped>
.offers { display: inline-flex; flex-wrap: wrap; gap: 5px 8px; vertical-align: baseline; }
.offer { font: 13.5px/1.45 var(--mono); font-style: normal; color: var(--act); border: 1px solid var(--act-line); border-radius: 5px; padding: 1px 9px; text-align: left; overflow-wrap: anywhere; }
.offer:hover { background: var(--act-tint); }
@media (hover: none) { .offer { min-height: 40px; padding: 4px 12px; } }
</style>
