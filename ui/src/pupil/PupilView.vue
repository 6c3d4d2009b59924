<script setup lang="ts">
import { say } from './words'
import { mdiDotsHorizontal, mdiPencilOutline } from '@mdi/js'
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, take, type NextProposal } from '../api/client'
import { useCatalogue } from '../shared/catalogue'
import { toQuery } from '../shared/brief/query'
import { useLoad, wordsOf } from '../shared/load'
import KnownPanel from '../shared/pupils/KnownPanel.vue'
import HomeDialog from '../shared/pupils/HomeDialog.vue'
import PupilDialog from '../shared/pupils/PupilDialog.vue'
import { benchBrief, pupils, setProposal, weekdays } from '../shared/pupils/pupils'
import FoldPanel from '../shared/shell/FoldPanel.vue'
import { inRoom } from '../shared/shell/site'
import { tell } from '../shared/shell/notice'
import TryAgain from '../shared/shell/TryAgain.vue'
import EarlierPanel from './EarlierPanel.vue'
import MapPanel from './MapPanel.vue'
import PupilLog from './PupilLog.vue'
import SittingsPanel from './SittingsPanel.vue'
import SetPanel from './SetPanel.vue'
import WeeksPanel from './WeeksPanel.vue'

/** One pupil: instrument and hand, what is set and what may come next, the map, the weeks, the log. */
const route = useRoute()
const router = useRouter()
const { catalogue } = useCatalogue()
const id = computed(() => (route.name === 'pupil' ? String(route.params.id) : undefined))
const { value: pupil, failure, problems, again: readAgain } = useLoad(id, (of) => pupils.get(of))
const { value: work, again: workAgain } = useLoad(id, (of, signal) => pupils.work(of, signal))
const gone = computed(() => problems.value.some((p) => p.field === 'id'))
const trouble = computed(() => failure.value || problems.value.map((p) => p.message).join('; '))

/** Grows with every change, so that what is drawn from the log is drawn again. */
const stamp = ref(0)
async function again() {
  await workAgain()
  stamp.value++
}

/** The pupil's own neck, on which calls are answered. */
const starter = { instrument: { id: 'guitar' }, scale: { tonic: 'C', name: 'major' } }
const { value: own } = useLoad(
  () => pupil.value,
  async (of, signal) => {
    const brief = await pupils.fit(of.id, { ...starter, instrument: of.pupil.instrument })
    const plan = await take(api.POST('/api/v1/plan', { body: brief, signal }))
    return { brief, labels: plan.neck.strings.toSorted((a, b) => a.string - b.string).map((s) => s.label) }
  },
)

const about = computed(() => {
  const p = pupil.value?.pupil
  if (!p) return []
  const instrument = catalogue.value?.instruments.find((i) => i.id === p.instrument.id)?.name ?? p.instrument.id
  const school = catalogue.value?.schools.find((s) => s.id === p.hand?.school)?.name
  return [
    `${p.instrument.leftHanded ? 'left-handed ' : ''}${instrument}${p.instrument.scaleLengthMm ? say.scaleLength(p.instrument.scaleLengthMm) : ''}`,
    p.hand?.limitsMm?.comfortable ? say.comfortableSpanMm(p.hand.limitsMm.comfortable.join(', ')) : say.anAverageHand,
    ...(school ? [school] : []),
    p.day ? `${weekdays[p.day as keyof typeof weekdays]} ${p.at ?? ''}` : say.noFixedDay,
    say.minutesEachDay(p.minutes ?? 15),
  ]
})

async function set(proposal: NextProposal) {
  const of = pupil.value
  if (!of) return
  try {
    const undo = await setProposal(of.id, proposal, work.value?.set.find((s) => s.assignment.assignment.ladder)?.assignment)
    await again()
    tell(say.assignedUntilTheNextLesson(proposal.name), { label: say.undo, run: () => void undo().then(again) })
  } catch (cause) {
    tell(wordsOf(cause))
  }
}

async function toBench() {
  const of = pupil.value
  if (!of) return
  try {
    const brief = await benchBrief(of, work.value?.set[0]?.assignment.assignment.ladder?.brief)
    await router.push({ name: 'bench', query: toQuery(brief) })
  } catch (cause) {
    tell(wordsOf(cause))
  }
}

async function setAside() {
  const of = pupil.value
  if (!of) return
  try {
    await pupils.setAside(of.id)
    await router.push({ name: 'today' })
    tell(say.isArchived(of.pupil.name), {
      label: say.undo,
      run: () => void pupils.restore(of.id).then(() => router.push({ name: 'pupil', params: { id: of.id } })),
    })
  } catch (cause) {
    tell(wordsOf(cause))
  }
}

