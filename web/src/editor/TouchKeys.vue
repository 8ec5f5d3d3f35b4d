<script setup lang="ts">
/** Digits, signs and brackets under the thumb: the keyboard of a phone hides them behind other keys. */
defineEmits<{ press: [written: string] }>();

/** What a key writes, and what it shows where that differs; a gap stands where the cursor goes. */
const ROWS: [written: string, shown?: string][][] = [
  [["7"], ["8"], ["9"], ["+"], ["-", "−"], ["("], [")"], ["="]],
  [["4"], ["5"], ["6"], ["*", "×"], ["/", "÷"], ["^"], ["sqrt({x})", "√"], ["pi", "π"]],
  [["1"], ["2"], ["3"], ["0"], ["."], [","], ["x"], ["y"]],
];
</script>

<template>
  <div class="keys" role="group" aria-label="Digits, signs and brackets">
    <template v-for="(row, index) in ROWS" :key="index">
      <button v-for="[written, shown] in row" :key="written" data-keeps-editor @mousedown.prevent @click.stop="$emit('press', written)">{{ shown ?? written }}</button>
    </template>
  </div>
</template>

<style scoped>
.keys { display: grid; grid-template-columns: repeat(8, minmax(0, 1fr)); gap: 5px; margin-top: 10px; }
button { min-height: 42px; font: 18px/1 var(--serif); border: 1px solid var(--hair); border-radius: var(--round); background: var(--page); touch-action: manipulation; }
button:active { background: var(--act-tint); border-color: var(--act-line); }
</style>
