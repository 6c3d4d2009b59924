<script setup lang="ts">
import { say } from './words'
import { computed } from 'vue'
import type { Plan } from '../api/client'
import { noteLabel } from '../shared/neck/labels'
import { pretty } from '../shared/signs'

const props = defineProps<{ plan: Plan }>()

const signature = computed(() => {
  const { fifths } = props.plan.scale.keySignature
  if (fifths === 0) return say.noSharpsOrFlats
  const kind = fifths > 0 ? 'sharp' : 'flat'
  return `${Math.abs(fifths)} ${kind}${Math.abs(fifths) === 1 ? '' : 's'}: ${props.plan.scale.signature.join(' ')}`
})
const stepWords: Record<number, string> = { 1: 'half', 2: 'whole', 3: say.wholeHalf, 4: say.twoWhole }
const stepWord = (n: number) => stepWords[n] ?? say.halfSteps(n)
</script>

<template>
  <section>
    <h2 class="title">{{ plan.scale.title }}</h2>
    <table>
      <thead class="unseen">
        <tr>
          <th scope="col">{{ say.degree2 }}</th>
          <th scope="col">{{ say.note }}</th>
          <th scope="col">{{ say.stepToTheNext }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(note, i) in plan.scale.notes" :key="note">
          <td class="degree" :class="{ root: i === 0 }">{{ pretty(plan.scale.degrees[i] ?? '') }}</td>
          <td class="note">{{ plan.scale.labels[i] }}</td>
          <td class="step"><span class="bar" :class="`s${plan.scale.steps[i]}`" aria-hidden="true" />{{ stepWord(plan.scale.steps[i] ?? 0) }}</td>
        </tr>
      </tbody>
    </table>
    <p class="signature">
      <span class="faint">{{ say.keySignature }}</span> {{ signature }}
    </p>
    <p v-if="plan.scale.sevenths.length" class="signature">
      <span class="faint">{{ say.chords }}</span>
      <span
        v-for="(c, i) in plan.scale.sevenths"
        :key="c.symbol"
        class="chord"
        :title="`${plan.scale.triads[i]?.symbol}: ${c.notes.map((n) => noteLabel(plan.scale, n)).join(' ')}`"
        >{{ c.symbol }}</span
      >
    </p>
  </section>
</template>

<style scoped>
.title {
  font-size: var(--size-lead);
  margin-bottom: 4px;
}

table {
  border-collapse: collapse;
  width: 100%;
}

td {
  line-height: 1.5;
  padding: 0 6px 0 0;
}

.degree {
  color: var(--faint);
  text-align: end;
  width: 2em;
}

.degree.root {
  border-inline-start: 4px solid var(--marigold);
}

.note {
  font-weight: 700;
  padding-inline-start: 10px;
  width: 3.2em;
}

.step {
  color: var(--faint);
  font-size: var(--size-caption);
}

.bar {
  background: var(--rule);
  display: inline-block;
  height: 4px;
  margin-inline-end: 8px;
  vertical-align: middle;
  width: 14px;
}

.bar.s1 {
  margin-inline-end: 22px;
}

.bar.s2 {
  width: 28px;
}

.bar.s3 {
  width: 42px;
}

.bar.s4 {
  width: 56px;
}

.signature {
  margin-top: 6px;
}

.faint {
  color: var(--faint);
}

.chord {
  display: inline-block;
  margin-inline-start: 8px;
}
</style>
