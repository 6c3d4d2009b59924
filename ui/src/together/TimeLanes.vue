<script setup lang="ts">
import { computed } from 'vue'
import type { Plan } from '../api/client'
import { noteLabel } from '../shared/neck/labels'
import NoteMark from '../shared/neck/NoteMark.vue'
import { pretty } from '../shared/signs'
import { keptLabel } from '../shared/shell/kept'
import { say } from './words'

/** A part on its strings, each note where it stands in time: lanes under each other have the same beats under each other. */
const props = defineProps<{ plan: Plan; name: string; current: number; bars: number; beatWidth: number; silent: boolean }>()

const edge = 26
const lane = 17
const top = 22
const perBar = computed(() => props.plan.brief.rhythm?.beatsPerBar ?? 4)
const strings = computed(() => props.plan.neck.strings)
const x = (beats: number) => edge + (beats + 0.5) * props.beatWidth
const y = (string: number) => top + lane * (string - 0.5)
const bottom = computed(() => top + lane * strings.value.length)
const width = computed(() => edge + props.bars * perBar.value * props.beatWidth + 8)
const barX = (bar: number) => edge + bar * perBar.value * props.beatWidth + 2
const label = (e: Plan['run']['events'][number]) =>
  keptLabel.value === 'note' ? noteLabel(props.plan.scale, e.name) : keptLabel.value === 'degree' ? pretty(e.degree) : String(e.fret)
const spoken = computed(() => props.plan.run.events.map((e) => say.place(noteLabel(props.plan.scale, e.name), e.string, e.fret)).join('; '))
</script>

<template>
  <svg class="time-lanes" :class="{ silent }" :width="width" :height="bottom + 20" role="img" :aria-label="`${say.lane(name)}: ${spoken}`">
    <template v-for="s in strings" :key="s.string">
      <path class="string" :d="`M${edge} ${y(s.string)}H${width - 6}`" />
      <text class="name" :x="4" :y="y(s.string)" dy="0.36em">{{ s.label }}</text>
    </template>
    <template v-for="b in bars + 1" :key="b">
      <path class="bar" :d="`M${barX(b - 1)} ${top - 4}V${bottom + 4}`" />
      <text v-if="b <= bars" class="number" :x="barX(b - 1) + 4" :y="12">{{ b }}</text>
    </template>
    <g v-for="(e, i) in plan.run.events" :key="i">
      <path v-if="e.beats > 1" class="held" :d="`M${x(e.at)} ${y(e.string)}H${x(e.at + e.beats) - beatWidth * 0.5}`" />
      <NoteMark :x="x(e.at)" :y="y(e.string)" :w="lane * 0.66" :h="lane * 1.02" :label="label(e)" :root="e.degree === '1'" :current="i === current" />
      <text class="finger" :x="x(e.at)" :y="bottom + 14">{{ e.finger }}</text>
    </g>
  </svg>
</template>

<style scoped>
.time-lanes {
  display: block;
}

.silent {
  opacity: 0.45;
}

.string {
  stroke: var(--ink);
  stroke-opacity: 0.45;
}

.bar {
  stroke: var(--rule);
  stroke-width: 2;
}

.held {
  stroke: var(--verdigris);
  stroke-opacity: 0.5;
  stroke-width: 4;
}

text {
  fill: var(--ink);
  font-family: var(--face-text);
  font-size: var(--size-mark);
}

.number,
.finger {
  fill: var(--faint);
}

.finger {
  text-anchor: middle;
}
</style>
