<script setup lang="ts">
import { say } from './words'
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, take, type NextProposal } from '../api/client'
import { toQuery } from '../shared/brief/query'
import { useLoad, wordsOf } from '../shared/load'
import KnownPanel from '../shared/pupils/KnownPanel.vue'
import HomeDialog from '../shared/pupils/HomeDialog.vue'
import PupilDialog from '../shared/pupils/PupilDialog.vue'
import { benchBrief, pupils, setProposal } from '../shared/pupils/pupils'
import ScreenPart from '../shared/shell/ScreenPart.vue'
import { tell } from '../shared/shell/notice'
import TryAgain from '../shared/shell/TryAgain.vue'
import AssignmentList from './AssignmentList.vue'
import EarlierPanel from './EarlierPanel.vue'
import MapPanel from './MapPanel.vue'
import PupilHead from './PupilHead.vue'
import PupilLog from './PupilLog.vue'
import SittingsPanel from './SittingsPanel.vue'
import SuggestedNext from './SuggestedNext.vue'
import WeekPanel from './WeekPanel.vue'

/** One pupil: this week, the assignments and the next step, what was practised, the log. */
const route = useRoute()
const router = useRouter()
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

/** What was played, the latest first; a few tries at first. */
const shown = ref(6)
const { value: log } = useLoad(
  () => (id.value ? { id: id.value, limit: shown.value, stamp: stamp.value } : undefined),
  ({ id, limit }, signal) => take(api.GET('/api/v1/log', { params: { query: { pupil: id, limit: Math.min(limit, 500) } }, signal })),
)

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

/** What is assigned, or any music, for the members of a group. */
async function toTogether() {
  const of = pupil.value
  if (!of) return
  const brief = work.value?.set.find((s) => s.assignment.assignment.ladder)?.assignment.assignment.ladder?.brief
  await router.push({ name: 'together', query: { ...(brief ? toQuery(brief) : {}), group: of.id } })
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
      <PupilHead
        :of="pupil"
        :calls-brief="own?.brief ?? starter"
        :cautions="work?.attention.filter((w) => w !== 'nothing is set') ?? []"
        @bench="toBench"
        @together="toTogether"
        @edit="editing = true"
        @home="home = true"
        @archive="setAside"
      />
      <WeekPanel v-if="work" :key="pupil.id" :pupil="pupil" :kept="work.hasWeeks" :set="work.set" />
      <div v-if="work" class="both work">
        <AssignmentList :pupil="pupil" :work="work" @change="again" @bench="toBench" />
        <SuggestedNext :work="work" @set="set" />
      </div>
      <MapPanel v-if="log?.entries.length" :pupil="pupil" :stamp="stamp" @set="set" />
      <div class="both">
        <PupilLog v-if="log?.entries.length" :pupil="pupil" :page="log" @more="shown += 50" />
        <div class="beside">
          <ScreenPart v-if="own" id="known" :title="say.noteKnowledge">
            <KnownPanel :brief="own.brief" :pupil="pupil.id" :labels="own.labels" :stamp="stamp" />
          </ScreenPart>
          <SittingsPanel :pupil="pupil" :stamp="stamp" @change="again" />
          <EarlierPanel :pupil="pupil" :stamp="stamp" @change="again" />
        </div>
      </div>
      <PupilDialog v-model="editing" :of="pupil" @kept="pupil = $event" />
      <HomeDialog v-if="home" :pupil="pupil" @close="home = false" />
    </template>
    <v-progress-linear v-else-if="!trouble" indeterminate color="primary" :aria-label="say.loadingThePupil" />
  </div>
</template>

<style scoped>
.pupil {
  display: grid;
  gap: 24px;
  grid-template-columns: minmax(0, 1fr);
  margin: auto;
  max-width: 1240px;
  padding-bottom: 64px; /* what is told at the foot of the window covers nothing */
}

.both {
  display: grid;
  gap: 24px 48px;
  grid-template-columns: minmax(0, 1fr) 368px;
}

.beside {
  align-content: start;
  display: grid;
  gap: 24px;
  grid-template-columns: minmax(0, 1fr);
}

@media (max-width: 1000px) {
  .both {
    grid-template-columns: minmax(0, 1fr);
  }
}

/* On a phone the next step comes first, then the assignments, then the week. */
@media (max-width: 600px) {
  .pupil > * {
    order: 3;
  }

  .pupil > .head {
    order: 0;
  }

  .pupil > .work {
    order: 1;
  }

  .pupil > .weeks {
    order: 2;
  }

  .work > :last-child {
    order: -1;
  }
}
</style>
