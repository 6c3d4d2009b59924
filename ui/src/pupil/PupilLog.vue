<script setup lang="ts">
import { say } from './words'
import { computed, ref } from 'vue'
import { api, take, type LogResult, type StoredPupil } from '../api/client'
import { toQuery } from '../shared/brief/query'
import { useLoad } from '../shared/load'
import FoldPanel from '../shared/shell/FoldPanel.vue'

/** What the pupil played, the latest first. */
const props = defineProps<{ pupil: StoredPupil; stamp: number }>()
const shown = ref(10)
const asked = computed(() => ({ id: props.pupil.id, limit: shown.value, stamp: props.stamp }))
const { value: page, failure } = useLoad(asked, ({ id, limit }, signal) =>
  take(api.GET('/api/v1/log', { params: { query: { pupil: id, limit: String(Math.min(limit, 500)) } }, signal })),
)
const words: Record<LogResult, string> = { clean: 'clean', nearly: 'nearly', 'not-yet': say.notYet }
const day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })
</script>

<template>
  <FoldPanel id="pupil-log" :title="say.log" open>
    <p v-if="failure" class="trouble" role="alert">{{ failure }}</p>
    <p v-else-if="page && page.entries.length === 0" class="faint">{{ say.noTriesYet }}</p>
    <table v-else-if="page" class="tries">
      <thead>
        <tr>
          <th scope="col">{{ say.when }}</th>
          <th scope="col">{{ say.howFast }}</th>
          <th scope="col">{{ say.howItWent }}</th>
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
            <span v-if="e.remark" class="faint"> “{{ e.remark }}”</span>
          </td>
        </tr>
      </tbody>
    </table>
    <button v-if="page?.next && shown < 500" type="button" class="as-link" @click="shown += 40">{{ say.showEarlierTries }}</button>
  </FoldPanel>
</template>

<style scoped>
.trouble {
  color: var(--brick);
}

.faint {
  color: var(--faint);
}

a {
  color: inherit;
}
</style>
