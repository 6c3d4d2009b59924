<script setup lang="ts">
import { say } from './words'
import { mdiFileMusicOutline, mdiGestureTap, mdiKeyboardOutline, mdiMicrophoneOutline } from '@mdi/js'
import { computed, ref, watch } from 'vue'
import type { FieldError, Phrase, Plan } from '../api/client'
import PressNeck from '../shared/neck/PressNeck.vue'
import { keptHelp } from '../shared/shell/kept'
import { narrow } from '../shared/shell/narrow'
import { useMicrophone } from '../shared/sound/useMicrophone'
import { useMidiIn, type Struck } from '../shared/sound/useMidiIn'

/** Four ways to bring in a phrase, one open at a time: type or paste, a file, played in, pressed on the neck. */
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

type Way = 'type' | 'file' | 'play' | 'on-neck'
/** The way that is open: one at a time. */
const way = ref<Way | ''>(narrow.value ? '' : 'type')
function choose(id: Way) {
  way.value = way.value === id ? '' : id
}
const ways = computed(() => [
  { id: 'type' as const, name: say.typeOrPaste, what: say.notesDegreesTab, icon: mdiKeyboardOutline },
  { id: 'file' as const, name: say.openAFile, what: say.tabAbcMidi, icon: mdiFileMusicOutline },
  ...(mic.supported || midi.supported ? [{ id: 'play' as const, name: say.playItIn, what: say.byMicrophoneOrMidi(props.tempo), icon: mdiMicrophoneOutline }] : []),
  { id: 'on-neck' as const, name: say.pressItOnTheNeck, what: say.oneNoteAfterAnother, icon: mdiGestureTap },
])
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
  <section class="bring" :aria-label="say.bringInAPhrase">
    <slot />
    <ul class="ways">
      <li v-for="w in ways" :key="w.id" :class="{ open: way === w.id }">
        <button type="button" class="way" :aria-expanded="way === w.id" :data-do="w.id === 'on-neck' ? w.id : `way-${w.id}`" @click="choose(w.id)">
          <v-icon :icon="w.icon" aria-hidden="true" />
          <span class="words"
            ><b>{{ w.name }}</b
            ><span class="note">{{ w.what }}</span></span
          >
        </button>
        <div v-if="way === w.id" class="inside">
          <template v-if="w.id === 'type'">
            <label>
              <span class="unseen">{{ say.pasteTabAbcOrATable }}</span>
              <textarea
                v-model="text"
                rows="3"
                maxlength="200000"
                spellcheck="false"
                autocapitalize="off"
                :placeholder="say.sampleOfNotes"
                data-do="phrase-text"
                :disabled="!!file || heard > 0"
              />
            </label>
            <button v-if="!text && !file && !heard" type="button" class="as-link" data-do="try-one" @click="text = sample">{{ say.tryABluesLineInB }}</button>
          </template>
          <label v-else-if="w.id === 'file'" class="file"
            ><input type="file" class="unseen" accept=".txt,.tab,.abc,.csv,.mid,.midi,.xml,.musicxml,.mxl,.wav" data-do="phrase-file" @change="pick" />
            {{ say.chooseOrDrop }}</label
          >
          <p v-else-if="w.id === 'play'" class="buttons">
            <v-btn v-if="mic.supported" color="primary" variant="tonal" :aria-pressed="playing" data-do="play-in" @click="start">
              {{ playing ? say.stopAfter(seconds, mostSeconds) : midi.listening.value ? say.playItInAgain : say.playItInAt(tempo) }}
            </v-btn>
            <v-btn v-if="midi.supported && !midi.listening.value" color="primary" variant="tonal" data-do="play-in-midi" @click="midi.listen">{{ say.fromAMidiInstrument }}</v-btn>
          </p>
          <label v-else
            >{{ say.eachNoteLasts }}
            <select v-model="length" class="entry" data-do="neck-length">
              <option v-for="(words, id) in lengths" :key="id" :value="id">{{ words }}</option>
            </select></label
          >
        </div>
      </li>
    </ul>
    <PressNeck v-if="way === 'on-neck' && plan" class="neck" :plan="plan" :marks="[]" :high="high" :help="keptHelp" @press="press" />
    <div class="said">
      <p v-if="file || heard">
        {{ file || say.notesAsYouPlayedThem(heard) }} <button type="button" class="as-link" data-do="leave-file" @click="emit('leave')">{{ say.backToTheTypedNotes }}</button>
      </p>
      <p v-for="t in [mic.trouble.value, midi.trouble.value].filter(Boolean)" :key="t" class="message problem" role="alert">{{ t }}</p>
      <p v-for="p in problems" :key="p.field + p.message" class="message problem" role="alert">{{ p.message }}</p>
      <v-progress-linear v-if="busy" indeterminate color="primary" :aria-label="say.readingThePhrase" />
      <ul v-if="phrase?.left.length" class="left">
        <li v-for="l in phrase.left" :key="l">{{ l }}</li>
      </ul>
    </div>
  </section>
</template>

<style scoped>
.bring {
  display: grid;
  gap: 8px;
  grid-template-columns: minmax(0, 1fr);
}

.ways {
  list-style: none;
  padding: 0;
}

.ways > li {
  border-inline-start: 4px solid transparent;
  border-top: 1px solid var(--rule);
}

.ways > li:last-child {
  border-bottom: 1px solid var(--rule);
}

.ways > li.open {
  background: var(--sheet);
  border-inline-start-color: var(--verdigris);
}

.way {
  align-items: center;
  display: flex;
  gap: 16px;
  min-height: 72px;
  padding: 8px 12px;
  text-align: start;
  width: 100%;
}

.open .way {
  min-height: 56px;
}

.way .v-icon {
  color: var(--verdigris);
}

.words,
.words b,
.words .note {
  display: block;
}

.inside {
  padding: 0 12px 12px;
}

.buttons {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}

textarea {
  background: var(--ground);
  border: 1px solid var(--line);
  border-radius: 6px;
  color: inherit;
  font-family: ui-monospace, monospace;
  font-size: var(--size-note);
  padding: 8px 10px;
  width: 100%;
}

.file {
  border: 1px dashed var(--line);
  border-radius: 6px;
  cursor: pointer;
  display: block;
  padding: 12px 14px;
}

.file:focus-within {
  outline: 2px solid var(--verdigris);
}

.left li::first-letter {
  text-transform: uppercase;
}

.left {
  color: var(--faint);
  font-size: var(--size-note);
  padding-inline-start: 18px;
}

/* Once a phrase is open the ways stand in a row, the open one below them. */
.bring.beside .ways {
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
}

.bring.beside .ways > li {
  border-bottom: 1px solid var(--rule);
  border-inline-start: 0;
  display: contents;
}

.bring.beside .way {
  border-bottom: 2px solid var(--rule);
  min-height: 40px;
  order: 0;
}

.bring.beside .open .way {
  border-bottom-color: var(--verdigris);
  color: var(--verdigris);
}

.bring.beside .way .note {
  display: none;
}

.bring.beside .inside {
  grid-column: 1 / -1;
  order: 1;
  padding: 8px 0 0;
}

@media (max-width: 700px) {
  .way {
    min-height: 64px;
  }

  .bring.beside .ways {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
}
</style>
