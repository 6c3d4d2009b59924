<script setup lang="ts">
import type { Geometry } from './geometry'

/** The wires, the nut and the strings of a neck, with the names of the open strings where they have any. */
defineProps<{
  g: Geometry
  /** Frets whose wires are drawn, the last one ends the strings. */
  frets: number[]
  strings: { string: number; label?: string }[]
  courses?: boolean
  leftHanded: boolean
  /** The stretch begins at the nut. */
  nut: boolean
}>()
</script>

<template>
  <g class="wires">
    <path v-for="f in frets" :key="f" :d="`M${g.fretX(f)} ${g.top}V${g.bottom}`" />
    <path :class="{ nut }" :d="`M${g.nut} ${g.top - 3}V${g.bottom + 3}`" />
  </g>
  <g v-for="s in strings" :key="s.string" class="string">
    <path
      v-for="o in courses ? [-1.6, 1.6] : [0]"
      :key="o"
      :stroke-width="(courses ? 0.7 : 0.8) + s.string * 0.22"
      :d="`M${g.nut} ${g.stringY(s.string) + o}H${g.fretX(frets[frets.length - 1] ?? 1)}`"
    />
    <text v-if="s.label" :x="leftHanded ? g.width - 2 : 2" :y="g.stringY(s.string)" dy="0.36em" :text-anchor="leftHanded ? 'end' : 'start'">{{ s.label }}</text>
  </g>
</template>

<style scoped>
.wires path {
  stroke: var(--rule);
  stroke-width: 1.2;
}

.wires .nut {
  stroke: var(--ink);
  stroke-width: 4;
}

.string path {
  stroke: var(--ink);
  stroke-opacity: 0.62;
}

.string text {
  fill: var(--ink);
  font-family: var(--face-text);
  font-size: var(--size-mark);
  font-weight: 700;
}
</style>
