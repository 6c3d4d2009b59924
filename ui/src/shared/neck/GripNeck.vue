<script setup lang="ts">
import { computed } from 'vue'
import type { Grip, Plan } from '../../api/client'
import { pretty } from '../signs'
import { say } from '../words'
import { geometry } from './geometry'
import { noteLabel } from './labels'
import NeckGrid from './NeckGrid.vue'
import NoteMark from './NoteMark.vue'

/** A chord in the hand: the few frets that it lies on, with the fingers. */
const props = defineProps<{ grip: Grip; plan: Plan; width: number }>()

const fewest = 4
const gap = 22
const stopped = computed(() => props.grip.stops.map((s) => s.fret).filter((f) => f > 0))
const low = computed(() => Math.max(Math.min(...stopped.value, props.plan.neck.frets.length - fewest), 1))
const high = computed(() => Math.max(...stopped.value, low.value + fewest - 1))
const left = computed(() => props.plan.brief.instrument.leftHanded ?? false)
const g = computed(() => geometry(props.plan.neck, { width: props.width, spacing: 'even', leftHanded: left.value, gap, low: low.value, high: high.value, most: { w: 14, h: 20 } }))
const frets = computed(() => Array.from({ length: high.value - low.value + 1 }, (_, i) => low.value + i))
const silent = computed(() => props.plan.neck.strings.filter((s) => !props.grip.stops.some((stop) => stop.string === s.string)))
const barre = computed(
  () => props.grip.barre && { x: g.value.markX(props.grip.barre.fret), from: g.value.stringY(props.grip.barre.from), to: g.value.stringY(props.grip.barre.to) },
)
const spoken = computed(() =>
  props.grip.stops.map((s) => say.gripStop(s.string, s.fret, noteLabel(props.plan.scale, s.name), s.finger ? (say.fingerNames[s.finger] ?? '') : say.openString)).join('; '),
)
</script>

<template>
  <svg :width="g.width" :height="g.height" role="img" :aria-label="`${grip.symbol}: ${spoken}`">
    <NeckGrid :g="g" :frets="frets" :strings="plan.neck.strings" :left-handed="left" :nut="low === 1" />
    <path v-if="barre" class="barre" :d="`M${barre.x} ${barre.from}V${barre.to}`" />
    <text v-for="s in silent" :key="s.string" class="silent" :x="g.markX(0)" :y="g.stringY(s.string)" dy="0.36em">×</text>
    <NoteMark
      v-for="s in grip.stops"
      :key="s.string"
      :x="g.markX(s.fret)"
      :y="g.stringY(s.string)"
      :w="g.mark.w"
      :h="g.mark.h"
      :label="String(s.finger)"
      :root="pretty(s.degree) === '1'"
    />
    <text v-for="f in frets" :key="f" class="number" :x="(g.fretX(f - 1) + g.fretX(f)) / 2" :y="g.height - 12">{{ f }}</text>
  </svg>
</template>

<style scoped>
svg {
  display: block;
}

.barre {
  stroke: var(--verdigris);
  stroke-linecap: round;
  stroke-width: 5;
}

text {
  fill: var(--ink);
  font-family: var(--face-text);
  font-size: var(--size-mark);
  text-anchor: middle;
}

.silent,
.number {
  fill: var(--faint);
}
</style>
