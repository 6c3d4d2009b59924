<script setup lang="ts">
import { say } from './words'
import { mdiAccountPlusOutline, mdiChevronLeft, mdiChevronRight } from '@mdi/js'
import { useNow } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, take, type StoredPupil, type TodayRow } from '../api/client'
import { toQuery } from '../shared/brief/query'
import { useCatalogue } from '../shared/catalogue'
import { useLoad, wordsOf } from '../shared/load'
import PupilDialog from '../shared/pupils/PupilDialog.vue'
import { addDays, benchBrief, dayWords, longDay, setProposal, today as day } from '../shared/pupils/pupils'
import HomeDialog from '../shared/pupils/HomeDialog.vue'
import { tell } from '../shared/shell/notice'
import TryAgain from '../shared/shell/TryAgain.vue'
import AllPupils from './AllPupils.vue'
import { over, until } from './hours'
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
const named = (p: StoredPupil) => p.pupil.members?.map((m) => m.name).join(', ') ?? catalogue.value?.instruments.find((i) => i.id === p.pupil.instrument.id)?.name ?? ''

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

const { now } = useNow({ interval: 30_000, controls: true })
const isToday = computed(() => today.value?.on === day(now.value))
/** The lesson that is under way or comes next: it stands out. */
const next = computed(() => today.value?.lessons.find((r) => !isToday.value || !over(r.pupil.pupil.at, now.value)))
/** The first lesson of a later day of this week. */
const nextLesson = computed(() => {
  const later = today.value?.week.find((d) => d.date > (today.value?.on ?? '') && d.lessons.length)
  const lesson = later?.lessons[0]
  return later && lesson ? { name: lesson.name, date: later.date, at: lesson.at } : undefined
})

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
        <v-btn color="primary" variant="flat" :prepend-icon="mdiAccountPlusOutline" data-do="add-pupil" @click="adding = true">{{ say.addYourFirstPupil }}</v-btn>
        <v-btn color="primary" variant="tonal" :to="{ name: 'bench' }" data-do="to-bench">{{ say.goToTheBench }}</v-btn>
      </p>
    </template>
    <template v-else-if="today">
      <div class="head">
        <h1>
          {{ longDay(today.on) }} <span class="note">{{ today.words }}</span>
        </h1>
        <p class="days">
          <v-btn :icon="mdiChevronLeft" :aria-label="say.previousDay" @click="go(-1)" />
          <v-btn :icon="mdiChevronRight" :aria-label="say.nextDay" @click="go(1)" />
          <router-link v-if="route.query.on" class="as-link" :to="{ name: 'today' }">{{ say.backToToday }}</router-link>
        </p>
        <span class="grow" />
        <v-btn color="primary" variant="tonal" data-do="results" @click="reading = true">{{ say.resultsFromHome }}</v-btn>
        <v-btn color="primary" variant="tonal" data-do="add-pupil" @click="adding = true">{{ say.addPupil }}</v-btn>
      </div>
      <ol v-if="today.lessons.length" class="lessons" :aria-label="say.lessons">
        <LessonRow
          v-for="r in today.lessons"
          :key="r.pupil.id"
          :row="r"
          :on="today.on"
          :instrument="named(r.pupil)"
          :busy="busy === r.pupil.id"
          :first="r === next"
          :over="isToday && over(r.pupil.pupil.at, now)"
          :minutes="isToday ? until(r.pupil.pupil.at, now) : undefined"
          @set="set(r)"
          @home="home = r.pupil"
          @bench="toBench(r.pupil)"
        />
      </ol>
      <p v-else class="none">{{ nextLesson ? say.noLessonsNext(nextLesson.name, dayWords(nextLesson.date), nextLesson.at) : say.noLessonsOnThisDayThe }}</p>
      <div class="below">
        <section aria-labelledby="week-title">
          <h2 id="week-title" class="small-title">{{ say.week }}</h2>
          <WeekStrip :today="today" :on="today.on" />
        </section>
        <section v-if="today.others.length" aria-labelledby="attention-title">
          <h2 id="attention-title" class="small-title">{{ say.needsAttention }}</h2>
          <ul class="others">
            <li v-for="r in today.others" :key="r.pupil.id">
              <router-link :to="{ name: 'pupil', params: { id: r.pupil.id } }">{{ r.pupil.pupil.name }}</router-link> {{ r.attention.join(', ') }}
            </li>
          </ul>
        </section>
      </div>
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
  margin: auto;
  max-width: 1320px;
  padding-bottom: 64px; /* what is told at the foot of the window covers nothing */
}

.head {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  padding: 12px 0;
}

h1 {
  font-size: var(--size-title);
  line-height: 32px;
  margin-inline-end: 12px;
}

h1 .note {
  font-family: var(--face-text);
  font-weight: 400;
  letter-spacing: 0;
  margin-inline-start: 12px;
}

.days {
  align-items: center;
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
}

.none {
  border-top: 1px solid var(--rule);
  padding: 20px 0;
}

.start {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  padding-top: 18px;
}

.below {
  display: grid;
  gap: 24px;
  grid-template-columns: minmax(0, 1fr) 320px;
  padding: 20px 0 24px;
}

.small-title {
  font-family: var(--face-text);
  font-size: var(--size-note);
  letter-spacing: 0;
  margin-bottom: 4px;
}

.others {
  font-size: var(--size-note);
}

.others li {
  padding: 3px 0;
}

.others a {
  color: inherit;
  text-decoration-color: var(--verdigris);
}

@media (max-width: 1000px) {
  .below {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
