<script setup lang="ts">
import { say } from './words'
import { inRoom, useDraft } from '../shared/shell/site'
import { computed, ref } from 'vue'
import { api, take, type KeptWeeks, type ScheduleItem, type ScheduleRequest, type SetWork, type StoredPupil } from '../api/client'
import { useLoad, wordsOf } from '../shared/load'
import { sendChange } from '../shared/versions/meet'
import { tell } from '../shared/shell/notice'
import { addDays, dayWords, today } from '../shared/pupils/pupils'
import WeeksDay from './WeeksDay.vue'
import WeeksForm from './WeeksForm.vue'

/** Weeks of practice, day by day, out of what is set; kept, changed by hand, and moved along by the log. */
const props = defineProps<{ pupil: StoredPupil; kept: boolean; set: SetWork[] }>()
const path = computed(() => ({ params: { path: { id: props.pupil.id } } }))
const has = ref(props.kept)
const {
  value: weeks,
  failure,
  again,
} = useLoad(
  () => (has.value ? props.pupil.id : undefined),
  (id, signal) => take(api.GET('/api/v1/pupils/{id}/weeks', { params: { path: { id } }, signal })),
)
const day = today()
const from = computed(() => props.set.find((s) => s.assignment.assignment.ladder)?.assignment)

/** What is being asked for outlives a reload until it is kept. */
const draft = useDraft<{ of: string; request: ScheduleRequest } | null>('weeks', null)
const drafting = computed(() => draft.value?.of === props.pupil.id)
const { value: preview, problems } = useLoad(
  () => (drafting.value ? draft.value?.request : undefined),
  (body, signal) => take(api.POST('/api/v1/schedule', { body, signal })),
)

function begin(of?: ScheduleRequest) {
  const a = from.value?.assignment
  const ladder = a?.ladder
  const request =
    of ??
    (ladder && { brief: ladder.brief, start: day, weeks: 4, minutes: a.minutes, ...(ladder.from ? { from: ladder.from } : {}), ...(ladder.goal ? { goal: ladder.goal } : {}) })
  if (request) draft.value = { of: props.pupil.id, request }
}

const failed = ref('')
async function keep(request: ScheduleRequest, said: string) {
  failed.value = ''
  const of = props.pupil.id
  const at = path.value
  try {
    const kept = await sendChange({
      what: say.practicePlan2,
      version: weeks.value?.version ?? 0,
      mine: request,
      send: (version) => take(api.PUT('/api/v1/pupils/{id}/weeks', { ...at, body: { version, request } })),
      read: async () => {
        const stored = await take(api.GET('/api/v1/pupils/{id}/weeks', at))
        return { version: stored.version, fields: stored.request, thing: stored }
      },
    })
    tell(said)
    if (props.pupil.id !== of) return // it waited, and another pupil is looked at
    weeks.value = kept
    has.value = true
    draft.value = null
  } catch (cause) {
    failed.value = wordsOf(cause)
  }
}

/** A change of the kept weeks, with the way back. */
async function change(w: KeptWeeks, to: Partial<ScheduleRequest>, said: string) {
  const before = w.request
  await keep({ ...before, ...to }, said)
  if (!failed.value) tell(said, { label: say.undo, run: () => void keep(before, say.restored) })
}
const others = (w: KeptWeeks, date: string) => (w.request.own ?? []).filter((o) => o.date !== date)
const own = (w: KeptWeeks, date: string, items: ScheduleItem[]) => change(w, { own: [...others(w, date), { date, items }] }, say.isChanged(dayWords(date)))
const plain = (w: KeptWeeks, date: string) => change(w, { own: others(w, date) }, say.isBackToThePlan(dayWords(date)))
const free = (w: KeptWeeks, date: string) => change(w, { missed: [...(w.request.missed ?? []), date] }, say.isDayOff(dayWords(date)))

async function remove() {
  try {
    await take(api.DELETE('/api/v1/pupils/{id}/weeks', path.value))
    has.value = false
    tell(say.practicePlanRemoved, {
      label: say.undo,
      run: () =>
        void take(api.POST('/api/v1/pupils/{id}/weeks/restore', path.value)).then((w) => {
          has.value = true
          weeks.value = w
        }),
    })
  } catch (cause) {
    tell(wordsOf(cause))
  }
}

