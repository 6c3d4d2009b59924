<script setup lang="ts">
import { say } from '../words'
import { ref } from 'vue'

/** With no instrument at hand: a simulated player shows how a take is judged. */
defineProps<{ busy: boolean }>()
const emit = defineEmits<{ play: [errors: { wrong: number; missed: number; extra: number; jitterMs: number; pauseMs: number }] }>()
const manners = {
  even: { name: 'evenly', errors: { wrong: 0, missed: 0, extra: 0, jitterMs: 6, pauseMs: 0 } },
  slips: { name: say.withAFewMistakes, errors: { wrong: 1, missed: 1, extra: 1, jitterMs: 10, pauseMs: 0 } },
  pauses: { name: say.withAPauseAtEachShift, errors: { wrong: 0, missed: 0, extra: 0, jitterMs: 9, pauseMs: 450 } },
  uneven: { name: 'unevenly', errors: { wrong: 0, missed: 0, extra: 0, jitterMs: 45, pauseMs: 0 } },
}
const manner = ref<keyof typeof manners>('slips')
</script>

<template>
  <p class="player">
    {{ say.noInstrumentWithYouLetA }}
    <select v-model="manner" :aria-label="say.howTheSimulatedPlayerPlays" data-do="manner">
      <option v-for="(m, id) in manners" :key="id" :value="id">{{ m.name }}</option>
    </select>
    <button type="button" class="as-link" :disabled="busy" data-do="simulate" @click="emit('play', manners[manner].errors)">{{ say.playAndJudge }}</button>
  </p>
</template>

<style scoped>
.player {
  font-size: var(--size-fact);
  padding-top: 4px;
}
</style>
