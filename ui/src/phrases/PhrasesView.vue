<script setup lang="ts">
import { refDebounced, useDropZone, useLocalStorage } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, take, type Brief, type Phrase } from '../api/client'
import BriefSentence from '../shared/brief/BriefSentence.vue'
import { changed, toQuery, type Changes } from '../shared/brief/query'
import { useWork } from '../shared/brief/useWork'
import { useLoad } from '../shared/load'
import PressNeck, { type Put } from '../shared/neck/PressNeck.vue'
import { keptHelp, keptPhrase } from '../shared/shell/kept'
import { useKeys } from '../shared/shell/keys'
import { pupils } from '../shared/pupils/pupils'
import SetFor from '../shared/pupils/SetFor.vue'
import TryAgain from '../shared/shell/TryAgain.vue'
import PhraseNotes from './PhraseNotes.vue'
import { usePhrasePlayer } from './usePhrasePlayer'

const route = useRoute()
const router = useRouter()
const starter: Brief = { instrument: { id: 'guitar' }, scale: { tonic: 'C', name: 'major' } }
const { brief, made: plan, failure: noPlan, retry } = useWork('phrases', keptPhrase, starter, (body, signal) => take(api.POST('/api/v1/plan', { body, signal })))
/** What was typed or pasted last outlives a visit. */
const text = useLocalStorage('even-ladder.phraseText', '')
const file = ref<{ name: string; data: string }>()
const typed = refDebounced(text, 250)
// A phrase that is set to a pupil is opened as it was set.
const set = computed(() =>
  typeof route.query.assignment === 'string' && typeof route.query.pupil === 'string' ? { pupil: route.query.pupil, id: route.query.assignment } : undefined,
)
const { value: work } = useLoad(
  () => set.value?.pupil,
  (id, signal) => pupils.work(id, signal),
)
watch([work, set], () => {
  const of = work.value?.set.find((s) => s.assignment.id === set.value?.id)?.assignment.assignment.sheets?.phrase
  if (of) {
    file.value = undefined
    text.value = of.text
  }
})
/** To see what there is to see: both thirds, and the ♭5 that falls. */
const sample = 'Bb3 Db4/2 D4/2 F4 Ab4 F4 E4/2 Eb4/2 Db4 Bb3*2'
/** The key is the teacher's own choice. */
const keep = computed(() => route.query.keep === 'true')

const asked = computed(() => {
  const of = { brief: brief.value, keep: keep.value }
  if (file.value) return { ...of, file: file.value.data, name: file.value.name }
  const written = typed.value ?? ''
  return written.trim() ? { ...of, text: written } : undefined
})
const { value: phrase, problems, failure, busy, again } = useLoad(asked, (body, signal) => take(api.POST('/api/v1/phrase', { body, signal })))
watch(asked, (now) => now === undefined && (phrase.value = undefined))

const said = computed(() => {
  const parts = (plan.value?.sentenceParts ?? []).filter((p) => p.field?.startsWith('instrument'))
  return { sentenceParts: parts.flatMap((p, i) => [{ text: i === 0 ? 'On a ' : ' ' }, p]).concat([{ text: '.' }]), spoken: plan.value?.spoken ?? '' }
})
function changeFields(changes: Changes) {
  void router.replace({ query: { ...toQuery(changed(brief.value, changes)), ...(keep.value ? { keep: 'true' } : {}) } })
}
function choose(home: Phrase['homes'][number]) {
  void router.replace({ query: { ...toQuery({ ...brief.value, scale: { tonic: home.tonic, name: home.name } }), keep: 'true' } })
}
const likeliest = () => void router.replace({ query: toQuery(brief.value) })

/** Bytes as base64, a piece at a time. */
function base64(bytes: Uint8Array) {
  let out = ''
  for (let i = 0; i < bytes.length; i += 0x8000) out += String.fromCharCode(...bytes.subarray(i, i + 0x8000))
  return btoa(out)
}
async function open(of: File | undefined) {
  if (of) file.value = { name: of.name, data: base64(new Uint8Array(await of.arrayBuffer())) }
}
const zone = ref<HTMLElement>()
useDropZone(zone, { onDrop: (files) => void open(files?.[0]) })
function pick(event: Event) {
  const input = event.target as HTMLInputElement
  void open(input.files?.[0])
  input.value = ''
}

