<script setup lang="ts">
import { say } from '../words'
import { computed, ref } from 'vue'
import type { FieldError, Pupil } from '../../api/client'
import { useCatalogue } from '../catalogue'
import { useLoad } from '../load'
import { shelf } from '../shelf'
import HandFinder from './HandFinder.vue'
import MemberList from './MemberList.vue'
import { weekdays } from './pupils'

/** Who is taught: name, instrument, hand, names of notes, lesson. */
const pupil = defineModel<Pupil>({ required: true })
const props = defineProps<{ problems: FieldError[] }>()
const { catalogue } = useCatalogue()
const { value: kept } = useLoad(
  () => true,
  () => shelf('instruments').all(),
)

/** Instruments of the catalogue, and those that are kept with their own measures. */
const instruments = computed(() => [
  ...(catalogue.value?.instruments ?? []).map((i) => ({ title: i.name, value: i.id, of: { id: i.id } as Pupil['instrument'] })),
  ...(kept.value ?? []).flatMap((k) => (k.instrument ? [{ title: k.title, value: `kept:${k.id}`, of: k.instrument }] : [])),
])
const same = (a: Pupil['instrument'], b: Pupil['instrument']) => JSON.stringify({ ...a, leftHanded: false }) === JSON.stringify({ ...b, leftHanded: false })
const instrument = computed({
  get: () => instruments.value.find((i) => same(i.of, pupil.value.instrument))?.value ?? pupil.value.instrument.id,
  set: (id: string) => {
    const found = instruments.value.find((i) => i.value === id)?.of
    if (found) pupil.value = { ...pupil.value, instrument: { ...found, ...(left.value ? { leftHanded: true } : {}) } }
  },
})
const left = computed({
  get: () => pupil.value.instrument.leftHanded ?? false,
  set: (on: boolean) => {
    const instrument = { ...pupil.value.instrument }
    if (on) instrument.leftHanded = true
    else delete instrument.leftHanded
    put('instrument', instrument)
  },
})
const usual = { title: say.usualForTheInstrument, value: '' }
const schools = computed(() => [usual, ...(catalogue.value?.schools ?? []).map((s) => ({ title: s.name, value: s.id }))])
const wides = computed(() => [{ title: say.usual, value: '' }, ...(catalogue.value?.wides ?? []).map((s) => ({ title: s.name, value: s.id }))])
const opens = computed(() => [{ title: say.usual, value: '' }, ...(catalogue.value?.opens ?? []).map((s) => ({ title: s.name, value: s.id }))])
const namings = computed(() => [{ title: 'A B C', value: '' }, ...(catalogue.value?.namings ?? []).slice(1).map((n) => ({ title: n.name, value: n.id }))])
const days = [{ title: say.noFixedDay, value: '' }, ...Object.entries(weekdays).map(([value, title]) => ({ title, value }))]

function put<K extends keyof Pupil>(key: K, value: Pupil[K]) {
  pupil.value = { ...pupil.value, [key]: value }
}
const hand = computed(() => pupil.value.hand ?? {})
const putHand = (key: 'school' | 'wide' | 'open', value: string) => put('hand', { ...hand.value, [key]: value })
const limits = computed({
  get: () => hand.value.limitsMm,
  set: (mm) => {
    const changed = { ...hand.value }
    if (mm) changed.limitsMm = mm
    else delete changed.limitsMm
    put('hand', changed)
  },
})
const problemAt = (field: string) => props.problems.filter((p) => p.field.replace(/^pupil\./, '').startsWith(field)).map((p) => p.message)
const measuring = ref(false)
/** A group plays on its members' instruments; what is assigned to it lies on the first one's. */
const members = computed({
  get: () => pupil.value.members ?? [],
  set: (list) => {
    const [first] = list
    const changed: Pupil = { ...pupil.value, members: list, ...(first ? { instrument: first.instrument } : {}) }
    if (!first) delete changed.members
    pupil.value = changed
  },
})
const group = computed(() => members.value.length > 0)
const two = () => [
  { name: '', instrument: pupil.value.instrument },
  { name: '', instrument: pupil.value.instrument },
]
const shared = { variant: 'outlined', density: 'compact', hideDetails: 'auto' } as const
</script>

<template>
  <div class="fields">
    <v-text-field
      :model-value="pupil.name"
      :label="group ? say.groupName : say.nameOrInitials"
      maxlength="40"
      v-bind="shared"
      :error-messages="problemAt('name')"
      data-field="name"
      autocomplete="off"
      @update:model-value="put('name', $event)"
    />
    <v-select v-if="!group" v-model="instrument" :label="say.instrument" :items="instruments" v-bind="shared" :error-messages="problemAt('instrument')" data-field="instrument" />
    <v-select
      :model-value="pupil.day ?? ''"
      :label="say.lessonOn"
      :items="days"
      v-bind="shared"
      :error-messages="problemAt('day')"
      data-field="day"
      @update:model-value="put('day', $event as Pupil['day'])"
    />
    <v-text-field
      :model-value="pupil.at ?? ''"
      :label="say.at"
      placeholder="16:30"
      maxlength="5"
      v-bind="shared"
      :error-messages="problemAt('at')"
      data-field="at"
      @update:model-value="put('at', $event)"
    />
    <v-text-field
      :model-value="String(pupil.minutes ?? 15)"
      :label="say.usualMinutesADay"
      inputmode="numeric"
      v-bind="shared"
      :error-messages="problemAt('minutes')"
      data-field="minutes"
      @update:model-value="put('minutes', Number($event))"
    />
    <v-checkbox v-if="!group" v-model="left" :label="say.leftHanded" color="primary" density="compact" hide-details />
    <v-select
      v-if="!group"
      :model-value="hand.school ?? ''"
      :label="say.fingers"
      :items="schools"
      v-bind="shared"
      :error-messages="problemAt('hand.school')"
      @update:model-value="putHand('school', $event)"
    />
    <v-select v-if="!group" :model-value="hand.wide ?? ''" :label="say.wideSpans" :items="wides" v-bind="shared" @update:model-value="putHand('wide', $event)" />
    <v-select v-if="!group" :model-value="hand.open ?? ''" :label="say.openStrings" :items="opens" v-bind="shared" @update:model-value="putHand('open', $event)" />
    <v-select
      :model-value="pupil.names ?? ''"
      :label="say.nameTheNotesAs"
      :items="namings"
      v-bind="shared"
      :error-messages="problemAt('names')"
      @update:model-value="put('names', $event as Pupil['names'])"
    />
    <div class="whole">
      <MemberList v-if="group" v-model="members" :instruments="instruments" :problem-at="problemAt" />
      <v-btn v-else color="primary" variant="text" data-do="make-group" @click="members = two()">{{ say.aGroupOfPupils }}</v-btn>
    </div>
    <div v-if="!group" class="whole">
      <v-btn v-if="!measuring" color="primary" variant="tonal" data-do="measure" @click="measuring = true">{{ say.measureTheHand }}</v-btn>
      <HandFinder v-else v-model="limits" :instrument="pupil.instrument" />
    </div>
    <v-textarea
      :model-value="pupil.notes ?? ''"
      :label="say.notesOnlyForYou"
      rows="2"
      auto-grow
      maxlength="10000"
      v-bind="shared"
      class="whole"
      :error-messages="problemAt('notes')"
      @update:model-value="put('notes', $event)"
    />
  </div>
</template>

<style scoped>
.fields {
  align-items: start;
  display: grid;
  gap: 12px;
  grid-template-columns: repeat(3, minmax(0, 1fr));
}

.whole {
  grid-column: 1 / -1;
}

@media (max-width: 700px) {
  .fields {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
