<script setup lang="ts">
import { computed, ref, toRef } from 'vue'
import { api, take, type Brief, type Take } from '../api/client'
import { chosenFile } from '../shared/file'
import { wordsOf } from '../shared/load'
import FoldPanel from '../shared/shell/FoldPanel.vue'
import { useMidiIn, type Struck } from './useMidiIn'

/** What was played on a MIDI instrument, handed in as a file and judged. */
const props = defineProps<{ brief: Brief; playing: boolean }>()
const judged = defineModel<Take | undefined>()
const trouble = ref('')
const busy = ref(false)

async function handIn(event: Event) {
  const file = chosenFile(event)
  if (!file) return
  const bytes = new Uint8Array(await file.arrayBuffer())
  let text = ''
  for (const b of bytes) text += String.fromCharCode(b)
  await judge({ midi: btoa(text) })
}

async function judge(what: { midi: string } | { heard: Struck[] }) {
  trouble.value = ''
  busy.value = true
  try {
    judged.value = await take(api.POST('/api/v1/take', { body: { brief: props.brief, ...what } }))
  } catch (cause) {
    judged.value = undefined
    trouble.value = wordsOf(cause)
  } finally {
    busy.value = false
  }
}

const midi = useMidiIn(toRef(props, 'playing'), (heard) => void judge({ heard }))
const hears = computed(() => (midi.inputs.value.length ? `Hears ${midi.inputs.value.join(', ')} while it plays.` : 'No instrument is plugged in yet.'))

const facts = computed(() => {
  const t = judged.value
  if (!t) return []
  const drift = Math.abs(t.driftPercent) < 1 ? 'steady' : `${Math.abs(t.driftPercent)} % ${t.driftPercent > 0 ? 'faster' : 'slower'} towards the end`
  return [
    `${t.right} of ${t.planned} notes right, ${t.wrong} wrong, ${t.missed} missed, ${t.extra} too many`,
    `at ${t.tempoBpm} a minute, ${drift}`,
    t.evennessMs > t.floorMs ? `even to ${t.evennessMs} ms, ${t.evennessPercent} % of a note` : 'as even as can be told',
    ...t.pauses.map((p) => p.message),
    ...t.byCause.filter((c) => Math.abs(c.lateMs) >= 10).map((c) => `${c.lateMs} ms ${c.lateMs > 0 ? 'late' : 'early'} at each ${c.cause}`),
  ]
})
</script>

<template>
  <FoldPanel id="take" title="A take from a MIDI instrument" open>
    <label class="hand-in"> Hand in what was played, a MIDI file: <input type="file" accept=".mid,.midi,audio/midi" data-do="take" :disabled="busy" @change="handIn" /></label>
    <p v-if="midi.supported">
      <button v-if="!midi.listening.value" type="button" class="listen" data-do="listen" @click="midi.listen">Play into the screen on a MIDI instrument</button>
      <template v-else>{{ hears }} <button type="button" class="listen" @click="midi.leave">leave it</button></template>
    </p>
    <p v-if="midi.trouble.value" class="trouble" role="alert">{{ midi.trouble.value }}</p>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <template v-if="judged">
      <p role="status" class="proposal">{{ judged.why }} You have the last word.</p>
      <ul>
        <li v-for="f in facts" :key="f">{{ f }}</li>
      </ul>
    </template>
    <p v-else class="faint">A note of the wrong octave is a wrong note. Files stay on this machine and are not kept.</p>
  </FoldPanel>
</template>

<style scoped>
.hand-in {
  display: block;
  padding: 4px 0;
}

.listen {
  color: var(--verdigris);
  min-height: 32px;
}

.listen:hover {
  text-decoration: underline;
}

ul {
  font-size: var(--size-fact);
  padding-inline-start: 1.2em;
}

.faint {
  color: var(--faint);
  font-size: var(--size-note);
}

.trouble {
  color: var(--brick);
}

input {
  max-width: 100%;
}
</style>
