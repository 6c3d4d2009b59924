<script setup lang="ts">
import { say } from './words'
import { mdiDownload, mdiPencilOutline, mdiPlus, mdiUpload } from '@mdi/js'
import { useDraft } from '../shared/shell/site'
import { computed, ref } from 'vue'
import type { CallError, Kept } from '../api/client'
import { toQuery } from '../shared/brief/query'
import { useCatalogue } from '../shared/catalogue'
import { chosenFile } from '../shared/file'
import { useLoad, wordsOf } from '../shared/load'
import { shelf, useShelf } from '../shared/shelf'
import { tell } from '../shared/shell/notice'
import ShelfRow from '../shared/shell/ShelfRow.vue'
import { exportFile, importFile } from './files'
import InstrumentEditor, { type InstrumentDraft } from './InstrumentEditor.vue'
import ScaleEditor, { type ScaleDraft } from './ScaleEditor.vue'
import TryAgain from '../shared/shell/TryAgain.vue'

const { catalogue, failure: noCatalogue, load: loadCatalogue } = useCatalogue()
const {
  value: kept,
  failure: notKept,
  again: loadKept,
} = useLoad(
  () => true,
  async () => ({ instruments: await shelf('instruments').all(), scales: await shelf('scales').all() }),
)
const own = computed(() => kept.value?.instruments ?? [])
const ownScales = computed(() => kept.value?.scales ?? [])
const failure = computed(() => noCatalogue.value || notKept.value)
const tryAgain = () => Promise.all([loadKept(), noCatalogue.value ? loadCatalogue() : Promise.resolve()])
// What is being typed outlives a reload until it is kept or left.
const instrument = useDraft<InstrumentDraft | null>('instrument', null)
const scale = useDraft<ScaleDraft | null>('scale', null)
const importing = ref('')
const picker = ref<HTMLInputElement>()
const loaded = computed(() => !!catalogue.value && !!kept.value)

function newInstrument() {
  const base = catalogue.value?.instruments[0]
  if (base)
    instrument.value = {
      name: '',
      base: base.id,
      strings: base.tuning.join(' '),
      frets: String(base.frets),
      scaleLengthMm: String(base.scaleLengthMm),
      courses: base.courses,
      leftHanded: false,
    }
}

function editInstrument(o: Kept) {
  const own = o.instrument
  const base = catalogue.value?.instruments.find((i) => i.id === own?.id)
  instrument.value = {
    id: o.id,
    version: o.version,
    name: o.title,
    base: own?.id ?? '',
    strings: (own?.tuning ?? base?.tuning ?? []).join(' '),
    frets: String(own?.frets ?? base?.frets ?? ''),
    scaleLengthMm: String(own?.scaleLengthMm ?? base?.scaleLengthMm ?? ''),
    courses: own?.courses ?? base?.courses ?? false,
    leftHanded: own?.leftHanded ?? false,
  }
}

const { act, remove } = useShelf(loadKept)
const copy = (kind: 'instruments' | 'scales', k: Kept) => act(() => shelf(kind).duplicate(k.id))

const dorian = { tonic: 'E', name: 'dorian' }
const instrumentAddress = (k: Kept) => ({ name: 'bench', query: k.instrument ? toQuery({ instrument: k.instrument, scale: dorian }) : {} })
const scaleAddress = (k: Kept) => ({ name: 'bench', query: toQuery({ instrument: { id: 'guitar' }, scale: { tonic: 'E', ...(k.formula ? { formula: k.formula } : {}) } }) })

async function keptInstrument(k: Kept) {
  instrument.value = null
  tell(say.instrumentSaved(k.title))
  await loadKept()
}

async function keptScale(k: Kept) {
  scale.value = null
  tell(say.scaleSaved(k.title))
  await loadKept()
}

async function takeFile(event: Event) {
  const file = chosenFile(event)
  if (!file) return
  importing.value = ''
  try {
    const { made, undo } = await importFile(await file.text())
    await loadKept()
    tell(say.importedFrom(made, file.name), { label: say.undo, run: () => void act(undo) })
  } catch (cause) {
    importing.value = `${file.name}: ${(cause as CallError).fields?.map((f) => `${f.field}: ${f.message}`).join('; ') || wordsOf(cause)}`
  }
}
</script>