const editing = ref(false)
const home = ref(false)
</script>

<template>
  <div class="pupil">
    <template v-if="gone">
      <h1>{{ say.noPupilAtThisAddress }}</h1>
      <p>
        {{ say.thisPupilWasArchivedOrErased }} <router-link :to="{ name: 'today' }">{{ say.today }}</router-link> {{ say.listsAllPupilsIncludingArchivedOnes }}
      </p>
    </template>
    <TryAgain v-else :text="trouble" @again="readAgain" />
    <template v-if="pupil">
      <div class="head">
        <div>
          <h1>{{ pupil.pupil.name }}</h1>
          <p class="faint">{{ about.join(' · ') }}</p>
          <p v-for="w in work?.attention.filter((w) => w !== 'nothing is set')" :key="w" class="look">{{ w }}</p>
        </div>
        <span class="grow" />
        <v-btn color="primary" variant="tonal" :to="{ name: 'calls', query: { ...toQuery(own?.brief ?? starter), pupil: pupil.id } }" data-do="calls-for">{{ say.calls }}</v-btn>
        <v-btn color="primary" variant="flat" data-do="bench-for" @click="toBench">{{ say.benchFor(pupil.pupil.name) }}</v-btn>
        <v-btn color="primary" variant="tonal" :icon="mdiPencilOutline" size="small" :aria-label="say.editPupil(pupil.pupil.name)" data-do="edit-pupil" @click="editing = true" />
        <v-menu>
          <template #activator="{ props: activator }">
            <v-btn v-bind="activator" color="primary" variant="tonal" :icon="mdiDotsHorizontal" size="small" :aria-label="say.record" data-do="record" />
          </template>
          <v-card border class="record">
            <a :href="inRoom(`/api/v1/pupils/${pupil.id}/record`)" download>{{ say.wholeRecordAsDataJson }}</a>
            <a :href="inRoom(`/api/v1/pupils/${pupil.id}/record?format=pdf`)" download>{{ say.recordToReadPdf }}</a>
            <button type="button" data-do="set-aside" @click="setAside">{{ say.archive(pupil.pupil.name) }}</button>
          </v-card>
        </v-menu>
      </div>
      <p v-if="pupil.pupil.notes" class="notes">{{ pupil.pupil.notes }}</p>
      <SetPanel v-if="work" :pupil="pupil" :work="work" @change="again" @set="set" @home="home = true" />
      <MapPanel :pupil="pupil" :stamp="stamp" @set="set" />
      <FoldPanel id="weeks" :title="say.practicePlan" open>
        <WeeksPanel v-if="work" :pupil="pupil" :kept="work.hasWeeks" :set="work.set" />
      </FoldPanel>
      <EarlierPanel :pupil="pupil" :stamp="stamp" @change="again" />
      <PupilLog :pupil="pupil" :stamp="stamp" />
      <FoldPanel v-if="own" id="known" :title="say.noteKnowledge" open>
        <KnownPanel :brief="own.brief" :pupil="pupil.id" :labels="own.labels" :stamp="stamp" />
      </FoldPanel>
      <SittingsPanel :pupil="pupil" :stamp="stamp" @change="again" />
      <PupilDialog v-model="editing" :of="pupil" @kept="pupil = $event" />
      <HomeDialog v-if="home" :pupil="pupil" @close="home = false" />
    </template>
    <v-progress-linear v-else-if="!trouble" indeterminate color="primary" :aria-label="say.loadingThePupil" />
  </div>
</template>

<style scoped>
.pupil {
  padding-bottom: 64px; /* what is told at the foot of the window covers nothing */
  display: grid;
  gap: 18px;
  grid-template-columns: minmax(0, 1fr);
  margin: auto;
  max-width: 1240px;
}

.head {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  padding-top: 6px;
}

h1 {
  font-size: var(--size-title);
  overflow-wrap: anywhere;
}

.faint {
  color: var(--faint);
  font-size: var(--size-fact);
}

.look {
  color: var(--brick);
  font-weight: 700;
}

.grow {
  flex: 1;
}

.notes {
  border-inline-start: 3px solid var(--rule);
  overflow-wrap: anywhere;
  padding-inline-start: 12px;
  white-space: pre-line;
}

.record {
  display: grid;
  padding: 6px 0;
}

.record a,
.record button {
  color: inherit;
  min-height: 44px;
  padding: 10px 18px;
  text-align: start;
  text-decoration: none;
}

.record :hover {
  background: color-mix(in srgb, var(--verdigris) 10%, transparent);
}
</style>
