<script setup lang="ts">
import { say } from './words'
import { refDebounced } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { api, take } from '../api/client'
import { chosenFile } from '../shared/file'
import { useLoad, wordsOf } from '../shared/load'
import { tell } from '../shared/shell/notice'
import { useReturnFocus } from '../shared/shell/returnFocus'
import { useCamera } from './useCamera'

/** Reads what came back from home: a code before the camera, a file, or a text. It is shown before it goes into the log. */
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ kept: [] }>()
useReturnFocus(open)
const text = ref('')
/** What is typed is read once it rests. */
const settled = refDebounced(text, 400)
const {
  value: came,
  problems,
  failure,
} = useLoad(
  () => (settled.value.trim() ? settled.value : undefined),
  (text, signal) => take(api.POST('/api/v1/homes/results', { body: { text }, signal })),
)
const trouble = computed(() => failure.value || problems.value.map((p) => p.message).join('; '))
const busy = ref(false)

async function keep() {
  busy.value = true
  try {
    const now = await take(api.POST('/api/v1/homes/results', { body: { text: text.value, keep: true } }))
    tell(say.triesAdded(now.new, now.pupils.map((p) => p.pupil.name).join(', ')))
    text.value = ''
    open.value = false
    emit('kept')
  } catch (cause) {
    tell(wordsOf(cause))
  } finally {
    busy.value = false
  }
}

/** What is read of a file at most, in bytes; the text may be no longer. */
const most = 65_536
const picker = ref<HTMLInputElement>()
async function takeFile(event: Event) {
  const file = chosenFile(event)
  if (file) addLine((await file.slice(0, most).text()).trim())
}

/** A further code of the same page is put under what was read. */
function addLine(line: string) {
  if (!text.value.includes(line)) text.value = text.value ? `${text.value}\n${line}` : line
}

const video = ref<HTMLVideoElement>()
const { on: camera, trouble: cameraTrouble, start: watchCamera, stop: endCamera } = useCamera(video, addLine)
watch(open, (now) => now || endCamera())

const day = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })
const words: Record<string, string> = { clean: 'clean', nearly: 'nearly', 'not-yet': say.notYet }
</script>

<template>
  <v-dialog v-model="open" max-width="720" scrollable :aria-label="say.resultsFromHome">
    <v-card border class="came">
      <h2>{{ say.resultsFromHome }}</h2>
      <p class="buttons">
        <v-btn v-if="!camera" color="primary" variant="tonal" data-do="camera" @click="watchCamera">{{ say.scanACodeWithTheCamera }}</v-btn>
        <v-btn v-else @click="endCamera">{{ say.cameraOff }}</v-btn>
        <v-btn color="primary" variant="tonal" data-do="results-file" @click="picker?.click()">{{ say.openAFile }}</v-btn>
        <input ref="picker" type="file" accept=".txt,.json,text/plain,application/json" hidden :aria-label="say.resultsFile" @change="takeFile" />
      </p>
      <p v-if="cameraTrouble" class="trouble" role="alert">{{ cameraTrouble }}</p>
      <video v-if="camera" ref="video" muted playsinline :aria-label="say.cameraView" />
      <v-textarea v-model="text" :label="say.orPasteTheText" rows="3" :maxlength="most" variant="outlined" hide-details spellcheck="false" data-do="results-text" />
      <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
      <template v-else-if="came">
        <p role="status">
          <b>{{ came.pupils.map((p) => p.pupil.name).join(', ') }}</b>{{ say.triesFound(came.tries.length, came.new) }}
        </p>
        <p v-for="r in came.remarks" :key="r" class="trouble" role="alert">{{ r }}</p>
        <details v-if="came.left.length" open data-left>
          <summary>{{ say.couldntRead(came.left.length) }}</summary>
          <p v-for="(l, i) in came.left" :key="i" class="left">{{ l }}</p>
        </details>
        <table>
          <tbody>
            <tr v-for="(t, i) in came.tries" :key="i" :class="{ there: t.there }">
              <td>{{ day.format(new Date(t.at)) }}</td>
              <td>{{ t.perBeat * t.tempoBpm }}</td>
              <td>{{ words[t.result] }}</td>
              <td>
                {{ t.sentence }}<b v-if="t.there"> {{ say.alreadyInTheLog }}</b>
              </td>
            </tr>
          </tbody>
        </table>
      </template>
      <p class="buttons">
        <v-btn color="primary" variant="flat" :loading="busy" :disabled="!came || came.new === 0 || text !== settled" data-do="keep-results" @click="keep">{{
          say.addToTheLog
        }}</v-btn>
        <v-btn @click="open = false">{{ say.cancel }}</v-btn>
      </p>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.left {
  font-size: var(--size-note);
  overflow-wrap: anywhere;
}

.came {
  display: grid;
  gap: 12px;
  padding: 20px;
}

.buttons {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}

video {
  max-height: 320px;
  max-width: 100%;
}

table {
  border-collapse: collapse;
  font-size: var(--size-note);
}

td {
  border-bottom: 1px solid var(--rule);
  padding: 2px 12px 2px 0;
  vertical-align: top;
}

td:not(:last-child) {
  white-space: nowrap;
}

.there {
  color: var(--faint);
}

.trouble {
  color: var(--brick);
}
</style>
