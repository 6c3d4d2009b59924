<script setup lang="ts">
import { say } from './words'
import { computed, ref } from 'vue'
import { api, take, type Sitting, type StoredPupil } from '../api/client'
import { calls } from '../shared/calls'
import { useLoad, wordsOf } from '../shared/load'
import FoldPanel from '../shared/shell/FoldPanel.vue'
import { tell } from '../shared/shell/notice'

/** Calls that were answered and sheets that were handed in, the latest first. */
const props = defineProps<{ pupil: StoredPupil; stamp: number }>()
const emit = defineEmits<{ change: [] }>()
const shown = ref(10)
const asked = computed(() => ({ id: props.pupil.id, limit: shown.value, stamp: props.stamp }))
const { value: page, failure } = useLoad(asked, ({ id, limit }, signal) =>
  take(api.GET('/api/v1/sittings', { params: { query: { pupil: id, limit: String(Math.min(limit, 200)) } }, signal })),
)
const day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })

async function takeBack(s: Sitting) {
  try {
    await calls.setAside(s.id)
    emit('change')
    tell(say.removedFromTheLog, { label: say.undo, run: () => void calls.restore(s.id).then(() => emit('change')) })
  } catch (cause) {
    tell(wordsOf(cause))
  }
}
</script>

<template>
  <FoldPanel id="pupil-sittings" :title="say.callsAndWorksheets" open>
    <p v-if="failure" class="trouble" role="alert">{{ failure }}</p>
    <p v-else-if="page && page.sittings.length === 0" class="faint">{{ say.noCallsOrWorksheetsYet }}</p>
    <table v-else-if="page" class="tries">
      <thead>
        <tr>
          <th scope="col">{{ say.when }}</th>
          <th scope="col">{{ say.right }}</th>
          <th scope="col">{{ say.what2 }}</th>
          <th scope="col">
            <span class="unseen">{{ say.remove }}</span>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="s in page.sittings" :key="s.id">
          <td>{{ day.format(new Date(s.at)) }}</td>
          <td>{{ say.rightOf(s.right, s.of) }}</td>
          <td class="work">{{ s.title }}</td>
          <td>
            <button type="button" class="as-link" :aria-label="say.removeSession(s.title)" data-do="take-sitting-back" @click="takeBack(s)">{{ say.remove }}</button>
          </td>
        </tr>
      </tbody>
    </table>
    <button v-if="page?.next && shown < 200" type="button" class="as-link" @click="shown += 40">{{ say.showEarlierOnes }}</button>
  </FoldPanel>
</template>

<style scoped>
.trouble {
  color: var(--brick);
}

.faint {
  color: var(--faint);
}
</style>
