<script setup lang="ts">
import { computed } from 'vue'
import type { Plan } from '../api/client'
import FoldPanel from '../shared/shell/FoldPanel.vue'

/** What the run asks for: strings, strokes, and the same work in other subdivisions. */
const props = defineProps<{ plan: Plan }>()
const run = computed(() => props.plan.run)
const turns: Record<string, string> = {
  same: 'Coming down, each string is met with the same stroke as going up.',
  opposite: 'Coming down, each string is met with the other stroke than going up.',
  mixed: 'Coming down, some strings are met with the same stroke, some with the other.',
}
</script>

<template>
  <FoldPanel id="run" title="The run">
    <p>
      The whole run: {{ run.crossings }} string {{ run.crossings === 1 ? 'crossing' : 'crossings' }}{{ run.sweeps ? ` (${run.sweeps} swept in one stroke)` : '' }}, {{ run.shifts }}
      {{ run.shifts === 1 ? 'shift' : 'shifts' }}, {{ run.longestOnString }} in a row on one string at most, widest span {{ Math.round(run.spanMm) }} mm.
    </p>
    <p class="counts">
      <span v-for="s in run.onStrings" :key="s.string"
        >string {{ s.string }}: <b>{{ s.notes }}</b></span
      >
    </p>
    <p v-if="turns[run.turnStrokes]">{{ turns[run.turnStrokes] }}</p>
    <p v-if="run.equalTempos.length">
      As many notes a minute: <span v-for="(t, i) in run.equalTempos" :key="t.perBeat">{{ i ? ', ' : '' }}{{ t.name }} at {{ t.tempoBpm }}</span
      >.
    </p>
  </FoldPanel>
</template>

<style scoped>
p {
  font-size: var(--size-fact);
  line-height: 1.4;
  margin-top: 4px;
}

.counts {
  display: flex;
  flex-wrap: wrap;
  gap: 0 12px;
}
</style>
