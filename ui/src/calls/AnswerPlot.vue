<script setup lang="ts">
import { say } from './words'
import { computed } from 'vue'
import type { Answer } from './useCalls'

/** The answers of a sitting: how long each took, full where it was right, hollow where not. */
const props = defineProps<{ answers: Answer[] }>()
const most = 60
const tall = 46
const step = 12
const shown = computed(() => props.answers.slice(-most))
const slowest = computed(() => Math.max(...shown.value.map((a) => a.ms), 1))
const height = (ms: number) => 8 + ((tall - 10) * ms) / slowest.value
const right = computed(() => props.answers.filter((a) => a.right).length)
const row = computed(() => {
  let n = 0
  for (const a of props.answers.toReversed()) {
    if (!a.right) break
    n++
  }
  return n
})
</script>

<template>
  <figure v-if="answers.length" class="plot">
    <svg :width="shown.length * step + 4" :height="tall" role="img" :aria-label="say.answersPlot(right, answers.length, row, (slowest / 1000).toFixed(1))">
      <rect v-for="(a, i) in shown" :key="i" :class="{ right: a.right }" :x="i * step + 2" :y="tall - height(a.ms) - 2" width="7" :height="height(a.ms)" rx="3.5">
        <title>{{ a.show }}: {{ a.right ? 'right' : say.wrong }}, {{ (a.ms / 1000).toFixed(1) }} s{{ a.time ? `, ${a.time === 'on' ? say.onTheBeat : a.time}` : '' }}</title>
      </rect>
    </svg>
    <figcaption>{{ say.answersSoFar(right, answers.length, row) }}</figcaption>
  </figure>
</template>

<style scoped>
.plot {
  margin: 0;
  overflow: hidden;
}

rect {
  fill: none;
  stroke: var(--brick);
  stroke-width: 1.5;
}

rect.right {
  fill: var(--ink);
  stroke: var(--ink);
}

figcaption {
  color: var(--faint);
  font-size: var(--size-note);
}
</style>
