<script setup lang="ts">
import { say } from '../words'
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { Knowledge, Plan } from '../../api/client'
import { capsule, geometry } from './geometry'
import NeckGrid from './NeckGrid.vue'

/** What is known of a neck: a place the darker the surer its name is known, hollow where it was missed or forgotten, empty where it was never asked. */
const props = defineProps<{ places: Knowledge['places']; labels: string[]; leftHanded: boolean }>()
const frame = ref<HTMLElement>()
const { width } = useElementSize(frame)
const gap = 24
const mark = { w: 14, h: 20 }
const asked = computed(() => props.places.filter((p) => p.asked))
const strings = computed(() => Math.max(...props.places.map((p) => p.string), 1))
const high = computed(() => Math.max(...props.places.map((p) => p.fret), 1))
const g = computed(() => {
  const neck = { strings: Array.from({ length: strings.value }), frets: Array.from({ length: high.value + 1 }, (_, fret) => ({ fret, mm: fret })) } as unknown as Plan['neck']
  return geometry(neck, { width: Math.max(width.value, 320), spacing: 'even', leftHanded: props.leftHanded, gap, low: 1, high: high.value, most: mark })
})
const named = computed(() => Array.from({ length: strings.value }, (_, i) => ({ string: i + 1, label: props.labels[i] ?? '' })))
const frets = computed(() => Array.from({ length: high.value }, (_, i) => i + 1))
const known = computed(() => props.places.filter((p) => p.sure).length)
</script>

<template>
  <div ref="frame" class="known" tabindex="0">
    <svg :width="g.width" :height="g.height" role="img" :aria-label="say.ofPlacesKnown(known, places.length)">
      <NeckGrid :g="g" :frets="frets" :strings="named" :left-handed="leftHanded" nut />
      <path
        v-for="p in asked"
        :key="`${p.string}/${p.fret}`"
        :class="['place', { sure: p.sure, missed: p.known === 0 }]"
        :d="capsule(g.markX(p.fret), g.stringY(p.string), mark.w, mark.h)"
      >
        <title>{{ say.knownAt(p.string, p.fret, p.known, Math.round(p.known * 100)) }}</title>
      </path>
      <path v-for="p in places.filter((p) => !p.asked)" :key="`t${p.string}/${p.fret}`" class="tick" :d="`M${g.markX(p.fret)} ${g.stringY(p.string) - 5}v10`" />
      <text v-for="f in frets" :key="`n${f}`" class="number" :x="(g.fretX(f) + g.fretX(f - 1)) / 2" :y="g.height - 8">{{ f }}</text>
    </svg>
    <p v-if="asked.length" class="legend">{{ say.fullKnownGreyDueForReview }}</p>
  </div>
</template>

<style scoped>
.known {
  overflow-x: auto;
}

.place {
  fill: color-mix(in srgb, var(--ink) 35%, var(--ground));
  stroke: var(--ink);
  stroke-width: 1.2;
}

.place.sure {
  fill: var(--ink);
}

.place.missed {
  fill: var(--ground);
  stroke: var(--brick);
  stroke-width: 2;
}

.tick {
  stroke: var(--faint);
  stroke-width: 1.5;
}

text {
  fill: var(--ink);
  font-family: var(--face-text);
  font-size: var(--size-mark-small);
  text-anchor: middle;
}

.number,
.legend {
  color: var(--faint);
  fill: var(--faint);
  font-size: 12px;
}
</style>
