<script setup lang="ts">
import { say } from './words'
import { mdiAccountPlusOutline, mdiChevronLeft, mdiChevronRight, mdiQrcodeScan } from '@mdi/js'
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, take, type StoredPupil, type TodayRow } from '../api/client'
import { toQuery } from '../shared/brief/query'
import { useCatalogue } from '../shared/catalogue'
import { useLoad, wordsOf } from '../shared/load'
import PupilDialog from '../shared/pupils/PupilDialog.vue'
import { addDays, benchBrief, setProposal } from '../shared/pupils/pupils'
import HomeDialog from '../shared/pupils/HomeDialog.vue'
import { tell } from '../shared/shell/notice'
import TryAgain from '../shared/shell/TryAgain.vue'
import AllPupils from './AllPupils.vue'
import LessonRow from './LessonRow.vue'
import ResultsDialog from './ResultsDialog.vue'
import WeekStrip from './WeekStrip.vue'

/** The lessons of the day in order, and what each wants: the start page once there is a pupil. */
const route = useRoute()
const router = useRouter()
const { catalogue } = useCatalogue()
const asked = computed(() => (route.name === 'today' ? { on: typeof route.query.on === 'string' ? route.query.on : '' } : undefined))
const { value: today, failure, problems, again } = useLoad(asked, ({ on }, signal) => take(api.GET('/api/v1/today', { params: { query: on ? { on } : {} }, signal })))
const trouble = computed(() => failure.value || problems.value.map((p) => p.message).join('; '))
const named = (p: StoredPupil) => catalogue.value?.instruments.find((i) => i.id === p.pupil.instrument.id)?.name ?? ''

const busy = ref('')
async function set(row: TodayRow) {
  if (!row.next || busy.value) return
  busy.value = row.pupil.id
  try {
    const undo = await setProposal(row.pupil.id, row.next, row.set.find((s) => s.assignment.assignment.ladder)?.assignment)
    await again()
    tell(say.assignedToUntilTheNextLesson(row.pupil.pupil.name, row.next.name), {
      label: say.undo,
      run: () =>
        void undo()
          .then(again)
          .catch((cause) => tell(wordsOf(cause))),
    })
  } catch (cause) {
    tell(wordsOf(cause))
  } finally {
    busy.value = ''
  }
}

async function toBench(of: StoredPupil) {
  try {
    await router.push({ name: 'bench', query: toQuery(await benchBrief(of)) })
  } catch (cause) {
    tell(wordsOf(cause))
  }
}

function go(days: number) {
  if (today.value) void router.push({ query: { on: addDays(today.value.on, days) } })
}

const adding = ref(false)
const reading = ref(false)
const home = ref<StoredPupil>()
function added(p: StoredPupil) {
  void router.push({ name: 'pupil', params: { id: p.id } })
}
</script>

<template>
  <div class="today">
    <TryAgain :text="trouble" @again="again" />
    <template v-if="today && today.pupils === 0">
      <h1>{{ say.today }}</h1>
      <p>{{ say.noPupilsYetAddOneTo }}</p>
      <p class="start">
        <v-btn color="primary" variant="flat" size="large" :prepend-icon="mdiAccountPlusOutline" data-do="add-pupil" @click="adding = true">{{ say.addYourFirstPupil }}</v-btn>
        <v-btn color="primary" variant="tonal" size="large" :to="{ name: 'bench' }" data-do="to-bench">{{ say.goToTheBench }}</v-btn>
      </p>
    </template>
    <template v-else-if="today">
      <div class="head">
        <h1>{{ today.words }}</h1>
        <p class="days">
          <v-btn :icon="mdiChevronLeft" size="small" :aria-label="say.previousDay" @click="go(-1)" />
          <v-btn :icon="mdiChevronRight" size="small" :aria-label="say.nextDay" @click="go(1)" />
          <v-btn v-if="route.query.on" size="small" color="primary" variant="tonal" :to="{ name: 'today' }">{{ say.backToToday }}</v-btn>
        </p>
        <span class="grow" />
        <v-btn color="primary" variant="tonal" :prepend-icon="mdiQrcodeScan" data-do="results" @click="reading = true">{{ say.resultsFromHome }}</v-btn>
        <v-btn color="primary" variant="tonal" :prepend-icon="mdiAccountPlusOutline" data-do="add-pupil" @click="adding = true">{{ say.newPupil }}</v-btn>
      </div>
      <ol v-if="today.lessons.length" class="lessons" :aria-label="say.lessons">
        <LessonRow
          v-for="r in today.lessons"
          :key="r.pupil.id"
          :row="r"
          :on="today.on"
          :instrument="named(r.pupil)"
          :busy="busy === r.pupil.id"
          @set="set(r)"
          @home="home = r.pupil"
          @bench="toBench(r.pupil)"
        />
      </ol>
      <p v-else class="none">{{ say.noLessonsOnThisDayThe }}</p>
      <h2 class="panel-title">{{ say.week }}</h2>
      <WeekStrip :today="today" :on="today.on" />
      <template v-if="today.others.length">
        <h2 class="panel-title">{{ say.needsAttention }}</h2>
        <ul class="others">
          <li v-for="r in today.others" :key="r.pupil.id">
            <router-link :to="{ name: 'pupil', params: { id: r.pupil.id } }">{{ r.pupil.pupil.name }}</router-link> {{ r.attention.join(', ') }}
          </li>
        </ul>
      </template>
      <AllPupils @change="again" />
    </template>
    <v-progress-linear v-else-if="!trouble" indeterminate color="primary" :aria-label="say.loadingTheDay" />
    <PupilDialog v-model="adding" @kept="added" />
    <ResultsDialog v-model="reading" @kept="again" />
    <HomeDialog v-if="home" :pupil="home" @close="home = undefined" />
  </div>
</template>

<style scoped>
.today {
  padding-bottom: 64px; /* what is told at the foot of the window covers nothing */
  margin: auto;
  max-width: 1320px;
}

.head {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 20px;
  padding: 6px 0 10px;
}

h1 {
  font-size: var(--size-title);
}

.days {
  display: flex;
  gap: 4px;
}

.grow {
  flex: 1;
}

.lessons,
.others {
  list-style: none;
  padding: 0;
}

.lessons {
  border-bottom: 1px solid var(--rule);
  margin-bottom: 18px;
}

.none {
  color: var(--faint);
  padding: 18px 0;
}

.start {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  padding-top: 18px;
}

.panel-title {
  margin-top: 18px;
}

.others a {
  color: var(--verdigris);
  margin-inline-end: 10px;
}
</style>
