<script setup lang="ts">
import { say } from './words'
import { mdiMinus, mdiPlus, mdiTrashCanOutline } from '@mdi/js'
import { refDebounced } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { api, CallError, take, type Catalogue, type FieldError, type Kept } from '../api/client'
import { useLoad } from '../shared/load'
import { shelf } from '../shared/shelf'
import NeckDrawing from '../shared/neck/NeckDrawing.vue'
import { pretty } from '../shared/signs'
import EditorForm from './EditorForm.vue'

/** An instrument being made or changed: what is typed, what it comes to, and the neck it gives. */
export interface InstrumentDraft {
  id?: string
  version?: number
  name: string
  base: string
  strings: string
  frets: string
  scaleLengthMm: string
  courses: boolean
  leftHanded: boolean
}

const draft = defineModel<InstrumentDraft>({ required: true })
const props = defineProps<{ catalogue: Catalogue }>()
const emit = defineEmits<{ kept: [instrument: Kept]; leave: [] }>()

const busy = ref(false)

const numberOr = (text: string) => (text.trim() === '' ? undefined : Number(text))
const instrument = computed(() => {
  const d = draft.value
  const frets = numberOr(d.frets)
  const length = numberOr(d.scaleLengthMm)
  const tuning = d.strings
    .split(/[\s,]+/)
    .filter(Boolean)
    .map((w) => w.replaceAll('♭', 'b').replaceAll('♯', '#'))
  return {
    id: d.base,
    courses: d.courses,
    ...(tuning.length ? { tuning } : {}),
    ...(frets !== undefined ? { frets } : {}),
    ...(length !== undefined ? { scaleLengthMm: length } : {}),
    ...(d.leftHanded ? { leftHanded: true } : {}),
  }
})
const settled = refDebounced(instrument, 200)

const { value: plan, problems: wrong } = useLoad(settled, (now, signal) =>
  take(api.POST('/api/v1/plan', { body: { instrument: now, scale: { tonic: 'C', name: 'major' }, layout: { system: 'single-string' } }, signal })),
)
// What keeping it came to, until something is changed.
const refused = ref<FieldError[]>([])
watch(settled, () => (refused.value = []))
const problems = computed(() => [...wrong.value, ...refused.value])

const base = computed(() => props.catalogue.instruments.find((i) => i.id === draft.value.base))
const strings = computed(() => plan.value?.neck.strings ?? [])
const problemAt = (field: string) =>
  problems.value.filter((p) => p.field === field || (field === 'tuning' && p.field.includes('tuning')) || p.field === `instrument.${field}`).map((p) => p.message)

function chooseBase(id: string) {
  const b = props.catalogue.instruments.find((i) => i.id === id)
  if (b) draft.value = { ...draft.value, base: id, strings: b.tuning.join(' '), frets: String(b.frets), scaleLengthMm: String(b.scaleLengthMm), courses: b.courses }
}

/** Pressing writes the strings as they stand now, with their octaves. */
function write(pitches: (string | undefined)[]) {
  draft.value.strings = pitches.filter(Boolean).join(' ')
}

const openNames = computed(() => strings.value.map((s) => s.open))
const pitchAt = (midi: number) => props.catalogue.pitches.find((p) => p.midi === midi)?.name

function retune(i: number, by: number) {
  const to = pitchAt((strings.value[i]?.midi ?? 0) + by)
  if (to) write(openNames.value.map((name, k) => (k === i ? to : name)))
}

function drop(i: number) {
  write(openNames.value.filter((_, k) => k !== i))
}

function add(where: 'low' | 'high') {
  const list = strings.value
  const edge = where === 'low' ? list[0] : list[list.length - 1]
  if (!edge) return
  const made = pitchAt(edge.midi + (where === 'low' ? -5 : 5))
  write(where === 'low' ? [made, ...openNames.value] : [...openNames.value, made])
}

