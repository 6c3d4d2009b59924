<script setup lang="ts">
import { computed } from 'vue'
import { capsule } from './geometry'

/** The mark of a note: an upright capsule across its string. */
const props = defineProps<{
  x: number
  y: number
  w: number
  h: number
  label: string
  root?: boolean
  added?: boolean
  /** Side that the finger reaches to on the screen: -1 left, 1 right, 0 none. */
  wedge?: number
  current?: boolean
  /** Another plan has this place too: a frame around the mark. */
  shared?: boolean
  /** A place of the run that lies beyond the box. */
  onward?: boolean
  /** The run takes it with another finger too: a fold at its upper corner. */
  folded?: boolean
}>()
const grown = computed(() => (props.current ? 1.28 : 1))
const w = computed(() => props.w * grown.value)
const h = computed(() => props.h * grown.value)
const size = computed(() => Math.min(h.value * (props.label.length > 1 ? 0.42 : 0.52), (w.value * 1.75) / Math.max(props.label.length, 1)))
const wedgePath = computed(() => {
  const side = props.wedge ?? 0
  const at = props.x + side * (w.value / 2 + 2)
  return `M${at} ${props.y - h.value * 0.2}L${at + side * h.value * 0.24} ${props.y}L${at} ${props.y + h.value * 0.2}z`
})
</script>

<template>
  <g class="mark" aria-hidden="true" :class="{ root, added, current, onward }">
    <template v-if="root">
      <path class="feet" :d="`M${x - w * 0.24} ${y + h * 0.4}v${h * 0.28}M${x + w * 0.24} ${y + h * 0.4}v${h * 0.28}`" />
    </template>
    <path v-if="shared" class="frame" :d="capsule(x, y, w + 7, h + 6)" />
    <path class="body" :d="capsule(x, y, w, h)" />
    <path v-if="folded" class="fold" :d="`M${x + w * 0.1} ${y - h * 0.62}h${w * 0.62}v${w * 0.62}z`" />
    <path v-if="wedge" class="wedge" :d="wedgePath" />
    <text :x="x" :y="y" :font-size="size" dy="0.36em">{{ label }}</text>
  </g>
</template>

<style scoped>
.body {
  fill: var(--ink);
  stroke: var(--ink);
  stroke-width: 1.5;
}

text {
  fill: var(--ground);
  font-family: var(--face-text);
  font-weight: 700;
  text-anchor: middle;
}

.root .body {
  fill: var(--marigold);
  stroke: var(--marigold);
}

.root text {
  fill: var(--on-marigold);
}

.feet {
  stroke: var(--ink);
  stroke-width: 2;
}

.added .body {
  fill: var(--sheet);
  stroke: var(--plum);
  stroke-width: 2;
}

.added text {
  fill: var(--plum);
}

.onward .body {
  fill-opacity: 0.16;
}

.onward text {
  fill: var(--ink);
}

.frame {
  fill: none;
  stroke: var(--verdigris);
  stroke-width: 1.6;
}

.fold {
  fill: var(--verdigris);
  stroke: var(--ground);
  stroke-width: 1;
}

.wedge {
  fill: var(--brick);
}

.current .body {
  stroke: var(--verdigris);
  stroke-width: 3;
}
</style>
