<script setup lang="ts">
import { mdiFileDocumentOutline, mdiHomeExportOutline, mdiPencilOutline, mdiArchiveOutline, mdiCodeJson } from '@mdi/js'
import { computed } from 'vue'
import type { Brief, StoredPupil } from '../api/client'
import { useCatalogue } from '../shared/catalogue'
import { toQuery } from '../shared/brief/query'
import { weekdays } from '../shared/pupils/pupils'
import MoreMenu from '../shared/shell/MoreMenu.vue'
import { inRoom } from '../shared/shell/site'
import { say } from './words'

/** Who the pupil is, in two lines, and where one goes from here. */
const props = defineProps<{ of: StoredPupil; callsBrief: Brief; cautions: string[] }>()
const emit = defineEmits<{ bench: []; together: []; edit: []; home: []; archive: [] }>()
const { catalogue } = useCatalogue()
const pupil = computed(() => props.of.pupil)
const lesson = computed(() => (pupil.value.day ? `${weekdays[pupil.value.day as keyof typeof weekdays]} ${pupil.value.at ?? ''}`.trim() : say.noFixedDay))

/** Who plays in a group, and on what. */
const named = (id: string) => catalogue.value?.instruments.find((i) => i.id === id)?.name ?? id
const members = computed(() => (pupil.value.members ?? []).map((m) => `${m.name} (${named(m.instrument.id)})`))
const about = computed(() => {
  const p = pupil.value
  if (members.value.length) return [members.value.join(', '), ...(p.notes ? [p.notes] : [])]
  const instrument = named(p.instrument.id)
  const school = catalogue.value?.schools.find((s) => s.id === p.hand?.school)?.name
  return [
    `${p.instrument.leftHanded ? 'left-handed ' : ''}${instrument}${p.instrument.scaleLengthMm ? say.scaleLength(p.instrument.scaleLengthMm) : ''}`,
    p.hand?.limitsMm?.comfortable ? say.handOpens(p.hand.limitsMm.comfortable.join(', ')) : say.anAverageHand,
    ...(school ? [school] : []),
    ...(p.notes ? [p.notes] : []),
  ]
})

const record = computed(() => `/api/v1/pupils/${props.of.id}/record`)
const more = computed(() => [
  { id: 'edit-pupil', title: say.editPupil(pupil.value.name), icon: mdiPencilOutline, run: () => emit('edit') },
  { id: 'home', title: say.sendHome, icon: mdiHomeExportOutline, run: () => emit('home') },
  { id: 'record-pdf', title: say.recordToReadPdf, icon: mdiFileDocumentOutline, href: inRoom(`${record.value}?format=pdf`) },
  { id: 'record-json', title: say.wholeRecordAsDataJson, icon: mdiCodeJson, href: inRoom(record.value) },
  { id: 'set-aside', title: say.archive(pupil.value.name), icon: mdiArchiveOutline, run: () => emit('archive') },
])
</script>

<template>
  <header class="head">
    <div class="who">
      <h1>{{ pupil.name }}</h1>
      <p class="note">{{ lesson }} · {{ say.minutesEachDay(pupil.minutes ?? 15) }}</p>
      <p class="note about">{{ about.join(' · ') }}</p>
      <p v-for="c in cautions" :key="c" class="caution">{{ c }}</p>
    </div>
    <v-btn v-if="members.length" color="primary" variant="flat" data-do="together" @click="emit('together')">{{ say.together }}</v-btn>
    <v-btn color="primary" variant="tonal" data-do="bench-for" @click="emit('bench')">{{ say.benchFor(pupil.name) }}</v-btn>
    <v-btn color="primary" variant="tonal" :to="{ name: 'calls', query: { ...toQuery(callsBrief), pupil: of.id } }" data-do="calls-for">{{ say.calls }}</v-btn>
    <MoreMenu :items="more" />
  </header>
</template>

<style scoped>
.head {
  align-items: start;
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  padding-top: 12px;
}

.who {
  align-items: baseline;
  column-gap: 16px;
  display: flex;
  flex: 1 1 360px;
  flex-wrap: wrap;
  min-width: 0;
}

h1 {
  font-size: 1.75rem;
  line-height: 36px;
  overflow-wrap: anywhere;
}

.about {
  overflow-wrap: anywhere;
  white-space: pre-line;
  width: 100%;
}

.caution {
  color: var(--brick);
  font-weight: 700;
}

@media (max-width: 600px) {
  h1 {
    font-size: 1.5rem;
    line-height: 32px;
  }
}
</style>
