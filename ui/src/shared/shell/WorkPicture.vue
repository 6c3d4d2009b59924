<script setup lang="ts">
import { computed } from 'vue'
import type { Outline } from '../../api/client'
import { capsule } from '../neck/geometry'
import { pretty } from '../signs'

/** A piece of work as it is known again at a glance: its box, its line, its keys or its rungs. The text beside it says the same. */
const props = defineProps<{ of: Outline; width?: number; height?: number; /** Degrees under the notes of a line. */ degrees?: boolean }>()
const width = computed(() => props.width ?? 104)
const height = computed(() => props.height ?? 56)
const edge = 6

/** So many steps between two ends; a single one stands in the middle. */
const spread = (i: number, n: number, from: number, to: number) => (n < 2 ? (from + to) / 2 : from + ((to - from) * i) / (n - 1))

const box = computed(() => {
  const places = props.of.places ?? []
  const low = Math.min(...places.map((p) => p.fret))
  const frets = Math.max(...places.map((p) => p.fret), low + 3) - low + 1
  const y = (string: number) => spread(string - 1, props.of.strings ?? 6, edge, height.value - edge)
  return {
    rows: Array.from({ length: props.of.strings ?? 0 }, (_, i) => y(i + 1)),
    marks: places.map((p) => ({ x: spread(p.fret - low, frets, 8, width.value - 8), y: y(p.string), root: p.root })),
  }
})

const shownNotes = 14
const cut = computed(() => (props.of.notes?.length ?? 0) > shownNotes)
const line = computed(() => {
  const all = props.of.notes ?? []
  const notes = cut.value ? all.slice(0, shownNotes - 1) : all
  const heights = notes.map((n) => n.midi)
  const [low, high] = [Math.min(...heights), Math.max(...heights)]
  const floor = height.value - (props.degrees ? 22 : 9)
  return notes.map((n, i) => ({
    x: spread(i, cut.value ? shownNotes : notes.length, 10, width.value - 10),
    y: high === low ? floor / 2 : floor - ((floor - 9) * (n.midi - low)) / (high - low),
    root: n.degree === '1',
    degree: pretty(n.degree),
  }))
})
const path = computed(() => line.value.map((n, i) => `${i ? 'L' : 'M'}${n.x} ${n.y}`).join(''))

const rungs = computed(() => {
  const all = props.of.rungs ?? []
  const most = Math.max(...all, 1)
  const wide = Math.min(7, (width.value - 8) / Math.max(all.length, 1) - 1)
  return all.map((r, i) => ({ x: spread(i, all.length, 4, width.value - 4 - wide), wide, tall: Math.max(4, ((height.value - 8) * r) / most) }))
})
</script>

<template>
  <svg class="picture" :width="width" :height="height" :viewBox="`0 0 ${width} ${height}`" aria-hidden="true">
    <template v-if="of.places?.length">
      <path v-for="y in box.rows" :key="y" class="rule" :d="`M0 ${y}H${width}`" />
      <path v-for="(m, i) in box.marks" :key="i" :class="['mark', { root: m.root }]" :d="capsule(m.x, m.y, 5.5, 9)" />
    </template>
    <template v-else-if="line.length">
      <path class="rule line" :d="path" />
      <g v-for="(n, i) in line" :key="i">
        <path :class="['mark', { root: n.root }]" :d="capsule(n.x, n.y, 6, 10)" />
        <path v-if="n.root" class="feet" :d="`M${n.x - 2} ${n.y + 5}v3m4 -3v3`" />
        <text v-if="degrees" :x="n.x" :y="height - 2">{{ n.degree }}</text>
      </g>
      <text v-if="cut && degrees" :x="width - 10" :y="height - 2">…</text>
    </template>
    <template v-else-if="of.keys?.length">
      <path v-for="(_, i) in of.keys" :key="i" class="mark" :d="capsule(spread(i % 12, Math.min(of.keys.length, 12), 5, width - 5), height / 2, 5.5, 14)" />
    </template>
    <template v-else>
      <rect v-for="(b, i) in rungs" :key="i" class="mark" :x="b.x" :y="height - 4 - b.tall" :width="b.wide" :height="b.tall" />
    </template>
  </svg>
</template>

<style scoped>
.picture {
  display: block;
  flex: none;
}

.rule {
  fill: none;
  stroke: var(--rule);
}

.line {
  stroke-width: 1.5;
}

.mark {
  fill: var(--ink);
}

.mark.root {
  fill: var(--marigold);
  stroke: var(--root-line);
  stroke-width: 1;
}

.feet {
  stroke: var(--ink);
  stroke-width: 1.5;
}

text {
  fill: var(--faint);
  font-size: 12px;
  text-anchor: middle;
}
</style>
