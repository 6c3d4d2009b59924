<script setup lang="ts">
import { computed } from 'vue'
import type { Take } from '../../api/client'

/** What became of a take, in words. */
const props = defineProps<{ take: Take }>()

const facts = computed(() => {
  const t = props.take
  const drift = Math.abs(t.driftPercent) < 1 ? 'steady' : `${Math.abs(t.driftPercent)} % ${t.driftPercent > 0 ? 'faster' : 'slower'} towards the end`
  return [
    `${t.right} of ${t.planned} notes right, ${t.wrong} wrong, ${t.missed} missed, ${t.extra} too many${t.unsure ? `; ${t.unsure} of these are not sure` : ''}`,
    `at ${t.tempoBpm} a minute, ${drift}`,
    t.evennessMs > 0 ? `even to ${t.evennessMs} ms, ${t.evennessPercent} % of a note; under ${t.floorMs} ms nothing can be told` : `as even as can be heard: to ${t.floorMs} ms`,
    ...t.pauses.map((p) => p.message),
    ...t.byCause.filter((c) => Math.abs(c.lateMs) >= 10).map((c) => `${Math.abs(c.lateMs)} ms ${c.lateMs > 0 ? 'late' : 'early'} ${where[c.cause] ?? `at each ${c.cause}`}`),
    ...t.remarks,
  ]
})

const where: Record<string, string> = {
  shift: 'where the hand moves',
  crossing: 'where the string changes',
  stretch: 'at a reach',
  beat: 'on the beat',
  'finger-1': 'with the index finger',
  'finger-2': 'with the middle finger',
  'finger-3': 'with the ring finger',
  'finger-4': 'with the little finger',
}
</script>

<template>
  <p role="status" class="proposal">{{ take.why }} You have the last word.</p>
  <ul>
    <li v-for="f in facts" :key="f">{{ f }}</li>
  </ul>
</template>

<style scoped>
.proposal {
  border-inline-start: 4px solid var(--marigold);
  margin-top: 6px;
  padding-inline-start: 10px;
}

ul {
  font-size: var(--size-fact);
  padding-inline-start: 1.2em;
}
</style>
