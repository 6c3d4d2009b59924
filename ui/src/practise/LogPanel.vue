<script setup lang="ts">
import { say } from './words'
import { computed, ref } from 'vue'
import { api, take, type Brief, type Ladder, type LogEntry } from '../api/client'
import { toQuery } from '../shared/brief/query'
import { sizeWords } from '../shared/file'
import { useLoad, wordsOf } from '../shared/load'
import ChoiceRow from '../shared/shell/ChoiceRow.vue'
import { inRoom } from '../shared/shell/site'
import { tell } from '../shared/shell/notice'
import FoldPanel from '../shared/shell/FoldPanel.vue'
import { words } from './usePractise'

/** What was tried last, whatever it was; all of it as a file. */
const props = defineProps<{ ladder: Ladder; brief: Brief; kept: string; pupil: string }>()
const emit = defineEmits<{ look: [entry: LogEntry] }>()
const kinds = { all: 'all', clean: words.clean, nearly: words.nearly, 'not-yet': words['not-yet'] }
const kind = ref<keyof typeof kinds>('all')
const whose = ref<'this' | 'every'>('this')
const page = 12
const shown = ref(page)
const asked = computed(() => ({ ladder: props.ladder, kind: kind.value, whose: whose.value, pupil: props.pupil, limit: shown.value }))
const {
  value: answer,
  failure,
  again,
} = useLoad(asked, ({ kind, whose, pupil, limit }, signal) =>
  take(
    api.GET('/api/v1/log', {
      params: {
        query: {
          pupil,
          limit,
          ...(kind === 'all' ? {} : { result: kind }),
          ...(whose === 'this' ? { brief: JSON.stringify(props.brief), ladder: props.kept } : {}),
        },
      },
      signal,
    }),
  ),
)
const entries = computed(() => answer.value?.entries ?? [])
const minutes = (seconds: number) => `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`
const partWords = (id: string) => props.ladder.offers.find((o) => o.id === id)?.name ?? id.replace('-', ' to ')

/** Deletes a take; the try stays. */
async function remove(id: string) {
  const path = { params: { path: { id } } }
  try {
    await take(api.DELETE('/api/v1/log/{id}/take', path))
    await again()
    tell(say.takeDeletedTheTryStaysIn, { label: say.undo, run: () => void take(api.POST('/api/v1/log/{id}/take/restore', path)).then(again) })
  } catch (cause) {
    tell(wordsOf(cause))
  }
}
const day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })
</script>

<template>
  <FoldPanel id="log" :title="say.log" open>
    <p class="filters">
      <ChoiceRow v-model="whose" :options="{ this: say.thisWork, every: 'everything' }" :label="say.whoseTries" data-do="whose" />
      <ChoiceRow v-if="entries.length || kind !== 'all'" v-model="kind" :options="kinds" :label="say.whichTries" />
    </p>
    <p v-if="failure" class="trouble" role="alert">{{ failure }}</p>
    <p v-else-if="answer && entries.length === 0 && kind !== 'all'" class="faint">{{ say.noTryWas(kinds[kind]) }}</p>
    <p v-else-if="answer && entries.length === 0" class="faint">
      {{ say.noTriesYet(whose) }}
    </p>
    <table v-else class="table">
      <thead>
        <tr>
          <th scope="col">{{ say.when }}</th>
          <th scope="col">{{ say.howFast }}</th>
          <th scope="col">{{ say.howItWent }}</th>
          <th scope="col">{{ say.took }}</th>
          <th scope="col" class="work">{{ say.what }}</th>
          <th scope="col">{{ say.take }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="e in entries" :key="e.id">
          <td>{{ day.format(new Date(e.at)) }}</td>
          <td>{{ e.measure }}</td>
          <td :class="e.result">{{ words[e.result] }}</td>
          <td>{{ minutes(e.seconds) }}</td>
          <td class="work">
            <template v-if="whose === 'this'">{{ e.part ? partWords(e.part) : say.all }}</template>
            <router-link v-else :to="{ query: { ...toQuery(e.brief), ...(pupil ? { pupil } : {}) } }">{{ e.sentence }}</router-link>
            <span v-if="e.remark" class="remark">“{{ e.remark }}”</span>
          </td>
          <td>
            <template v-if="e.takeBytes">
              <button v-if="whose === 'this'" type="button" class="as-link" data-do="look" @click="emit('look', e)">{{ say.open }}</button>
              <a :href="inRoom(`/api/v1/log/${e.id}/take`)" download data-kept>{{ sizeWords(e.takeBytes) }}</a>
              <button type="button" class="as-link" :aria-label="say.deleteThisTake" data-do="delete-take" @click="remove(e.id)">{{ say.delete }}</button>
            </template>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="answer?.next">
      <button type="button" class="as-link" data-do="more" @click="shown += 40">{{ say.showEarlierTries }}</button>
    </p>
    <p v-if="entries.length">
      <a :href="inRoom('/api/v1/log/csv')" download>{{ say.downloadTheWholeLogCsv }}</a>
    </p>
  </FoldPanel>
</template>

<style scoped>
.filters {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 22px;
}

.remark {
  color: var(--faint);
  display: block;
}

td .as-link,
td a {
  margin-inline-end: 8px;
}

.faint {
  color: var(--faint);
}

.trouble {
  color: var(--brick);
}

a {
  color: var(--verdigris);
}
</style>
