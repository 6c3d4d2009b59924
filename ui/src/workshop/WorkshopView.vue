<script setup lang="ts">
import { mdiDownload, mdiPencilOutline, mdiPlus, mdiUpload } from '@mdi/js'
import { useLocalStorage } from '@vueuse/core'
import { computed, ref } from 'vue'
import { api, CallError, take, type OwnInstrument, type OwnScale } from '../api/client'
import { useCatalogue } from '../brief/useCatalogue'
import { toQuery } from '../brief/query'
import ShelfRow from '../library/ShelfRow.vue'
import { tell } from '../shell/notice'
import { useShelf } from '../shell/useShelf'
import { pretty } from '../signs'
import { exportFile, importFile } from './files'
import InstrumentEditor, { type InstrumentDraft } from './InstrumentEditor.vue'
import ScaleEditor, { type ScaleDraft } from './ScaleEditor.vue'
import TryAgain from '../shell/TryAgain.vue'

const { catalogue, own, ownScales, failure, loadOwn, loadChoices } = useCatalogue()
// What is being typed outlives a reload until it is kept or left.
const instrument = useLocalStorage<InstrumentDraft | null>('even-ladder.instrument', null, { serializer: { read: (s) => JSON.parse(s), write: (v) => JSON.stringify(v) } })
const scale = useLocalStorage<ScaleDraft | null>('even-ladder.scale', null, { serializer: { read: (s) => JSON.parse(s), write: (v) => JSON.stringify(v) } })
const importing = ref('')
const picker = ref<HTMLInputElement>()
const loaded = computed(() => !!catalogue.value)

function newInstrument() {
  const base = catalogue.value?.instruments[0]
  if (base) instrument.value = { name: '', base: base.id, strings: base.tuning.join(' '), frets: String(base.frets), scaleLengthMm: String(base.scaleLengthMm), courses: base.courses, leftHanded: false }
}

function editInstrument(o: OwnInstrument) {
  const base = catalogue.value?.instruments.find((i) => i.id === o.instrument.id)
  instrument.value = {
    id: o.id,
    version: o.version,
    name: o.name,
    base: o.instrument.id,
    strings: (o.instrument.tuning ?? base?.tuning ?? []).join(' '),
    frets: String(o.instrument.frets ?? base?.frets ?? ''),
    scaleLengthMm: String(o.instrument.scaleLengthMm ?? base?.scaleLengthMm ?? ''),
    courses: o.instrument.courses ?? base?.courses ?? false,
    leftHanded: o.instrument.leftHanded ?? false,
  }
}

const at = (kept: { id: string }) => ({ params: { path: { id: kept.id } } })

const { act, remove } = useShelf(loadOwn)

const copyInstrument = (i: OwnInstrument) => act(() => take(api.POST('/api/v1/instruments', { body: { name: `${i.name} (copy)`, instrument: i.instrument } })))
const removeInstrument = (i: OwnInstrument) =>
  remove(i.name, () => take(api.DELETE('/api/v1/instruments/{id}', at(i))), () => take(api.POST('/api/v1/instruments/{id}/restore', at(i))))

const copyScale = (s: OwnScale) => act(() => take(api.POST('/api/v1/scales', { body: { name: `${s.name} (copy)`, formula: s.formula } })))
const removeScale = (s: OwnScale) => remove(s.name, () => take(api.DELETE('/api/v1/scales/{id}', at(s))), () => take(api.POST('/api/v1/scales/{id}/restore', at(s))))

const dorian = { tonic: 'E', name: 'dorian' }
const instrumentAddress = (i: OwnInstrument) => ({ name: 'bench', query: toQuery({ instrument: i.instrument, scale: dorian }) })
const scaleAddress = (s: OwnScale) => ({ name: 'bench', query: toQuery({ instrument: { id: 'guitar' }, scale: { tonic: 'E', formula: s.formula } }) })

async function keptInstrument(kept: OwnInstrument) {
  instrument.value = null
  tell(`${kept.name} is kept: find it under the instrument on the bench.`)
  await loadOwn()
}

async function keptScale(kept: OwnScale) {
  scale.value = null
  tell(`${kept.name} is kept: find it under the scale on the bench.`)
  await loadOwn()
}

