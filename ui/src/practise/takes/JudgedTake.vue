<script setup lang="ts">
import { say } from '../words'
import { computed } from 'vue'
import type { Take } from '../../api/client'

/** What became of a take, in words. */
const props = defineProps<{ take: Take }>()

const facts = computed(() => {
  const t = props.take
  const drift = Math.abs(t.driftPercent) < 1 ? 'steady' : say.towardsTheEnd(Math.abs(t.driftPercent), t.driftPercent)
  return [
    say.ofNotesRightWrongMissedExtra(t.right, t.planned, t.wrong, t.missed, t.extra, t.unsure),
    say.atBeatsAMinute(t.tempoBpm, drift),
    t.evennessMs > 0 ? say.timingVaries(t.evennessMs, t.evennessPercent, t.floorMs) : say.timingEven(t.floorMs),
    ...t.pauses.map((p) => p.message),
    ...t.byCause.filter((c) => Math.abs(c.lateMs) >= 10).map((c) => say.lateAt(Math.abs(c.lateMs), c.lateMs, where[c.cause], c.cause)),
    ...t.remarks,
  ]
})

const where: Record<string, string> = {
  shift: say.whereTheHandMoves,
  crossing: say.whereTheStringChanges,
  stretch: say.atAReach,
  beat: say.onTheBeat,
  'finger-1': say.withTheIndexFinger,
  'finger-2': say.withTheMiddleFinger,
  'finger-3': say.withTheRingFinger,
  'finger-4': say.withTheLittleFinger,
}
</script>

<template>
  <p role="status" class="proposal">{{ say.youDecideTheResult(take.why) }}</p>
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
