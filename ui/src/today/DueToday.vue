<script setup lang="ts">
import { say } from './words'
import { computed } from 'vue'
import { api, take } from '../api/client'
import { toQuery } from '../shared/brief/query'
import { useLoad } from '../shared/load'
import { dayWords } from '../shared/pupils/pupils'

/** A line on what the practice plan has for the day, or for the next one with practice. */
const props = defineProps<{ pupil: string; on: string }>()
const asked = computed(() => ({ id: props.pupil, on: props.on }))
const { value, failure } = useLoad(asked, ({ id, on }, signal) => take(api.GET('/api/v1/pupils/{id}/weeks/day', { params: { path: { id }, query: { on } }, signal })))
/** How many items the line names. */
const named = 2
const day = computed(() => value.value?.day)
</script>

<template>
  <p v-if="failure" class="note" role="alert">{{ failure }}</p>
  <p v-else-if="day" class="note due">
    {{ day.date === on ? say.todaysPlan(day.minutes) : say.planFor(dayWords(day.date), day.minutes) }}
    <template v-for="(item, i) in day.items.slice(0, named)" :key="i"
      >{{ i ? ', ' : '' }}<router-link :to="{ name: 'practise', query: { ...toQuery(item.brief), pupil } }">{{ item.what }}</router-link></template
    ><template v-if="day.items.length > named">{{ say.andMore(day.items.length - named) }}</template
    >. <router-link :to="{ name: 'pupil', params: { id: pupil } }">{{ say.showThePlan }}</router-link>
  </p>
</template>

<style scoped>
a {
  color: inherit;
  text-decoration-color: var(--verdigris);
}
</style>
