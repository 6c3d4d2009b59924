<script setup lang="ts">
import { computed } from 'vue'
import type { Plan } from '../api/client'
import { capsule } from '../shared/neck/geometry'
import { pretty } from '../shared/signs'
import { say } from './words'

/** The octave of a scale to scale, twelve half steps: degrees above the marks, notes below. A list to who listens. */
const props = defineProps<{ scale: Plan['scale'] }>()

const width = 264
const edge = 12
const at = (semitones: number) => edge + (semitones / 12) * (width - 2 * edge)
const stepWords: Record<number, string> = { 1: 'half', 2: 'whole', 3: say.wholeHalf, 4: say.twoWhole }

const notes = computed(() => {
  let semitones = 0
  return props.scale.notes.map((note, i) => {
    const here = { note, label: props.scale.labels[i] ?? note, degree: pretty(props.scale.degrees[i] ?? ''), x: at(semitones), step: props.scale.steps[i] ?? 0 }
    semitones += here.step
    return here
  })
})
const octave = computed(() => ({ x: at(12), label: notes.value[0]?.label ?? '' }))
</script>

<template>
  <svg :viewBox="`0 0 ${width} 76`" class="ruler" aria-hidden="true">
    <path class="line" :d="`M${at(0)} 54H${at(12)}${Array.from({ length: 13 }, (_, i) => `M${at(i)} 54v4`).join('')}`" />
    <g v-for="(n, i) in notes" :key="n.note">
      <text :x="n.x" y="14" class="degree">{{ n.degree }}</text>
      <path class="mark" :class="{ root: i === 0 }" :d="capsule(n.x, 35, 9, 18)" />
      <text :x="n.x" y="73">{{ n.label }}</text>
    </g>
    <text :x="octave.x" y="14" class="degree">8</text>
    <path class="mark root" :d="capsule(octave.x, 35, 9, 18)" />
    <text :x="octave.x" y="73">{{ octave.label }}</text>
    <path class="feet" :d="[at(0), at(12)].map((x) => `M${x - 2.5} 44v5M${x + 2.5} 44v5`).join('')" />
  </svg>
  <ol class="unseen">
    <li v-for="n in notes" :key="n.note">{{ say.degreeAndStep(n.degree, n.label, stepWords[n.step] ?? say.halfSteps(n.step)) }}</li>
  </ol>
</template>

<style scoped>
.ruler {
  display: block;
  width: 100%;
}

text {
  fill: var(--ink);
  font-family: var(--face-text);
  font-size: 13px;
  text-anchor: middle;
}

.degree {
  font-weight: 700;
}

.line {
  fill: none;
  stroke: var(--rule);
}

.mark {
  fill: var(--ink);
}

.mark.root {
  fill: var(--marigold);
  stroke: var(--root-line);
  stroke-width: 1.5;
}

.feet {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.6;
}
</style>
