<script setup lang="ts">
import { say } from './words'
import { computed } from 'vue'
import type { ScheduleRequest } from '../api/client'
import { useCatalogue } from '../shared/catalogue'
import { dayWords, weekdays } from '../shared/pupils/pupils'

/** What weeks of practice are asked for: of what, through what, on which days. */
const request = defineModel<ScheduleRequest>({ required: true })
const { catalogue } = useCatalogue()
const put = (change: Partial<ScheduleRequest>) => (request.value = { ...request.value, ...change })
const orders = computed(() => [{ id: '', name: say.thisKeyAlone }, ...(catalogue.value?.roundOrders ?? []).filter((o) => o.id !== 'own')])
const days = computed(() => request.value.days ?? ['mon', 'tue', 'wed', 'thu', 'fri'])
function toggleDay(id: string) {
  put({ days: Object.keys(weekdays).filter((d) => (d === id ? !days.value.includes(d) : days.value.includes(d))) })
}
const number = (event: Event) => Number((event.target as HTMLInputElement).value)
const holidays = computed(() => request.value.holidays ?? [])
/** A day that is left out; one that is left out already is taken back. */
function toggleHoliday(day: string) {
  if (day) put({ holidays: holidays.value.includes(day) ? holidays.value.filter((d) => d !== day) : [...holidays.value, day].sort() })
}
const ways = { lower: say.downAFretAtATime, boxes: say.positionByPosition, octaves: say.oneOctaveToThree } as const
</script>

<template>
  <div class="form">
    <label
      >{{ say.from }} <input class="entry" type="date" required :value="request.start" data-do="weeks-start" @change="put({ start: ($event.target as HTMLInputElement).value })"
    /></label>
    <label>{{ say.weeks }} <input class="entry" type="number" min="1" max="26" :value="request.weeks ?? 4" data-do="weeks-count" @change="put({ weeks: number($event) })" /></label>
    <label
      >{{ say.minutesADay4 }}
      <input class="entry" type="number" min="5" max="180" :value="request.minutes ?? 15" data-do="weeks-minutes" @change="put({ minutes: number($event) })"
    /></label>
    <label v-if="!request.brief.round"
      >{{ say.through }}
      <select :value="request.keys ?? ''" data-do="weeks-keys" @change="put({ keys: ($event.target as HTMLSelectElement).value })">
        <option v-for="o in orders" :key="o.id" :value="o.id">{{ o.name }}</option>
      </select></label
    >
    <span class="checks" role="group" :aria-label="say.also">
      <label v-for="(name, id) in ways" :key="id"
        ><input type="checkbox" :checked="!!request[id]" :data-do="`weeks-${id}`" @change="put({ [id]: !request[id] })" /> {{ name }}</label
      >
    </span>
    <span class="checks" role="group" :aria-label="say.days">
      <label v-for="(name, id) in weekdays" :key="id"><input type="checkbox" :checked="days.includes(id)" :data-day="id" @change="toggleDay(id)" /> {{ name.slice(0, 3) }}</label>
    </span>
    <label
      >{{ say.addADayOff }}
      <input
        class="entry"
        type="date"
        value=""
        data-do="weeks-holiday"
        @change="(toggleHoliday(($event.target as HTMLInputElement).value), (($event.target as HTMLInputElement).value = ''))"
    /></label>
    <span v-if="holidays.length" class="checks">
      {{ say.daysOff }}
      <button v-for="d in holidays" :key="d" type="button" class="as-link" :aria-label="say.removeDay(dayWords(d))" @click="toggleHoliday(d)">
        {{ dayWords(d) }}<span aria-hidden="true"> ×</span>
      </button>
    </span>
  </div>
</template>

<style scoped>
.form,
.checks {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
}

.checks {
  gap: 4px 12px;
}

input[type='number'] {
  width: 4.5em;
}
</style>