const wayAt = ref(0)
watch(phrase, () => (wayAt.value = 0))
const way = computed(() => phrase.value?.ways[wayAt.value])
const marked = ref<number[]>([])
watch(phrase, () => (marked.value = []))
const tempo = ref(72)
const player = usePhrasePlayer(phrase, tempo)
const { playing, sounding, blocked } = player
watch(phrase, player.stop)

/** Each place of the way once, with the finger that takes it; the note that sounds stands out. */
const marks = computed<Put[]>(() => {
  const now = way.value
  if (!now) return []
  const put = new Map<string, Put>()
  now.notes.forEach((n, i) => {
    const key = `${n.string}/${n.fret}`
    const current = sounding.value === i + 1 || marked.value.includes(i + 1)
    const before = put.get(key)
    if (!before || current) put.set(key, { string: n.string, fret: n.fret, label: String(n.finger), as: current ? 'right' : (before?.as ?? 'note') })
  })
  return [...put.values()]
})
const high = computed(() => Math.max(12, ...(way.value?.notes.map((n) => n.fret) ?? [])))
const about = (w: Phrase['ways'][number]) =>
  [
    w.highFret ? `frets ${w.lowFret} to ${w.highFret}` : 'open strings',
    `${w.shifts} ${w.shifts === 1 ? 'shift' : 'shifts'}`,
    ...(w.reaches ? [`${w.reaches} ${w.reaches === 1 ? 'reach' : 'reaches'}`] : []),
    `${Math.round(w.spanMm)} mm`,
  ].join(' · ')
const onBench = computed(() => ({
  name: 'bench',
  query: toQuery({ ...brief.value, scale: { tonic: phrase.value?.homes[0]?.tonic ?? 'C', name: phrase.value?.homes[0]?.name ?? 'major' } }),
}))

useKeys([
  { key: ' ', does: 'play the phrase, stop', run: player.toggle },
  { key: '.', does: 'the next way', run: () => (wayAt.value = Math.min(wayAt.value + 1, (phrase.value?.ways.length ?? 1) - 1)) },
  { key: ',', does: 'the way before', run: () => (wayAt.value = Math.max(wayAt.value - 1, 0)) },
])
</script>

