<script setup lang="ts">
import { say } from '../words'
import { onMounted, ref } from 'vue'
import { api, take, type PupilWork, type StoredPupil } from '../../api/client'
import QrCode from '../QrCode.vue'
import { sizeWords } from '../file'
import { wordsOf } from '../load'
import { tell } from '../shell/notice'
import { pupils } from './pupils'

/** Makes the page that a pupil takes home out of what is set: a file that works without a network, and the same at an address of this house. */
const props = defineProps<{ pupil: StoredPupil }>()
const emit = defineEmits<{ close: [] }>()
const open = ref(true)
const work = ref<PupilWork>()
const chosen = ref<string[]>([])
const named = ref(false)
const week = ref(false)
const failure = ref('')
const busy = ref(false)
const link = ref<{ id: string; path: string; bytes: number; reachable: string }>()

onMounted(async () => {
  try {
    work.value = await pupils.work(props.pupil.id)
    chosen.value = work.value.set.map((s) => s.assignment.id)
  } catch (cause) {
    failure.value = wordsOf(cause)
  }
})

async function make() {
  busy.value = true
  failure.value = ''
  try {
    link.value = await take(
      api.POST('/api/v1/pupils/{id}/home', {
        params: { path: { id: props.pupil.id } },
        body: week.value ? { week: true, named: named.value } : { assignments: chosen.value, named: named.value },
      }),
    )
  } catch (cause) {
    failure.value = wordsOf(cause)
  } finally {
    busy.value = false
  }
}

async function withdraw() {
  if (!link.value) return
  try {
    await take(api.DELETE('/api/v1/homes/{id}', { params: { path: { id: link.value.id } } }))
    link.value = undefined
    tell(say.pageWithdrawnItsAddressNoLonger)
  } catch (cause) {
    failure.value = wordsOf(cause)
  }
}

function leave(now: boolean) {
  if (!now) emit('close')
}
</script>

<template>
  <v-dialog v-model="open" max-width="680" scrollable :aria-label="say.sendHomeTo(pupil.pupil.name)" @update:model-value="leave">
    <v-card border class="home">
      <h2>{{ say.sendHomeTo(pupil.pupil.name) }}</h2>
      <template v-if="!link">
        <p v-if="work && work.set.length === 0">{{ say.noAssignmentsYetAssignSomethingFirst }}</p>
        <ul v-else>
          <li v-for="s in work?.set" :key="s.assignment.id">
            <label><input v-model="chosen" type="checkbox" :value="s.assignment.id" /> {{ s.assignment.sentence }}</label>
          </li>
        </ul>
        <label v-if="work?.hasWeeks"><input v-model="week" type="checkbox" data-do="home-week" /> {{ say.theComingWeeksPracticeInstead }}</label>
        <label><input v-model="named" type="checkbox" data-do="named" /> {{ say.showTheNameOnThePage(pupil.pupil.name) }}</label>
        <p class="faint">{{ say.onePageWithTheNeckLanes }}</p>
        <p v-if="failure" class="trouble" role="alert">{{ failure }}</p>
        <p class="buttons">
          <v-btn color="primary" variant="flat" :loading="busy" :disabled="!week && chosen.length === 0" data-do="make-home" @click="make">{{ say.makeThePage }}</v-btn>
          <v-btn @click="emit('close')">{{ say.cancel }}</v-btn>
        </p>
      </template>
      <template v-else>
        <p>{{ say.pageReady(sizeWords(link.bytes)) }}</p>
        <p class="buttons">
          <v-btn color="primary" variant="flat" :href="`${link.path}?download=1`" download data-do="home-file">{{ say.saveTheFile }}</v-btn>
          <v-btn color="primary" variant="tonal" :href="link.path" target="_blank" data-do="home-open">{{ say.openItHere }}</v-btn>
          <v-btn data-do="withdraw" @click="withdraw">{{ say.withdraw }}</v-btn>
        </p>
        <template v-if="link.reachable">
          <p>
            {{ say.forATabletInTheRoom }} <a :href="link.reachable">{{ link.reachable }}</a>
          </p>
          <QrCode :address="link.reachable" />
        </template>
        <p v-else class="faint">{{ say.otherDevicesInThisHouseCan }}</p>
        <p class="buttons">
          <v-btn data-do="home-done" @click="emit('close')">{{ say.done }}</v-btn>
        </p>
      </template>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.home {
  display: grid;
  gap: 12px;
  padding: 20px;
}

ul {
  list-style: none;
  padding: 0;
}

.buttons {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}

.faint {
  color: var(--faint);
  font-size: var(--size-note);
}

.trouble {
  color: var(--brick);
}
</style>
