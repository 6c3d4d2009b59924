<script setup lang="ts">
import { say } from './words'
import type { LogEntry, LogResult, StoredPupil } from '../api/client'
import { toQuery } from '../shared/brief/query'
import ScreenPart from '../shared/shell/ScreenPart.vue'

/** What the pupil played, the latest first. */
defineProps<{ pupil: StoredPupil; page: { entries: LogEntry[]; next?: string } }>()
const emit = defineEmits<{ more: [] }>()
const words: Record<LogResult, string> = { clean: say.clean, nearly: say.nearly, 'not-yet': say.notYetResult }
const day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })
</script>

<template>
  <ScreenPart id="pupil-log" :title="say.log" :summary="page.entries[0]?.title">
    <template #side>
      <button v-if="page.next" type="button" class="as-link" data-do="all-tries" @click="emit('more')">{{ say.showEarlierTries }}</button>
    </template>
    <table class="table">
      <thead>
        <tr>
          <th scope="col">{{ say.when }}</th>
          <th scope="col">{{ say.rung }}</th>
          <th scope="col">{{ say.result }}</th>
          <th scope="col">{{ say.what2 }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="e in page.entries" :key="e.id">
          <td>{{ day.format(new Date(e.at)) }}</td>
          <td>{{ e.measure }}</td>
          <td :class="e.result">{{ words[e.result] }}</td>
          <td class="work">
            <router-link :to="{ name: 'practise', query: { ...toQuery(e.brief), pupil: pupil.id } }" :title="e.sentence">{{ e.title }}</router-link>
            <span v-if="e.remark" class="note"> “{{ e.remark }}”</span>
          </td>
        </tr>
      </tbody>
    </table>
  </ScreenPart>
</template>
