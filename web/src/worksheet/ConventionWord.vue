<script setup lang="ts">
import "element-plus/es/components/dropdown/style/css";
import "element-plus/es/components/dropdown-item/style/css";
import "element-plus/es/components/dropdown-menu/style/css";

import { ElDropdown, ElDropdownItem, ElDropdownMenu } from "element-plus/es/components/dropdown/index";
import { ref } from "vue";

/** A word of the sentence of conventions, which is changed where it stands: arrows choose, Enter takes, Escape leaves. `words` are for values that say nothing by themselves. */
defineProps<{ value: string; label: string; choices: Record<string, string>; words?: Record<string, string> }>();
/** Escape leaves also before the list has taken the focus. */
const list = ref<InstanceType<typeof ElDropdown>>();
const emit = defineEmits<{ choose: [value: string]; closed: [] }>();
</script>

<template>
  <ElDropdown ref="list" trigger="click" :persistent="false" placement="bottom-start" @command="emit('choose', $event)" @visible-change="(open: boolean) => !open && emit('closed')">
    <button class="choice" :aria-label="`${label} ${words?.[value] ?? value}: change`" @keydown.esc="list?.handleClose()">{{ words?.[value] ?? value }}</button>
    <template #dropdown>
      <ElDropdownMenu :aria-label="label">
        <ElDropdownItem v-for="(example, choice) in choices" :key="choice" :command="choice" class="option" :class="{ on: choice === value }">{{ words?.[choice] ?? choice }} <small>{{ example }}</small></ElDropdownItem>
      </ElDropdownMenu>
    </template>
  </ElDropdown>
</template>

<style scoped>
:global(.option.on) { color: var(--act); font-weight: 500; }
:global(.option small) { color: var(--ink-quiet); font-weight: 400; margin-left: auto; padding-left: 24px; }
</style>
