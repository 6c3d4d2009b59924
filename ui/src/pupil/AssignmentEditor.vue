<script setup lang="ts">
import { say } from './words'
import { computed, ref } from 'vue'
import type { Assignment, CallError, FieldError, Ladder, LadderStep } from '../api/client'
import { bounds } from '../api/fields'
import { useCatalogue } from '../shared/catalogue'

/** The goal, minutes, days and words of an assignment. */
const props = defineProps<{ of: Assignment; save: (a: Assignment) => Promise<unknown>; ladder?: Ladder | undefined }>()
const emit = defineEmits<{ leave: [] }>()
const { catalogue } = useCatalogue()
const draft = ref<Assignment>(structuredClone(props.of))
const goal = computed(() => draft.value.ladder?.goal)
const usualGoal = computed<LadderStep>(() => ({ perBeat: draft.value.ladder?.brief.rhythm?.perBeat ?? 2, tempoBpm: draft.value.ladder?.brief.rhythm?.tempoBpm ?? 72 }))
const problems = ref<FieldError[]>([])
const failure = ref('')

function putGoal(change: Partial<LadderStep>) {
  if (draft.value.ladder) draft.value.ladder = { ...draft.value.ladder, goal: { ...usualGoal.value, ...goal.value, ...change } }
}

async function keep() {
  problems.value = []
  failure.value = ''
  try {
    await props.save(draft.value)
  } catch (cause) {
    const error = cause as CallError
    problems.value = error.fields ?? []
    failure.value = problems.value.length ? '' : error.message
  }
}
</script>

<template>
  <form class="editor" @submit.prevent="keep">
    <p v-if="draft.ladder" class="line">
      <label
        >{{ say.goal }}
        <select :value="goal?.perBeat ?? usualGoal.perBeat" data-do="goal-per-beat" @change="putGoal({ perBeat: Number(($event.target as HTMLSelectElement).value) })">
          <option v-for="s in catalogue?.subdivisions" :key="s.id" :value="s.id">{{ s.name }}</option>
        </select></label
      >
      <label
        >{{ say.at }}
        <input
          class="entry"
          type="number"
          v-bind="bounds['rhythm.tempoBpm']"
          :value="goal?.tempoBpm ?? usualGoal.tempoBpm"
          data-do="goal-tempo"
          @change="putGoal({ tempoBpm: Number(($event.target as HTMLInputElement).value) })"
      /></label>
    </p>
    <p v-if="draft.sheets" class="line">
      <label>{{ say.what }} <input v-model="draft.sheets.what" class="entry" type="text" maxlength="160" /></label>
      <label>{{ say.sheets }} <input v-model.number="draft.sheets.count" class="entry" type="number" min="1" max="99" /></label>
      <label>{{ say.done }} <input v-model.number="draft.sheets.done" class="entry" type="number" min="0" :max="draft.sheets.count" /></label>
    </p>
    <p class="line">
      <label>{{ say.minutesADay }} <input v-model.number="draft.minutes" class="entry" type="number" min="1" max="180" data-do="minutes" /></label>
      <label>{{ say.from }} <input v-model="draft.from" class="entry" type="date" required /></label>
      <label>{{ say.to }} <input v-model="draft.until" class="entry" type="date" required data-do="until" /></label>
    </p>
    <label class="words">{{ say.yourNote }} <textarea v-model="draft.words" class="entry" rows="2" maxlength="1000" data-do="words" /></label>
    <p v-if="problems.length || failure" class="trouble" role="alert">{{ problems.map((p) => p.message).join('; ') || failure }}</p>
    <p class="line">
      <v-btn type="submit" color="primary" variant="flat" data-do="keep-assignment">{{ say.save }}</v-btn>
      <v-btn @click="emit('leave')">{{ say.cancel }}</v-btn>
    </p>
  </form>
</template>

<style scoped>
.editor {
  border-inline-start: 3px solid var(--verdigris);
  display: grid;
  gap: 8px;
  margin: 8px 0;
  padding-inline-start: 14px;
}

.line {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 18px;
}

input[type='number'] {
  width: 5em;
}

.words {
  display: grid;
}

textarea {
  width: 100%;
}

.trouble {
  color: var(--brick);
}
</style>
