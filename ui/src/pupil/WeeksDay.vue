<script setup lang="ts">
import { say } from './words'
import { computed, ref } from 'vue'
import type { ScheduleDate, ScheduleItem } from '../api/client'
import { toQuery } from '../shared/brief/query'
import { useCatalogue } from '../shared/catalogue'
import { dayWords } from '../shared/pupils/pupils'

/** A day of the weeks: its items, each one press from the ladder; changed by hand where it is to go otherwise. */
const props = defineProps<{ day: ScheduleDate; pupil: string; today: string; holiday?: boolean }>()
const emit = defineEmits<{ own: [items: ScheduleItem[]]; plain: []; free: [] }>()
const names: Record<string, string> = { 'warm-up': say.warmUp, new: say.new, old: say.review, play: say.play }
const editing = ref(false)
const draft = ref<ScheduleItem[]>([])
const past = computed(() => props.day.date < props.today)

function edit() {
  draft.value = structuredClone(props.day.items)
  editing.value = true
}

function move(i: number, by: number) {
  const list = [...draft.value]
  const [item] = list.splice(i, 1)
  if (item) list.splice(i + by, 0, item)
  draft.value = list
}

function keep() {
  editing.value = false
  emit('own', draft.value)
}

const { catalogue } = useCatalogue()
const speed = (i: ScheduleItem) => say.rungAt(catalogue.value?.subdivisions.find((s) => s.id === String(i.rung.perBeat))?.name, i.rung.perBeat, i.rung.tempoBpm)
const address = (i: ScheduleItem) => ({ name: 'practise', query: { ...toQuery(i.brief), pupil: props.pupil } })
</script>

<template>
  <li class="day" :class="{ past, now: day.date === today }" :data-date="day.date">
    <p class="date">
      <b>{{ dayWords(day.date) }}</b>
      <span class="faint"
        >{{ day.missed ? (past ? say.missedMovedToALaterDay : say.skipped) : say.min(day.minutes) }}<template v-if="day.own"> {{ say.edited }}</template></span
      >
    </p>
    <form v-if="editing" @submit.prevent="keep">
      <p v-for="(item, i) in draft" :key="i" class="item">
        <input v-model.number="item.minutes" class="entry" type="number" min="1" max="180" :aria-label="say.minutesOf(item.what)" />
        <input v-model="item.what" class="entry" type="text" maxlength="200" :aria-label="say.item(i)" />
        <button type="button" class="as-link" :disabled="i === 0" :aria-label="say.moveUp(item.what)" @click="move(i, -1)">↑</button>
        <button type="button" class="as-link" :aria-label="say.skip(item.what)" @click="draft.splice(i, 1)">{{ say.skip2 }}</button>
      </p>
      <p class="buttons">
        <v-btn type="submit" size="small" color="primary" variant="flat" data-do="keep-day">{{ say.save }}</v-btn>
        <v-btn size="small" @click="editing = false">{{ say.cancel }}</v-btn>
      </p>
    </form>
    <template v-else>
      <p v-for="(item, i) in day.items" :key="i" class="item">
        <span class="kind">{{ say.minutesOfKind(item.minutes, names[item.kind]) }}</span>
        <span class="what"
          ><router-link :to="address(item)">{{ item.what }}</router-link> <span class="faint">{{ speed(item) }}</span></span
        >
      </p>
      <p v-if="!past" class="buttons">
        <button type="button" class="as-link" :aria-label="say.editDay(dayWords(day.date))" data-do="edit-day" @click="edit">{{ say.edit2 }}</button>
        <button v-if="day.own" type="button" class="as-link" @click="emit('plain')">{{ say.restore }}</button>
        <button type="button" class="as-link" :aria-label="say.dayOffNoPracticeOn(dayWords(day.date))" data-do="free-day" @click="emit('free')">{{ say.dayOff }}</button>
      </p>
    </template>
  </li>
</template>

<style scoped>
.day {
  border-top: 2px solid var(--rule);
  padding: 6px 0 10px;
}

.day.now {
  border-top-color: var(--verdigris);
}

.day.past {
  color: var(--faint);
}

.date {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
}

.item {
  display: flex;
  font-size: var(--size-fact);
  gap: 0 12px;
}

.kind {
  flex: none;
  width: 7.5em;
}

.faint {
  color: var(--faint);
  font-size: var(--size-note);
}

a {
  color: inherit;
  text-decoration-color: var(--verdigris);
}

.buttons {
  display: flex;
  gap: 14px;
}

input[type='number'] {
  width: 4em;
}

input[type='text'] {
  flex: 1;
}
</style>
