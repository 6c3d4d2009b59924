<script setup lang="ts">
import { say } from './words'
import { computed } from 'vue'
import type { Plan } from '../api/client'
import FoldPanel from '../shared/shell/FoldPanel.vue'

/** What the run asks for: strings, strokes, and the same work in other subdivisions. */
const props = defineProps<{ plan: Plan }>()
const run = computed(() => props.plan.run)
const turns: Record<string, string> = {
  same: say.eachStringStartsWithTheSame,
  opposite: say.eachStringStartsWithTheOpposite,
  mixed: say.goingDownSomeStringsStartWith,
}
</script>

<template>
  <FoldPanel id="run" :title="say.theRun">
    <p>{{ say.runEffort(run.crossings, run.sweeps, run.shifts, run.longestOnString, Math.round(run.spanMm)) }}</p>
    <p class="counts">
      <span v-for="s in run.onStrings" :key="s.string"
        >{{ say.stringLabel(s.string) }} <b>{{ s.notes }}</b></span
      >
    </p>
    <p v-if="turns[run.turnStrokes]">{{ turns[run.turnStrokes] }}</p>
    <p v-if="run.equalTempos.length">
      {{ say.sameNotesAMinute2 }} <span v-for="(t, i) in run.equalTempos" :key="t.perBeat">{{ say.tempoAt(i ? ', ' : '', t.name, t.tempoBpm) }}</span>.
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
