<script setup lang="ts">
import { mdiClose, mdiPlus } from '@mdi/js'
import type { Member, Pupil } from '../../api/client'
import { say } from '../words'

/** The members of a group: a name and an instrument each. */
const members = defineModel<Member[]>({ required: true })
const props = defineProps<{ instruments: { title: string; value: string; of: Pupil['instrument'] }[]; problemAt: (field: string) => string[] }>()
const shared = { variant: 'outlined', density: 'compact', hideDetails: 'auto' } as const
const most = 12

const idOf = (m: Member) => props.instruments.find((i) => JSON.stringify(i.of) === JSON.stringify({ ...m.instrument, leftHanded: undefined }))?.value ?? m.instrument.id
function put(at: number, change: Partial<Member>) {
  members.value = members.value.map((m, i) => (i === at ? { ...m, ...change } : m))
}
function choose(at: number, id: string) {
  const found = props.instruments.find((i) => i.value === id)?.of
  const left = members.value[at]?.instrument.leftHanded
  if (found) put(at, { instrument: { ...found, ...(left ? { leftHanded: true } : {}) } })
}
function turn(at: number, left: boolean) {
  const instrument = { ...(members.value[at]?.instrument ?? { id: 'guitar' }) }
  if (left) instrument.leftHanded = true
  else delete instrument.leftHanded
  put(at, { instrument })
}
</script>

<template>
  <div class="members">
    <div v-for="(m, i) in members" :key="i" class="member">
      <v-text-field
        :model-value="m.name"
        :label="say.memberName(i + 1)"
        maxlength="40"
        v-bind="shared"
        :error-messages="problemAt(`members.${i}.name`)"
        data-field="member-name"
        autocomplete="off"
        @update:model-value="put(i, { name: $event })"
      />
      <v-select
        :model-value="idOf(m)"
        :label="say.memberInstrument(i + 1)"
        :items="instruments"
        v-bind="shared"
        :error-messages="problemAt(`members.${i}.instrument`)"
        data-field="member-instrument"
        @update:model-value="choose(i, $event)"
      />
      <v-checkbox :model-value="m.instrument.leftHanded ?? false" :label="say.leftHanded" color="primary" density="compact" hide-details @update:model-value="turn(i, !!$event)" />
      <v-btn :icon="mdiClose" variant="text" size="small" :aria-label="say.removeMember(m.name)" data-do="remove-member" @click="members = members.filter((_, k) => k !== i)" />
    </div>
    <v-btn
      color="primary"
      variant="tonal"
      :prepend-icon="mdiPlus"
      :disabled="members.length >= most"
      data-do="add-member"
      @click="members = [...members, { name: '', instrument: { id: 'guitar' } }]"
      >{{ say.addMember }}</v-btn
    >
  </div>
</template>

<style scoped>
.members {
  display: grid;
  gap: 12px;
  justify-items: start;
}

.member {
  align-items: start;
  display: grid;
  gap: 12px;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr) auto auto;
  width: 100%;
}

@media (max-width: 700px) {
  .member {
    grid-template-columns: minmax(0, 1fr) auto;
  }
}
</style>
