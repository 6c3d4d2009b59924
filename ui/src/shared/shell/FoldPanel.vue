<script setup lang="ts">
import { computed } from 'vue'
import { keptFolds } from './kept'

/** A part of the page that is asked for now and then: folded until it is, and as it was left the next time. */
const props = defineProps<{ id: string; title: string; open?: boolean }>()
const unfolded = computed(() => keptFolds.value[props.id] ?? props.open ?? false)

function toggle(event: Event) {
  const now = (event.target as HTMLDetailsElement).open
  if (now !== unfolded.value) keptFolds.value = { ...keptFolds.value, [props.id]: now }
}
</script>

<template>
  <details class="fold" :open="unfolded" :data-fold="id" @toggle="toggle">
    <summary>
      <h2 class="panel-title">{{ title }}</h2>
    </summary>
    <slot v-if="unfolded" />
  </details>
</template>

<style scoped>
summary {
  cursor: pointer;
  list-style-position: outside;
  margin-inline-start: 14px;
}

summary::marker {
  color: var(--faint);
}

.panel-title {
  display: inline;
}
</style>
