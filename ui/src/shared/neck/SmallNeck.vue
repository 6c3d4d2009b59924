<script setup lang="ts">
import { computed } from 'vue'
import type { Box, Plan } from '../../api/client'
import { labelOf, type LabelKind } from './labels'
import NoteMark from './NoteMark.vue'

/** The frets of a plan's box, or of another one on its neck, without what lies beyond them. */
const props = defineProps<{ plan: Plan; label: LabelKind; current: number; width: number; of?: Box | undefined }>()

const gutter = 44
const box = computed(() => props.of ?? props.plan.boxes[props.plan.box])
const strings = computed(() => props.plan.neck.strings)
const left = computed(() => props.plan.brief.instrument.leftHanded ?? false)
const low = computed(() => Math.max(1, box.value?.lowFret ?? 1))
const high = computed(() => Math.min(props.plan.neck.frets.length - 1, Math.max(box.value?.highFret ?? 0, low.value + 4)))
const gap = computed(() => Math.max(13, Math.min(19, 84 / strings.value.length)))
const top = computed(() => gap.value * 0.6)
const bottom = computed(() => top.value + gap.value * (strings.value.length - 1))
const height = computed(() => bottom.value + gap.value * 0.55 + 15)
const mark = computed(() => ({ w: Math.min(gap.value * 0.72, 12), h: gap.value * 0.94 }))
const frets = computed(() => Array.from({ length: high.value - low.value + 1 }, (_, i) => low.value + i))
const fretWidth = computed(() => (props.width - gutter - 6) / frets.value.length)

const mirror = (x: number) => (left.value ? props.width - x : x)
const wire = (fret: number) => mirror(gutter + fretWidth.value * (fret - low.value + 1))
const markX = (fret: number) =>
  fret === 0 ? mirror(gutter - mark.value.w * 0.8) : mirror(gutter + fretWidth.value * (fret - low.value + 1) - Math.min(mark.value.w * 0.7, fretWidth.value / 2))
const y = (string: number) => top.value + gap.value * (string - 1)
const wedge = (reach: string) => (reach ? ((reach === 'forward') === left.value ? -1 : 1) : 0)
</script>

<template>
  <svg :width="width" :height="height" role="img" :aria-label="`${plan.scale.title}: ${box?.notes.map((n) => n.spoken).join('; ')}`">
    <path class="wire" :class="{ nut: low === 1 }" :d="`M${mirror(gutter)} ${top}V${bottom}`" />
    <path v-for="f in frets" :key="f" class="wire" :d="`M${wire(f)} ${top}V${bottom}`" />
    <g v-for="s in strings" :key="s.string" class="string">
      <path :stroke-width="0.7 + s.string * 0.16" :d="`M${mirror(gutter)} ${y(s.string)}H${wire(high)}`" />
      <text :x="mirror(2)" :y="y(s.string)" dy="0.36em" :text-anchor="left ? 'end' : 'start'">{{ s.label }}</text>
    </g>
    <text v-for="f in frets" :key="`n${f}`" class="number" :x="(wire(f - 1) + wire(f)) / 2" :y="height - 3">{{ f }}</text>
    <NoteMark
      v-for="(n, i) in box?.notes"
      :key="i"
      :x="markX(n.fret)"
      :y="y(n.string)"
      :w="mark.w"
      :h="mark.h"
      :label="labelOf(n, label, plan.scale)"
      :root="n.root"
      :added="n.layer === 'added'"
      :wedge="wedge(n.reach)"
      :current="i === current"
    />
  </svg>
</template>

<style scoped>
svg {
  display: block;
}

.wire {
  stroke: var(--rule);
  stroke-width: 1.2;
}

.wire.nut {
  stroke: var(--ink);
  stroke-width: 3;
}

.string path {
  stroke: var(--ink);
  stroke-opacity: 0.62;
}

text {
  fill: var(--ink);
  font-family: var(--face-text);
  font-size: var(--size-mark);
}

.number {
  fill: var(--faint);
  font-size: var(--size-mark-small);
  text-anchor: middle;
}
</style>
