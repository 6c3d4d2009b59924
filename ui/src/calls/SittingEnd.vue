<script setup lang="ts">
import { say } from './words'
import { computed } from 'vue'
import KnownNeck from '../shared/neck/KnownNeck.vue'
import AnswerPlot from './AnswerPlot.vue'
import type { calls } from '../shared/calls'

/** What came of a sitting: what was learned, what was not, and what is known now. */
const props = defineProps<{ report: Awaited<ReturnType<typeof calls.report>>; labels: string[]; leftHanded: boolean }>()
const emit = defineEmits<{ again: []; leave: []; takeBack: [] }>()
const summary = computed(() => props.report.summary)
</script>

<template>
  <section class="end" aria-labelledby="sitting-end">
    <h1 id="sitting-end" tabindex="-1">{{ summary.words }}</h1>
    <AnswerPlot :answers="report.answers" />
    <p v-if="summary.streak > 1">{{ say.longestStreakRightAnswers(summary.streak) }}</p>
    <dl v-if="summary.of">
      <template v-if="summary.learned.length">
        <dt>{{ say.newToday }}</dt>
        <dd>{{ summary.learned.join(' · ') }}</dd>
      </template>
      <template v-if="summary.missed.length">
        <dt>{{ say.reviewFirst }}</dt>
        <dd>{{ summary.missed.join(' · ') }}</dd>
      </template>
    </dl>
    <p v-if="report.knowledge.asked" class="now" data-known>{{ report.knowledge.words }}</p>
    <KnownNeck v-if="report.knowledge.asked" :places="report.knowledge.places" :labels="labels" :left-handed="leftHanded" />
    <p class="buttons">
      <v-btn color="primary" variant="flat" data-do="again" @click="emit('again')">{{ say.again }}</v-btn>
      <v-btn color="primary" variant="tonal" data-do="leave-sitting" @click="emit('leave')">{{ say.chooseOtherCalls }}</v-btn>
      <v-btn v-if="summary.of" color="primary" variant="text" data-do="take-sitting-back" @click="emit('takeBack')">{{ say.removeFromTheLog }}</v-btn>
    </p>
  </section>
</template>

<style scoped>
.end {
  display: grid;
  gap: 12px;
  grid-template-columns: minmax(0, 1fr);
  max-width: 980px;
}

h1 {
  font-size: var(--size-title);
}

dl {
  display: grid;
  gap: 4px 18px;
  grid-template-columns: max-content minmax(0, 1fr);
}

dt {
  color: var(--faint);
}

.now {
  font-weight: 700;
}

.buttons {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
</style>
