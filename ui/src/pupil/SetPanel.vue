<script setup lang="ts">
import { say } from './words'
import { computed, ref } from 'vue'
import type { Assignment, NextProposal, PupilWork, SetWork, StoredPupil } from '../api/client'
import { toQuery } from '../shared/brief/query'
import { wordsOf } from '../shared/load'
import { assignments, benchAddress, practiseAddress } from '../shared/pupils/pupils'
import { sheetsOf } from '../shared/sheets'
import SmallPlot from '../shared/pupils/SmallPlot.vue'
import { tell } from '../shared/shell/notice'
import AssignmentEditor from './AssignmentEditor.vue'

/** Assignments with their progress; beside them what is suggested next, each with its reason. */
const props = defineProps<{ pupil: StoredPupil; work: PupilWork }>()
const emit = defineEmits<{ change: []; set: [proposal: NextProposal]; home: [] }>()
const editing = ref('')

async function act(work: () => Promise<unknown>, said: string, undo?: () => Promise<unknown>) {
  try {
    await work()
    emit('change')
    tell(said, undo && { label: say.undo, run: () => void undo().then(() => emit('change')) })
  } catch (cause) {
    tell(wordsOf(cause))
  }
}

const remove = (s: SetWork) =>
  act(
    () => assignments.setAside(s.assignment.id),
    say.withdrawn,
    () => assignments.restore(s.assignment.id),
  )
function close(s: SetWork) {
  const a = s.assignment
  return act(
    () => assignments.update(a, a.assignment, true),
    say.finished,
    () => assignments.update({ ...a, version: a.version + 1 }, a.assignment, false),
  )
}
function another(s: SetWork) {
  const a = s.assignment
  const sheets = a.assignment.sheets
  if (sheets) return act(() => assignments.update(a, { ...a.assignment, sheets: { ...sheets, done: sheets.done + 1 } }, false), say.oneMoreSheetDone)
  return undefined
}
const save = (s: SetWork) => async (to: Assignment) => {
  await assignments.update(s.assignment, to, false)
  editing.value = ''
  emit('change')
}

/** The pupil's own instrument, for sheets that are looked for. */
const own = computed(() => ({
  instrument: props.pupil.pupil.instrument,
  scale: { tonic: 'C', name: 'major' },
  ...(props.pupil.pupil.names ? { names: props.pupil.pupil.names } : {}),
}))
const sheets = ref(false)
const what = ref('')
const count = ref(5)
async function setSheets() {
  await act(() => assignments.create(props.pupil.id, { sheets: { what: what.value, count: count.value, done: 0 } }), say.worksheetsAssigned)
  what.value = ''
  sheets.value = false
}
</script>