<template>
  <div class="workshop">
    <div class="head">
      <h1>{{ say.workshop }}</h1>
      <v-btn color="primary" variant="tonal" :prepend-icon="mdiUpload" @click="picker?.click()">{{ say.import }}</v-btn>
      <v-btn
        color="primary"
        variant="tonal"
        :prepend-icon="mdiDownload"
        :disabled="own.length + ownScales.length === 0"
        data-do="export"
        @click="exportFile('workshop', own, ownScales)"
        >{{ say.exportAll }}</v-btn
      >
      <input ref="picker" type="file" accept="application/json,.json" class="unseen" tabindex="-1" :aria-label="say.workshopFile" @change="takeFile" />
    </div>
    <p v-if="importing" class="failure" role="alert">{{ importing }}</p>
    <TryAgain :text="failure" @again="tryAgain" />
    <v-progress-linear v-if="!failure && !loaded" indeterminate color="primary" :aria-label="say.loadingTheWorkshop" />

    <section v-if="catalogue" aria-labelledby="own-instruments">
      <div class="head">
        <h2 id="own-instruments">{{ say.instrumentsAndTunings }}</h2>
        <v-btn v-if="!instrument" color="primary" variant="tonal" :prepend-icon="mdiPlus" data-do="new-instrument" @click="newInstrument">{{ say.newInstrument }}</v-btn>
      </div>
      <InstrumentEditor v-if="instrument" v-model="instrument" :catalogue="catalogue" @kept="keptInstrument" @leave="instrument = null" />
      <p v-if="own.length === 0 && !instrument" class="empty">{{ say.noInstrumentsOfYourOwnYet }}</p>
      <ul :aria-label="say.yourInstruments">
        <ShelfRow v-for="i in own" :key="i.id" :name="i.title" :to="instrumentAddress(i)" @copy="copy('instruments', i)" @remove="remove(i)">
          <p class="what">{{ i.sentence }}</p>
          <template #more>
            <v-btn :icon="mdiPencilOutline" :aria-label="say.editThis(i.title)" @click="editInstrument(i)" />
            <v-btn :icon="mdiDownload" :aria-label="say.exportThis(i.title)" @click="exportFile(i.title, [i], [])" />
          </template>
        </ShelfRow>
      </ul>
    </section>

    <section v-if="catalogue" aria-labelledby="own-scales">
      <div class="head">
        <h2 id="own-scales">{{ say.scales }}</h2>
        <v-btn v-if="!scale" color="primary" variant="tonal" :prepend-icon="mdiPlus" data-do="new-scale" @click="scale = { name: '', formula: '' }">{{ say.newScale }}</v-btn>
      </div>
      <ScaleEditor v-if="scale" v-model="scale" @kept="keptScale" @leave="scale = null" />
      <p v-if="ownScales.length === 0 && !scale" class="empty">{{ say.noScalesOfYourOwnYet }}</p>
      <ul :aria-label="say.yourScales">
        <ShelfRow v-for="s in ownScales" :key="s.id" :name="s.title" :to="scaleAddress(s)" @copy="copy('scales', s)" @remove="remove(s)">
          <p class="what">{{ s.sentence }}</p>
          <template #more>
            <v-btn :icon="mdiPencilOutline" :aria-label="say.editThis(s.title)" @click="scale = { id: s.id, version: s.version, name: s.title, formula: s.formula ?? '' }" />
            <v-btn :icon="mdiDownload" :aria-label="say.exportThis(s.title)" @click="exportFile(s.title, [], [s])" />
          </template>
        </ShelfRow>
      </ul>
    </section>
  </div>
</template>

<style scoped>
.workshop {
  margin: auto;
  max-width: 1080px;
}

.head {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  padding: 6px 0;
}

h1 {
  font-size: var(--size-title);
  margin-inline-end: auto;
}

h2 {
  font-size: var(--size-heading);
}

section {
  padding-top: 12px;
}

ul {
  list-style: none;
  padding: 0;
}

.what,
.empty {
  color: var(--faint);
}

.failure {
  color: var(--brick);
}
</style>
