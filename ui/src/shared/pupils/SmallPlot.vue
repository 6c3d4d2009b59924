<script setup lang="ts">
import { say } from '../words'
import { computed } from 'vue'
import type { Progress } from '../../api/client'
import { dayWords } from './pupils'

/** Notes a minute of the latest tries, small: how each went is told by its shape, the goal by a dashed line. */
const props = defineProps<{ progress: Progress; large?: boolean }>()
const width = computed(() => (props.large ? 320 : 150))
const height = computed(() => (props.large ? 104 : 40))
/** Room at the end for the last figure, and at the top for the goal's. */
const end = computed(() => (props.large ? 36 : 6))
const head = computed(() => (props.large ? 18 : 5))
const points = computed(() => props.progress.points)
const top = computed(() => Math.max(props.progress.goal, ...points.value.map((p) => p.notesPerMinute), 1))
const low = computed(() => Math.min(...points.value.map((p) => p.notesPerMinute), top.value * 0.5))
const x = (i: number) => (points.value.length < 2 ? width.value / 2 : 6 + ((width.value - 6 - end.value) * i) / (points.value.length - 1))
const y = (npm: number) => height.value - 5 - ((height.value - 5 - head.value) * (npm - low.value)) / Math.max(top.value - low.value, 1)
const last = computed(() => points.value.at(-1))
const line = computed(() => points.value.map((p, i) => `${i ? 'L' : 'M'}${x(i)} ${y(p.notesPerMinute)}`).join(''))
const shapes = { clean: 'M-2.6-2.6h5.2v5.2h-5.2z', nearly: 'M-2.4-2.4h4.8v4.8h-4.8z', 'not-yet': 'M-2.6-2.6L2.6 2.6M-2.6 2.6L2.6-2.6' }
const said = computed(() => {
  const p = points.value
  const first = p[0]
  const last = p.at(-1)
  if (!first || !last) return say.noTriesYet
  return say.triesPlot(dayWords(first.day), first.notesPerMinute, dayWords(last.day), last.notesPerMinute, props.progress.goal)
})
</script>

<template>
  <svg v-if="points.length" class="small-plot" :width="width" :height="height" role="img" :aria-label="said">
    <path class="goal" :d="`M0 ${y(progress.goal)}H${width}`" />
    <template v-if="large && last">
      <text class="goal-text" x="0" :y="y(progress.goal) - 5">{{ say.goalNotes(progress.goal) }}</text>
      <text class="last" :x="width" :y="y(last.notesPerMinute)" dy="0.36em">{{ last.notesPerMinute }}</text>
    </template>
    <path class="line" :d="line" />
    <path v-for="(p, i) in points" :key="i" :class="p.result" :transform="`translate(${x(i)} ${y(p.notesPerMinute)})`" :d="shapes[p.result]" />
  </svg>
</template>

<style scoped>
svg {
  display: block;
  flex: none;
  max-width: 100%;
}

path {
  fill: none;
  stroke: var(--ink);
}

text {
  fill: var(--ink);
  font-size: 12px;
  font-weight: 700;
  paint-order: stroke;
  stroke: var(--ground);
  stroke-width: 5px;
}

.goal-text {
  fill: var(--verdigris);
}

.last {
  text-anchor: end;
}

.goal {
  stroke: var(--verdigris);
  stroke-dasharray: 4 3;
}

.line {
  stroke: var(--rule);
}

.clean {
  fill: var(--ink);
}

.nearly {
  fill: var(--ground);
}

.not-yet {
  stroke: var(--brick);
  stroke-width: 1.8;
}
</style>
