<script setup lang="ts">
import { say } from './words'
import { computed, ref } from 'vue'
import { api, take, type Sitting, type StoredPupil } from '../api/client'
import { toQuery } from '../shared/brief/query'
import { calls } from '../shared/calls'
import { useLoad, wordsOf } from '../shared/load'
import { assignments } from '../shared/pupils/pupils'
import ScreenPart from '../shared/shell/ScreenPart.vue'
import { tell } from '../shared/shell/notice'

/** Calls that were answered and sheets that were handed in, the latest first. */
const props = defineProps<{ pupil: StoredPupil; stamp: number }>()
const emit = defineEmits<{ change: [] }>()
const shown = ref(4)
const asked = computed(() => ({ id: props.pupil.id, limit: shown.value, stamp: props.stamp }))
const { value: page, failure } = useLoad(asked, ({ id, limit }, signal) =>
  take(api.GET('/api/v1/sittings', { params: { query: { pupil: id, limit: Math.min(limit, 200) } }, signal })),
)
const day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' })

async function takeBack(s: Sitting) {
  try {
    await calls.setAside(s.id)
    emit('change')
    tell(say.removedFromTheLog, { label: say.undo, run: () => void calls.restore(s.id).then(() => emit('change')) })
  } catch (cause) {
    tell(wordsOf(cause))
  }
}

/** The pupil's own instrument, for worksheets that are looked for. */
const own = computed(() => ({
  instrument: props.pupil.pupil.instrument,
  scale: { tonic: 'C', name: 'major' },
  ...(props.pupil.pupil.names ? { names: props.pupil.pupil.names } : {}),
}))
const writing = ref(false)
const what = ref('')
const count = ref(5)
async function setSheets() {
  try {
    await assignments.create(props.pupil.id, { sheets: { what: what.value, count: count.value, done: 0 } })
    what.value = ''
    writing.value = false
    emit('change')
    tell(say.worksheetsAssigned)
  } catch (cause) {
    tell(wordsOf(cause))
  }
}
</script>

<template>
  <ScreenPart id="pupil-sittings" :title="say.callsAndWorksheets" :summary="page?.sittings[0]?.title ?? say.none">
    <p v-if="failure" class="trouble" role="alert">{{ failure }}</p>
    <table v-else-if="page?.sittings.length" class="table">
      <tbody>
        <tr v-for="s in page.sittings" :key="s.id">
          <td class="work">
            {{ s.title }} <span class="note">{{ day.format(new Date(s.at)) }}</span>
          </td>
          <td>{{ say.rightOf(s.right, s.of) }}</td>
          <td>
            <button type="button" class="as-link" :aria-label="say.removeSession(s.title)" data-do="take-sitting-back" @click="takeBack(s)">{{ say.remove }}</button>
          </td>
        </tr>
      </tbody>
    </table>
    <p class="more">
      <span v-if="page?.sittings.length === 0">{{ say.none }}</span>
      <router-link :to="{ name: 'sheets', query: { ...toQuery(own), pupil: pupil.id } }" class="as-link" data-do="to-sheets">{{ say.assignAWorksheet }}</router-link>
      <button v-if="!writing" type="button" class="as-link" data-do="sheets" @click="writing = true">{{ say.whatToWriteOut }}</button>
      <button v-if="page?.next && shown < 200" type="button" class="as-link" @click="shown += 40">{{ say.showEarlierOnes }}</button>
    </p>
    <form v-if="writing" class="more" @submit.prevent="setSheets">
      <label>{{ say.what }} <input v-model="what" class="entry" type="text" maxlength="160" :placeholder="say.writeOutTheFlatKeys" data-do="sheets-what" /></label>
      <label>{{ say.howMany }} <input v-model.number="count" class="entry" type="number" min="1" max="99" /></label>
      <v-btn type="submit" color="primary" variant="tonal" :disabled="!what.trim()">{{ say.assign }}</v-btn>
      <v-btn @click="writing = false">{{ say.cancel }}</v-btn>
    </form>
  </ScreenPart>
</template>

<style scoped>
.trouble {
  color: var(--brick);
}

.more {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
}

input[type='number'] {
  width: 4.5em;
}
</style>
