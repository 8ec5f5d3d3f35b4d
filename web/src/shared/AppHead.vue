<script setup lang="ts">
defineProps<{ title?: string }>();
</script>

<template>
  <header class="head">
    <RouterLink class="mark" to="/" aria-label="Upper Slate: to the shelf">
      <img src="/mark.svg" alt="" width="24" height="20" /> <span class="name">Upper Slate</span>
    </RouterLink>
    <nav v-if="title" class="crumb" aria-label="Where you are">
      <RouterLink to="/">Shelf</RouterLink> <span aria-hidden="true">/</span> <slot name="title"><b>{{ title }}</b></slot>
    </nav>
    <span class="space" />
    <slot />
  </header>
</template>

<style scoped>
.head { position: sticky; top: 0; z-index: 20; height: 48px; background: var(--frame); color: var(--frame-ink); display: flex; align-items: center; gap: 14px; padding: 0 20px; }
.mark { display: flex; align-items: center; gap: 10px; font: 600 17px var(--serif); letter-spacing: 0.01em; color: inherit; text-decoration: none; white-space: nowrap; }
.mark img { display: block; }
.crumb { color: var(--frame-quiet); display: flex; gap: 8px; min-width: 0; align-items: center; }
.crumb a { color: inherit; text-decoration: none; }
.crumb a:hover { color: var(--frame-ink); }
.crumb :deep(b) { color: var(--frame-ink); font-weight: 500; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
.space { flex: 1; }
.head :focus-visible { outline-color: var(--copper-300); }
@media (max-width: 760px) {
  .name, .crumb > a, .crumb > span { display: none; }
  .head { padding: 0 14px; gap: 12px; }
  .crumb { flex: 0 1 auto; overflow: hidden; }
}
@media (max-width: 420px) { .head { padding: 0 10px; gap: 9px; } .mark { gap: 0; } .crumb { display: none; } }
</style>