<template>
  <div class="both">
    <section aria-labelledby="set-title">
      <h2 id="set-title" class="panel-title">{{ say.assignments }}</h2>
      <p v-if="work.set.length === 0" class="look">{{ say.noAssignmentsYet }}</p>
      <article v-for="s in work.set" :key="s.assignment.id" class="work" :data-set="s.assignment.id">
        <p class="title">{{ s.assignment.title }}</p>
        <p v-if="s.assignment.assignment.ladder" class="faint">{{ s.assignment.sentence }}</p>
        <p class="reached">
          <b v-if="s.progress.reached">{{ s.progress.words }}</b><template v-else>{{ s.progress.words }}</template> ·
          <span :class="{ look: s.progress.overdue }">{{ s.progress.due }}</span>
          {{ say.minutesEachDayNote(s.assignment.assignment.minutes) }}
        </p>
        <SmallPlot :progress="s.progress" />
        <p v-if="s.why" class="why">{{ s.why }}</p>
        <p v-if="s.assignment.assignment.words" class="words">“{{ s.assignment.assignment.words }}”</p>
        <AssignmentEditor v-if="editing === s.assignment.id" :of="s.assignment.assignment" :save="save(s)" @leave="editing = ''" />
        <p v-else class="buttons">
          <v-btn v-if="s.assignment.assignment.ladder" size="small" color="primary" variant="flat" :to="practiseAddress(s.assignment)" data-do="practise">{{ say.practise }}</v-btn>
          <template v-else>
            <v-btn v-if="sheetsOf(s.assignment)" size="small" color="primary" variant="flat" :to="sheetsOf(s.assignment)" data-do="open-sheets">{{ say.openTheWorksheets }}</v-btn>
            <v-btn size="small" color="primary" :variant="sheetsOf(s.assignment) ? 'tonal' : 'flat'" data-do="sheet-done" @click="another(s)">{{ say.tickOffASheet }}</v-btn>
          </template>
          <v-btn size="small" color="primary" variant="tonal" data-do="edit-assignment" @click="editing = s.assignment.id">{{ say.edit2 }}</v-btn>
          <v-btn size="small" color="primary" variant="tonal" data-do="close-assignment" @click="close(s)">{{ say.finish }}</v-btn>
          <v-btn size="small" data-do="remove-assignment" @click="remove(s)">{{ say.withdraw }}</v-btn>
        </p>
      </article>
      <p class="more">
        <v-btn v-if="work.set.length" size="small" color="primary" variant="tonal" data-do="home" @click="emit('home')">{{ say.sendHome }}</v-btn>
        <router-link :to="{ name: 'sheets', query: { ...toQuery(own), pupil: pupil.id } }" class="as-link" data-do="to-sheets">{{ say.assignWorksheets }}</router-link>
        <button v-if="!sheets" type="button" class="as-link" data-do="sheets" @click="sheets = true">{{ say.whatToWriteOut }}</button>
      </p>
      <form v-if="sheets" class="sheets" @submit.prevent="setSheets">
        <label>{{ say.what }} <input v-model="what" class="entry" type="text" maxlength="160" :placeholder="say.writeOutTheFlatKeys" data-do="sheets-what" /></label>
        <label>{{ say.howMany }} <input v-model.number="count" class="entry" type="number" min="1" max="99" /></label>
        <v-btn type="submit" size="small" color="primary" variant="flat" :disabled="!what.trim()">{{ say.assign }}</v-btn>
        <v-btn size="small" @click="sheets = false">{{ say.cancel }}</v-btn>
      </form>
    </section>
    <section aria-labelledby="next-title">
      <h2 id="next-title" class="panel-title">{{ say.suggestedNext }}</h2>
      <p v-if="work.proposals.length === 0" class="faint">{{ say.noSuggestionsYetAssignSomethingFrom }}</p>
      <article v-for="p in work.proposals" :key="p.kind" class="proposal" :data-proposal="p.kind">
        <p>
          <b>{{ p.name }}</b>: {{ p.words }}
        </p>
        <p class="faint">{{ p.title }}</p>
        <p class="buttons">
          <v-btn size="small" color="primary" variant="tonal" :aria-label="say.assignThis(p.name)" data-do="set" @click="emit('set', p)">{{ say.assign }}</v-btn>
          <v-btn size="small" color="primary" variant="text" :to="benchAddress(p.ladder)" :aria-label="say.openThis(p.name)">{{ say.open }}</v-btn>
        </p>
      </article>
    </section>
  </div>
</template>

<style scoped>
.both {
  display: grid;
  gap: 28px;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
}

.work,
.proposal {
  border-top: 1px solid var(--rule);
  padding: 8px 0 10px;
}

.title {
  font-family: var(--face-heading);
  font-size: var(--size-lead);
  font-weight: 700;
}

.reached,
.faint {
  color: var(--faint);
  font-size: var(--size-note);
}

.look {
  color: var(--brick);
  font-weight: 700;
}

.why {
  border-inline-start: 3px solid var(--verdigris);
  font-size: var(--size-fact);
  padding-inline-start: 10px;
}

.words {
  font-style: italic;
}

.buttons,
.more,
.sheets {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  padding-top: 6px;
}

input[type='number'] {
  width: 4.5em;
}

@media (max-width: 900px) {
  .both {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
