<script setup lang="ts">
import { computed } from 'vue'
import { keptFolds } from './kept'
import { narrow } from './narrow'

/**
 * A part of a screen under its heading; on a phone one row with a line on what is in it, which unfolds. What is asked for now and then is
 * folded everywhere.
 */
const props = defineProps<{ id: string; title: string; summary?: string | undefined; folded?: boolean }>()
const folds = computed(() => narrow.value || props.folded)
const unfolded = computed(() => keptFolds.value[props.id] ?? false)

function toggle(event: Event) {
  const now = (event.target as HTMLDetailsElement).open
  if (now !== unfolded.value) keptFolds.value = { ...keptFolds.value, [props.id]: now }
}
</script>

<template>
  <details v-if="folds" class="part" :open="unfolded" :data-fold="id" @toggle="toggle">
    <summary>
      <h2 class="part-title">{{ title }}</h2>
      <span class="note">{{ summary }}</span>
    </summary>
    <slot v-if="unfolded" name="side" />
    <slot v-if="unfolded" />
  </details>
  <section v-else class="part" :aria-labelledby="`${id}-title`" :data-fold="id">
    <div class="part-head">
      <h2 :id="`${id}-title`" class="part-title">{{ title }}</h2>
      <slot name="side" />
    </div>
    <slot />
  </section>
</template>

<style scoped>
.part {
  min-width: 0;
}

summary {
  border-bottom: 1px solid var(--rule);
  cursor: pointer;
  min-height: 44px;
  padding: 8px 0;
}

summary::marker {
  color: var(--faint);
}

summary h2 {
  display: inline;
}

summary .note {
  display: block;
}

details[open] > summary {
  margin-bottom: 8px;
}
</style>