async function takeFile(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  importing.value = ''
  try {
    const { made, undo } = await importFile(await file.text())
    await loadOwn()
    tell(`${made} taken from ${file.name}.`, { label: 'Undo', run: () => void act(undo) })
  } catch (cause) {
    const error = cause as CallError
    importing.value = `${file.name}: ${error.fields?.map((f) => `${f.field}: ${f.message}`).join('; ') || error.message}`
  }
}
</script>

<template>
  <div class="workshop">
    <div class="head">
      <h1>Workshop</h1>
      <v-btn color="primary" variant="tonal" :prepend-icon="mdiUpload" @click="picker?.click()">Import</v-btn>
      <v-btn color="primary" variant="tonal" :prepend-icon="mdiDownload" :disabled="own.length + ownScales.length === 0" data-do="export" @click="exportFile('workshop', own, ownScales)">Export all</v-btn>
      <input ref="picker" type="file" accept="application/json,.json" class="unseen" tabindex="-1" aria-label="Workshop file" @change="takeFile" />
    </div>
    <p v-if="importing" class="failure" role="alert">{{ importing }}</p>
    <TryAgain :text="failure" @again="loadChoices" />
    <v-progress-linear v-if="!failure && !loaded" indeterminate color="primary" aria-label="Fetching the workshop" />

    <section v-if="catalogue" aria-labelledby="own-instruments">
      <div class="head">
        <h2 id="own-instruments">Instruments and tunings</h2>
        <v-btn v-if="!instrument" color="primary" variant="tonal" size="small" :prepend-icon="mdiPlus" data-do="new-instrument" @click="newInstrument">New instrument</v-btn>
      </div>
      <InstrumentEditor v-if="instrument" v-model="instrument" :catalogue="catalogue" @kept="keptInstrument" @leave="instrument = null" />
      <p v-if="own.length === 0 && !instrument" class="empty">No instruments of your own yet. The usual ones are on the bench; keep here what is measured or tuned otherwise.</p>
      <ul aria-label="Own instruments">
        <ShelfRow v-for="i in own" :key="i.id" :name="i.name" :to="instrumentAddress(i)" @copy="copyInstrument(i)" @remove="removeInstrument(i)">
          <p class="what">
            {{ catalogue.instruments.find((c) => c.id === i.instrument.id)?.name }}<template v-if="i.instrument.tuning">, {{ pretty(i.instrument.tuning.join(' ')) }}</template><template v-if="i.instrument.frets">, {{ i.instrument.frets }} frets</template><template v-if="i.instrument.scaleLengthMm">, {{ i.instrument.scaleLengthMm }} mm</template><template v-if="i.instrument.leftHanded">, left-handed</template>
          </p>
          <template #more>
            <v-btn :icon="mdiPencilOutline" size="small" :aria-label="`Change ${i.name}`" @click="editInstrument(i)" />
            <v-btn :icon="mdiDownload" size="small" :aria-label="`Export ${i.name}`" @click="exportFile(i.name, [i], [])" />
          </template>
        </ShelfRow>
      </ul>
    </section>

    <section v-if="catalogue" aria-labelledby="own-scales">
      <div class="head">
        <h2 id="own-scales">Scales</h2>
        <v-btn v-if="!scale" color="primary" variant="tonal" size="small" :prepend-icon="mdiPlus" data-do="new-scale" @click="scale = { name: '', formula: '' }">New scale</v-btn>
      </div>
      <ScaleEditor v-if="scale" v-model="scale" @kept="keptScale" @leave="scale = null" />
      <p v-if="ownScales.length === 0 && !scale" class="empty">No scales of your own yet. Type degrees, and the workshop says at once which known scale they are.</p>
      <ul aria-label="Own scales">
        <ShelfRow v-for="s in ownScales" :key="s.id" :name="s.name" :to="scaleAddress(s)" @copy="copyScale(s)" @remove="removeScale(s)">
          <p class="what">{{ pretty(s.formula) }}</p>
          <template #more>
            <v-btn :icon="mdiPencilOutline" size="small" :aria-label="`Change ${s.name}`" @click="scale = { ...s }" />
            <v-btn :icon="mdiDownload" size="small" :aria-label="`Export ${s.name}`" @click="exportFile(s.name, [], [s])" />
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
  font-size: 1.5rem;
  margin-inline-end: auto;
}

h2 {
  font-size: 1.2rem;
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
