<script setup lang="ts">
import { say } from './words'
import { computed } from 'vue'
import { api, take } from '../api/client'
import { toQuery } from '../shared/brief/query'
import { useLoad } from '../shared/load'
import { dayWords } from '../shared/pupils/pupils'

/** What the weeks of practice have for the day, or for the next one; each a press from the ladder. */
const props = defineProps<{ pupil: string; on: string }>()
const asked = computed(() => ({ id: props.pupil, on: props.on }))
const { value, failure } = useLoad(asked, ({ id, on }, signal) => take(api.GET('/api/v1/pupils/{id}/weeks/day', { params: { path: { id }, query: { on } }, signal })))
const day = computed(() => value.value?.day)
</script>

<template>
  <p v-if="failure" class="due" role="alert">{{ failure }}</p>
  <p v-else-if="day" class="due">
    <b>{{ day.date === on ? say.todaysPlan : say.planFor(dayWords(day.date)) }}</b>:
    <template v-for="(item, i) in day.items" :key="i"
      >{{ say.minutesOf(i ? ', ' : '', item.minutes) }} <router-link :to="{ name: 'practise', query: { ...toQuery(item.brief), pupil } }">{{ item.what }}</router-link></template
    >
  </p>
</template>

<style scoped>
.due {
  border-top: 1px dashed var(--rule);
  font-size: var(--size-note);
  margin-top: 8px;
  padding-top: 4px;
}

a {
  color: inherit;
  text-decoration-color: var(--verdigris);
}
</style>
