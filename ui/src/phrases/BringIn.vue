<script setup lang="ts">
import { say } from './words'
import { computed, ref, watch } from 'vue'
import type { FieldError, Phrase, Plan } from '../api/client'
import PressNeck from '../shared/neck/PressNeck.vue'
import { keptHelp } from '../shared/shell/kept'
import { useMicrophone } from '../shared/sound/useMicrophone'
import { useMidiIn, type Struck } from '../shared/sound/useMidiIn'

/** Where a phrase comes in: pasted, typed, dropped, picked, played or pressed on the neck. */
const props = defineProps<{ plan: Plan | undefined; problems: FieldError[]; busy: boolean; phrase: Phrase | undefined; file: string; heard: number; tempo: number }>()
const text = defineModel<string>({ required: true })
const emit = defineEmits<{ file: [of: File]; heard: [notes: Struck[]]; leave: []; press: [word: string]; strike: [midi: number] }>()

/** To see what there is to see: both thirds, and the ♭5 that falls. */
const sample = 'Bb3 Db4/2 D4/2 F4 Ab4 F4 E4/2 Eb4/2 Db4 Bb3*2'

function pick(event: Event) {
  const input = event.target as HTMLInputElement
  if (input.files?.[0]) emit('file', input.files[0])
  input.value = ''
}

const playing = ref(false)
const mic = useMicrophone()
const mostSeconds = 18
const midi = useMidiIn(playing, (struck) => emit('heard', struck))
const seconds = ref(0)
let clock: ReturnType<typeof setInterval> | undefined
async function start() {
  if (playing.value) return stop()
  if (!midi.listening.value) {
    await mic.start()
    if (!mic.on.value) return
    mic.record()
  }
  seconds.value = 0
  clock = setInterval(() => {
    seconds.value++
    if (seconds.value >= mostSeconds) stop()
  }, 1000)
  playing.value = true
}
function stop() {
  clearInterval(clock)
  playing.value = false
  if (!mic.recording.value) return
  const take = mic.end()
  mic.stop()
  if (take) emit('file', new File([take], 'played in.wav'))
}
watch(midi.listening, (now) => now && void start())

const onNeck = ref(false)
const length = ref('/2')
const lengths = { '/4': say.aQuarterOfABeat, '/3': say.aThirdOfABeat, '/2': say.halfABeat, '': say.aBeat, '*3/2': say.aBeatAndAHalf, '*2': say.twoBeats }
const high = computed(() => Math.min(15, (props.plan?.neck.frets.length ?? 13) - 1))
function press(place: { string: number; fret: number }) {
  const open = props.plan?.neck.strings.find((s) => s.string === place.string)
  if (!open) return
  emit('strike', open.midi + place.fret)
  emit('press', `@${place.string}.${place.fret}${length.value}`)
}
</script>

<template>
  <div class="bring">
    <label class="text">
      <span class="panel-title">{{ say.pasteTabAbcOrATable }}</span>
      <textarea
        v-model="text"
        :rows="phrase ? 2 : 4"
        maxlength="200000"
        spellcheck="false"
        autocapitalize="off"
        placeholder="A3 C4/2 C#4/2 E4 G4 E4 Eb4/2 D4/2 C4 A3*2"
        data-do="phrase-text"
        :disabled="!!file || heard > 0"
      />
    </label>
    <div class="from">
      <label class="file"
        ><input type="file" class="unseen" accept=".txt,.tab,.abc,.csv,.mid,.midi,.xml,.musicxml,.mxl,.wav" data-do="phrase-file" @change="pick" />
        {{ say.chooseOrDropAFileTab }}</label
      >
      <p class="ways-in">
        <button v-if="mic.supported" type="button" class="as-link" :aria-pressed="playing" data-do="play-in" @click="start">
          {{ playing ? say.stopAfter(seconds, mostSeconds) : midi.listening.value ? say.playItInAgain : say.playItInAt(tempo) }}
        </button>
        <button v-if="midi.supported && !midi.listening.value" type="button" class="as-link" data-do="play-in-midi" @click="midi.listen">{{ say.fromAMidiInstrument }}</button>
        <button type="button" class="as-link" :aria-pressed="onNeck" data-do="on-neck" @click="onNeck = !onNeck">{{ onNeck ? say.closeTheNeck : say.pressItOnTheNeck }}</button>
        <button v-if="!text && !file && !heard" type="button" class="as-link" data-do="try-one" @click="text = sample">{{ say.tryABluesLineInB }}</button>
      </p>
      <p v-if="file || heard">
        {{ file || say.notesAsYouPlayedThem(heard) }} <button type="button" class="as-link" data-do="leave-file" @click="emit('leave')">{{ say.backToTheTypedNotes }}</button>
      </p>
      <p v-for="t in [mic.trouble.value, midi.trouble.value].filter(Boolean)" :key="t" class="trouble" role="alert">{{ t }}</p>
      <p v-for="p in problems" :key="p.field + p.message" class="trouble" role="alert">{{ p.message }}</p>
      <v-progress-linear v-if="busy" indeterminate color="primary" :aria-label="say.readingThePhrase" />
      <ul v-if="phrase?.left.length" class="left">
        <li v-for="l in phrase.left" :key="l">{{ l }}</li>
      </ul>
    </div>
    <div v-if="onNeck && plan" class="neck">
      <label
        >{{ say.eachNoteLasts }}
        <select v-model="length" class="entry" data-do="neck-length">
          <option v-for="(words, id) in lengths" :key="id" :value="id">{{ words }}</option>
        </select></label
      >
      <PressNeck :plan="plan" :marks="[]" :high="high" :help="keptHelp" @press="press" />
    </div>
  </div>
</template>

<style scoped>
.bring {
  display: grid;
  gap: 8px 22px;
  grid-template-columns: minmax(0, 2fr) minmax(0, 1fr);
}

.neck {
  grid-column: 1 / -1;
}

textarea {
  background: var(--sheet);
  border: 1px solid var(--faint);
  border-radius: 5px;
  color: inherit;
  font-family: ui-monospace, monospace;
  font-size: var(--size-note);
  padding: 8px 10px;
  width: 100%;
}

.file {
  border: 1px dashed var(--faint);
  border-radius: 5px;
  cursor: pointer;
  display: block;
  padding: 10px 14px;
}

.file:focus-within {
  outline: 2px solid var(--verdigris);
}

.ways-in {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 16px;
  margin-block: 6px;
}

.left {
  color: var(--faint);
  font-size: var(--size-note);
  padding-inline-start: 18px;
}

.trouble {
  color: var(--brick);
}

@media (max-width: 820px) {
  .bring {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
