<script setup lang="ts">
import { mdiCalendarRemoveOutline, mdiPencilOutline, mdiRestore } from '@mdi/js'
import { say } from './words'
import { computed, ref } from 'vue'
import type { ScheduleDate, ScheduleItem } from '../api/client'
import { toQuery } from '../shared/brief/query'
import { useCatalogue } from '../shared/catalogue'
import { dayWords } from '../shared/pupils/pupils'
import MoreMenu from '../shared/shell/MoreMenu.vue'

/** A day of the practice plan: its items, each one press from practice; the day can be edited by hand. */
const props = defineProps<{ day: ScheduleDate; pupil: string; today: string }>()
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
const more = computed(() => [
  { id: 'edit-day', title: say.edit2, icon: mdiPencilOutline, run: edit },
  ...(props.day.own ? [{ id: 'plain-day', title: say.restore, icon: mdiRestore, run: () => emit('plain') }] : []),
  ...(props.day.missed ? [] : [{ id: 'free-day', title: say.dayOff, icon: mdiCalendarRemoveOutline, run: () => emit('free') }]),
])
const address = (i: ScheduleItem) => ({ name: 'practise', query: { ...toQuery(i.brief), pupil: props.pupil } })
</script>

<template>
  <div class="day" :data-date="day.date">
    <form v-if="editing" @submit.prevent="keep">
      <p v-for="(item, i) in draft" :key="i" class="item">
        <input v-model.number="item.minutes" class="entry" type="number" min="1" max="180" :aria-label="say.minutesOf(item.what)" />
        <input v-model="item.what" class="entry" type="text" maxlength="200" :aria-label="say.item(i)" />
        <button type="button" class="as-link" :disabled="i === 0" :aria-label="say.moveUp(item.what)" @click="move(i, -1)">↑</button>
        <button type="button" class="as-link" :aria-label="say.skip(item.what)" @click="draft.splice(i, 1)">{{ say.skip2 }}</button>
      </p>
      <p class="buttons">
        <v-btn type="submit" color="primary" variant="flat" data-do="keep-day">{{ say.save }}</v-btn>
        <v-btn color="primary" variant="tonal" @click="editing = false">{{ say.cancel }}</v-btn>
      </p>
    </form>
    <div v-else class="with-menu">
      <p v-if="day.items.length === 0" class="note">{{ past ? say.missedMovedToALaterDay : say.noPracticeOnThisDay }}</p>
      <table v-else class="table">
        <thead>
          <tr>
            <th scope="col" class="number">{{ say.minutesShort }}</th>
            <th scope="col">{{ dayWords(day.date) }}</th>
            <th scope="col">{{ say.what2 }}</th>
            <th scope="col">{{ say.rung }}</th>
            <th v-if="!past" scope="col">
              <span class="unseen">{{ say.practise }}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(item, i) in day.items" :key="i">
            <td class="number">{{ item.minutes }}</td>
            <td>{{ names[item.kind] }}</td>
            <td class="work">
              <router-link :to="{ name: 'bench', query: toQuery(item.brief) }">{{ item.what }}</router-link>
            </td>
            <td class="rung">{{ speed(item) }}</td>
            <td v-if="!past" class="go">
              <router-link :to="address(item)" class="as-link" :aria-label="say.practiseThis(item.what)">{{ say.practise }}</router-link>
            </td>
          </tr>
        </tbody>
      </table>
      <MoreMenu v-if="!past" :items="more" :alone="say.moreForDay(dayWords(day.date))" />
    </div>
  </div>
</template>

<style scoped>
.with-menu {
  align-items: start;
  display: flex;
  gap: 4px;
  justify-content: space-between;
}

.item,
.buttons {
  align-items: center;
  display: flex;
  gap: 8px;
  padding: 4px 0;
}

.number {
  width: 48px;
}

.work {
  width: 56%;
}

.table .go .as-link {
  color: var(--verdigris);
  min-height: 0;
}

input[type='number'] {
  width: 4em;
}

input[type='text'] {
  flex: 1;
  min-width: 0;
}

@media (max-width: 600px) {
  .rung {
    display: none;
  }

  .work {
    width: auto;
  }
}
</style>
