<script setup lang="ts">
import { mdiCheck, mdiPencilOutline, mdiUndoVariant } from '@mdi/js'
import { computed, ref } from 'vue'
import type { Assignment, SetWork } from '../api/client'
import { wordsOf } from '../shared/load'
import { assignments, benchAddress, practiseAddress } from '../shared/pupils/pupils'
import SmallPlot from '../shared/pupils/SmallPlot.vue'
import { sheetsOf } from '../shared/sheets'
import MoreMenu from '../shared/shell/MoreMenu.vue'
import { tell } from '../shared/shell/notice'
import AssignmentEditor from './AssignmentEditor.vue'
import { say } from './words'

/** An assignment: how far it is, what was said about it, and what can be done with it. */
const props = defineProps<{ of: SetWork }>()
const emit = defineEmits<{ change: [] }>()
const a = computed(() => props.of.assignment)
const ladder = computed(() => a.value.assignment.ladder)
const editing = ref(false)

async function act(work: () => Promise<unknown>, said: string, undo?: () => Promise<unknown>) {
  try {
    await work()
    emit('change')
    tell(said, undo && { label: say.undo, run: () => void undo().then(() => emit('change')) })
  } catch (cause) {
    tell(wordsOf(cause))
  }
}

function finish() {
  const of = a.value
  return act(
    () => assignments.update(of, of.assignment, true),
    say.finished,
    () => assignments.update({ ...of, version: of.version + 1 }, of.assignment, false),
  )
}

function withdraw() {
  const id = a.value.id
  return act(
    () => assignments.setAside(id),
    say.withdrawn,
    () => assignments.restore(id),
  )
}

function another() {
  const of = a.value
  const sheets = of.assignment.sheets
  if (sheets) return act(() => assignments.update(of, { ...of.assignment, sheets: { ...sheets, done: sheets.done + 1 } }, false), say.oneMoreSheetDone)
  return undefined
}

async function save(to: Assignment) {
  await assignments.update(a.value, to, false)
  editing.value = false
  emit('change')
}

const more = computed(() => [
  { id: 'edit-assignment', title: say.edit2, icon: mdiPencilOutline, run: () => (editing.value = true) },
  ...(sheetsOf(a.value) && a.value.assignment.sheets ? [{ id: 'sheet-done', title: say.tickOffASheet, icon: mdiCheck, run: () => void another() }] : []),
  { id: 'remove-assignment', title: say.withdraw, icon: mdiUndoVariant, run: () => void withdraw() },
])
</script>

<template>
  <article class="assignment" :data-set="a.id">
    <div class="text">
      <h3 class="title">
        <router-link v-if="ladder" :to="benchAddress(ladder)" :title="a.sentence">{{ a.title }}</router-link>
        <template v-else>{{ a.title }}</template>
      </h3>
      <p class="note">
        <span :class="{ caution: of.progress.overdue }">{{ of.progress.due }}</span> · {{ say.minutesEachDay(a.assignment.minutes) }}
      </p>
      <p class="progress" :class="{ reached: of.progress.reached }">{{ of.progress.words }}</p>
      <p v-if="a.assignment.words" class="note">“{{ a.assignment.words }}”</p>
      <AssignmentEditor v-if="editing" :of="a.assignment" :save="save" @leave="editing = false" />
      <p v-else class="buttons">
        <v-btn v-if="ladder" color="primary" variant="tonal" :to="practiseAddress(a)" data-do="practise">{{ say.practise }}</v-btn>
        <v-btn v-else-if="sheetsOf(a)" color="primary" variant="tonal" :to="sheetsOf(a)!" data-do="open-sheets">{{ say.openTheWorksheets }}</v-btn>
        <v-btn v-else color="primary" variant="tonal" data-do="sheet-done" @click="another">{{ say.tickOffASheet }}</v-btn>
        <v-btn color="primary" variant="tonal" data-do="close-assignment" @click="finish">{{ say.finish }}</v-btn>
        <MoreMenu :items="more" :alone="say.moreFor(a.title)" />
      </p>
    </div>
    <SmallPlot :progress="of.progress" large />
  </article>
</template>

<style scoped>
.assignment {
  align-items: start;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 32px;
  padding: 4px 0 20px;
}

.text {
  flex: 1 1 300px;
  min-width: 0;
}

.title {
  font-family: var(--face-text);
  font-size: var(--size-body);
  letter-spacing: 0;
  overflow-wrap: anywhere;
}

.title a {
  color: inherit;
  text-decoration-color: var(--verdigris);
  text-underline-offset: 3px;
}

.progress {
  padding-top: 6px;
}

.reached {
  font-weight: 700;
}

.caution {
  color: var(--brick);
  font-weight: 700;
}

.buttons {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  padding-top: 12px;
}
</style>