async function keep() {
  busy.value = true
  const d = draft.value
  // Octaves that were inferred are kept as they were shown.
  const body = { title: d.name, instrument: { ...instrument.value, ...(problems.value.length === 0 ? { tuning: openNames.value } : {}) } }
  try {
    emit('kept', await (d.id ? shelf('instruments').update(d.id, d.version ?? 0, body) : shelf('instruments').create(body)))
  } catch (cause) {
    const error = cause as CallError
    refused.value = error.fields?.length ? error.fields : [{ field: 'title', message: error.message }]
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <EditorForm
    :heading="draft.id ? say.editInstrument(draft.name) : say.newInstrument"
    :changing="!!draft.id"
    :busy="busy"
    :ready="!!draft.name.trim()"
    @keep="keep"
    @leave="emit('leave')"
  >
    <div class="fields">
      <v-text-field v-model="draft.name" :label="say.name" maxlength="160" :error-messages="problemAt('title')" hide-details="auto" class="wide" />
      <v-select
        :model-value="draft.base"
        :label="say.basedOn"
        :items="catalogue.instruments"
        item-title="name"
        item-value="id"
        variant="outlined"
        density="compact"
        hide-details="auto"
        :error-messages="problemAt('id')"
        class="wide"
        @update:model-value="chooseBase"
      />
      <v-text-field
        v-model="draft.strings"
        :label="say.stringsString1Last"
        placeholder="D A D G B E"
        spellcheck="false"
        autocomplete="off"
        :error-messages="problemAt('tuning')"
        hide-details="auto"
        class="whole"
        data-field="strings"
      />
    </div>
    <ul class="strings" :aria-label="say.stringsAsRead">
      <li><v-btn :icon="mdiPlus" :aria-label="say.addALowerString" @click="add('low')" /></li>
      <li v-for="(s, i) in strings" :key="s.string">
        <v-btn size="x-small" :icon="mdiPlus" :aria-label="say.stringAHalfStepUp(s.string)" @click="retune(i, 1)" />
        <b>{{ pretty(s.open) }}</b>
        <v-btn size="x-small" :icon="mdiMinus" :aria-label="say.stringAHalfStepDown(s.string)" @click="retune(i, -1)" />
        <v-btn v-if="strings.length > 3" size="x-small" :icon="mdiTrashCanOutline" :aria-label="say.removeString(s.string)" @click="drop(i)" />
      </li>
      <li><v-btn :icon="mdiPlus" :aria-label="say.addAHigherString" @click="add('high')" /></li>
    </ul>
    <div class="fields">
      <v-text-field
        v-model="draft.frets"
        :label="say.frets"
        inputmode="numeric"
        :placeholder="String(base?.frets ?? '')"
        :error-messages="problemAt('frets')"
        hide-details="auto"
      />
      <v-text-field
        v-model="draft.scaleLengthMm"
        :label="say.scaleLengthInMm"
        inputmode="decimal"
        :placeholder="String(base?.scaleLengthMm ?? '')"
        :error-messages="problemAt('scaleLengthMm')"
        hide-details="auto"
      />
      <v-checkbox v-model="draft.courses" :label="say.stringsInPairs" color="primary" density="compact" hide-details />
      <v-checkbox v-model="draft.leftHanded" :label="say.leftHanded" color="primary" density="compact" hide-details />
    </div>
    <p v-for="p in problems.filter((p) => p.field === 'instrument')" :key="p.message" class="problem" role="alert">{{ p.message }}</p>
    <NeckDrawing v-if="plan" :plan="plan" spacing="true" label="note" :current="-1" />
  </EditorForm>
</template>

<style scoped>
.fields {
  align-items: start;
  display: grid;
  gap: 12px;
  grid-template-columns: repeat(4, minmax(0, 1fr));
}

.wide {
  grid-column: span 2;
}

.whole {
  grid-column: 1 / -1;
}

.strings {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  list-style: none;
  padding: 0;
}

.strings li {
  display: grid;
  justify-items: center;
}

@media (max-width: 800px) {
  .fields {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
