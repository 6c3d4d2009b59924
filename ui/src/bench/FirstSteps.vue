<script setup lang="ts">
import { computed } from 'vue'
import { toQuery } from '../shared/brief/query'
import { keptFirst } from '../shared/shell/kept'
import { examples } from './examples'

/** What a new reader may press, one thing at a time; each goes for good once it was done. */
const steps = [
  { id: 'word', text: 'Press an underlined word to change it, or type into it as you would say it.' },
  { id: 'play', text: 'Press the space bar, or the arrow above the lanes, to hear it.' },
  { id: 'mark', text: 'Press a mark on the neck to see why it has its finger.' },
  { id: 'help', text: 'Press the question mark for the keys and what the signs mean.' },
]
const next = computed(() => steps.find((s) => !keptFirst.value.includes(s.id)))
</script>

<template>
  <p v-if="next" class="first" :data-first="next.id">
    {{ next.text }}
    <span class="examples"
      >Or begin with
      <template v-for="(e, i) in examples" :key="e.name"
        >{{ i ? ', ' : '' }}<router-link :to="{ query: toQuery(e.brief) }">{{ e.name }}</router-link></template
      >.</span
    >
  </p>
</template>

<style scoped>
.first {
  color: var(--faint);
  font-size: var(--size-note);
  line-height: 1.4;
}

a {
  color: var(--verdigris);
}
</style>