<template>
  <div ref="zone" class="phrases">
    <div class="head">
      <h1>{{ phrase ? phrase.title : 'Phrases' }}</h1>
      <BriefSentence v-if="plan" :said="said" :brief="plan.brief" :given="brief" :problems="[]" small @change="changeFields" />
    </div>
    <TryAgain :text="failure || noPlan" @again="failure ? again() : retry()" />
    <div class="bring">
      <label class="text">
        <span class="panel-title">Paste tab or ABC, or type notes and degrees: E5 r C#4/2, 1 b3 3 5</span>
        <textarea
          v-model="text"
          rows="5"
          maxlength="200000"
          spellcheck="false"
          autocapitalize="off"
          placeholder="A3 C4/2 C#4/2 E4 G4 E4 Eb4/2 D4/2 C4 A3*2"
          data-do="phrase-text"
          :disabled="!!file"
        />
      </label>
      <div class="from">
        <label class="file"
          ><input type="file" class="unseen" accept=".txt,.tab,.abc,.mid,.midi,.xml,.musicxml,.mxl" data-do="phrase-file" @change="pick" /> Pick a file: tab, ABC, MIDI or
          MusicXML</label
        >
        <p v-if="file">{{ file.name }} <button type="button" class="as-link" data-do="leave-file" @click="file = undefined">back to what is typed</button></p>
        <p v-if="!text && !file"><button type="button" class="as-link" data-do="try-one" @click="text = sample">try one: a blues line in B♭</button></p>
        <p v-for="p in problems" :key="p.field + p.message" class="trouble" role="alert">{{ p.message }}</p>
        <v-progress-linear v-if="busy" indeterminate color="primary" aria-label="Reading the phrase" />
        <ul v-if="phrase?.left.length" class="left">
          <li v-for="l in phrase.left" :key="l">{{ l }}</li>
        </ul>
      </div>
    </div>
    <template v-if="phrase && problems.length === 0">
      <PhraseNotes :phrase="phrase" :marked="marked" :sounding="sounding" :way="way" @choose="(n) => (marked = [n])" />
      <p class="play">
        <v-btn color="primary" variant="flat" data-do="play-phrase" @click="player.toggle">{{ playing ? 'Stop' : 'Play' }}</v-btn>
        <label>at <input v-model.number="tempo" class="entry" type="number" min="30" max="240" /></label>
        <router-link :to="onBench" class="as-link" data-do="phrase-bench">{{ phrase.homes[0]?.title }} on the bench</router-link>
        <SetFor v-if="!file" :brief="brief" :phrase="text" />
        <span v-if="blocked" class="trouble" role="alert">{{ blocked }}</span>
      </p>
      <div class="columns">
        <section aria-labelledby="homes">
          <h2 id="homes" class="panel-title">Scales that hold it</h2>
          <ul class="homes">
            <li v-for="(h, i) in phrase.homes" :key="h.title">
              <button type="button" :aria-pressed="i === 0" :data-home="h.title" @click="choose(h)">
                <b>{{ h.title }}</b> <span>{{ h.holds }} of {{ h.of }}</span>
              </button>
            </li>
          </ul>
          <button v-if="keep" type="button" class="as-link" data-do="likeliest" @click="likeliest">the likeliest again</button>
        </section>
        <section aria-labelledby="remarks">
          <h2 id="remarks" class="panel-title">What happens in it</h2>
          <ul class="remarks">
            <li v-for="r in phrase.remarks" :key="`${r.code} ${r.notes.join(' ')}`">
              <button type="button" :data-remark="r.code" @click="marked = r.notes">{{ r.message }}</button>
            </li>
          </ul>
        </section>
      </div>
      <section aria-labelledby="ways">
        <h2 id="ways" class="panel-title">Ways to play it, the easiest first</h2>
        <p v-if="phrase.ways.length === 0" class="trouble">This neck does not have all of its notes: choose another instrument or tuning.</p>
        <ul class="ways">
          <li v-for="(w, i) in phrase.ways" :key="`${w.title} ${i}`">
            <button type="button" :aria-pressed="i === wayAt" :data-way="w.system" @click="wayAt = i">
              <b>{{ w.title }}</b> <span>{{ about(w) }}</span>
            </button>
          </li>
        </ul>
        <PressNeck v-if="plan && way" :plan="plan" :marks="marks" :high="high" :help="keptHelp" still />
      </section>
    </template>
  </div>
</template>

<style scoped>
.phrases {
  display: grid;
  gap: 12px;
  grid-template-columns: minmax(0, 1fr);
  margin: auto;
  max-width: 1240px;
  padding-bottom: 48px;
}

h1 {
  font-size: var(--size-title);
  overflow-wrap: anywhere;
}

.bring {
  display: grid;
  gap: 22px;
  grid-template-columns: minmax(0, 2fr) minmax(0, 1fr);
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
  padding: 12px 14px;
}

.file:focus-within {
  outline: 2px solid var(--verdigris);
}

.left {
  color: var(--faint);
  font-size: var(--size-note);
  padding-inline-start: 18px;
}

.trouble {
  color: var(--brick);
}

.play {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 18px;
}

.play .entry {
  width: 5em;
}

.columns {
  display: grid;
  gap: 28px;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.4fr);
}

.homes,
.remarks,
.ways {
  list-style: none;
  padding: 0;
}

.homes button,
.remarks button {
  border-bottom: 1px solid var(--rule);
  min-height: 36px;
  text-align: start;
  width: 100%;
}

.homes span,
.ways span {
  color: var(--faint);
  font-size: var(--size-note);
}

button[aria-pressed='true'] {
  color: var(--verdigris);
}

.ways {
  display: grid;
  gap: 8px;
  grid-auto-columns: minmax(190px, max-content);
  grid-auto-flow: column;
  overflow-x: auto;
  padding-block-end: 8px;
}

.ways button {
  border: 1.5px solid var(--rule);
  border-radius: 5px;
  display: grid;
  min-height: 54px;
  padding: 6px 12px;
  text-align: start;
  width: 100%;
}

.ways button[aria-pressed='true'] {
  border-color: var(--verdigris);
}

@media (max-width: 820px) {
  .bring,
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}

@media (pointer: coarse), (max-width: 600px) {
  .homes button,
  .remarks button {
    min-height: 44px;
  }
}
</style>