const all = ref(false)
/** This week and the next at first. */
const shown = computed(() => {
  const list = weeks.value?.weeks.weeks ?? []
  return all.value ? list : list.filter((w) => w.days.some((d) => d.date >= day && d.date < addDays(day, 14)))
})
</script>

<template>
  <div class="weeks">
    <template v-if="drafting && draft">
      <WeeksForm v-model="draft.request" />
      <p v-if="problems.length" class="trouble" role="alert">{{ problems.map((p) => p.message).join('; ') }}</p>
      <p v-else-if="preview" class="sentence">{{ preview.sentence }}</p>
      <p v-for="r in preview?.remarks" :key="r" class="faint">{{ r }}</p>
      <ol v-if="preview && !problems.length" class="preview">
        <li v-for="d in preview.weeks[0]?.days" :key="d.date">
          <b>{{ dayWords(d.date) }}</b> {{ d.items.map((i) => say.minutesOfWhat(i.minutes, i.what)).join(' · ') }}
        </li>
      </ol>
      <p class="buttons">
        <v-btn color="primary" variant="flat" :disabled="problems.length > 0" data-do="keep-weeks" @click="keep(draft.request, say.practicePlanSavedItFollowsThe)">{{
          say.saveThePlan
        }}</v-btn>
        <v-btn @click="draft = null">{{ say.cancel }}</v-btn>
      </p>
    </template>
    <template v-else-if="weeks">
      <p class="sentence">{{ weeks.weeks.sentence }}</p>
      <p v-for="r in weeks.weeks.remarks" :key="r" class="faint">{{ r }}</p>
      <p class="buttons">
        <v-btn size="small" color="primary" variant="tonal" data-do="change-weeks" @click="begin(weeks.request)">{{ say.edit2 }}</v-btn>
        <v-btn size="small" color="primary" variant="tonal" :href="inRoom(`/api/v1/pupils/${pupil.id}/weeks/file`)" download>{{ say.pagePdf }}</v-btn>
        <v-btn size="small" color="primary" variant="tonal" :href="inRoom(`/api/v1/pupils/${pupil.id}/weeks/file?format=ics`)" download>{{ say.calendarIcalendar }}</v-btn>
        <v-btn size="small" data-do="remove-weeks" @click="remove">{{ say.remove }}</v-btn>
      </p>
      <section v-for="w in shown" :key="w.week">
        <h3 class="panel-title">{{ say.weekOf(w.week, weeks.weeks.weeks.length) }}</h3>
        <ol class="days">
          <WeeksDay
            v-for="d in w.days"
            :key="d.date"
            :day="d"
            :pupil="pupil.id"
            :today="day"
            @own="own(weeks, d.date, $event)"
            @plain="plain(weeks, d.date)"
            @free="free(weeks, d.date)"
          />
        </ol>
      </section>
      <p v-if="shown.length === 0" class="faint">{{ say.noneOfTheseWeeksIsNear }}</p>
      <button v-if="!all" type="button" class="as-link" data-do="all-weeks" @click="all = true">{{ say.showAllWeeks }}</button>
    </template>
    <template v-else-if="!has">
      <p class="faint">{{ say.noPracticePlanYetItsMade }}</p>
      <p>
        <v-btn size="small" color="primary" variant="tonal" :disabled="!from" data-do="plan-weeks" @click="begin()">{{ say.planFromTheAssignments }}</v-btn>
      </p>
    </template>
    <p v-if="failure" class="trouble" role="alert">
      {{ failure }} <button type="button" class="as-link" @click="again">{{ say.tryAgain }}</button>
    </p>
    <p v-if="failed" class="trouble" role="alert">{{ failed }}</p>
  </div>
</template>

<style scoped>
.weeks {
  display: grid;
  gap: 10px;
  grid-template-columns: minmax(0, 1fr);
}

.sentence {
  font-family: var(--face-heading);
}

.buttons {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}

.days,
.preview {
  list-style: none;
  padding: 0;
}

.days {
  display: grid;
  gap: 0 22px;
  grid-template-columns: repeat(auto-fill, minmax(300px, 1fr));
}

.faint {
  color: var(--faint);
}

.trouble {
  color: var(--brick);
}
</style>
