<script setup lang="ts">
import { mdiCalendarExportOutline, mdiChevronLeft, mdiChevronRight, mdiDeleteOutline, mdiFileDocumentOutline } from '@mdi/js'
import { say } from './words'
import { inRoom, useDraft } from '../shared/shell/site'
import { computed, ref } from 'vue'
import { api, take, type KeptWeeks, type ScheduleDate, type ScheduleItem, type ScheduleRequest, type SetWork, type StoredPupil } from '../api/client'
import { useLoad, wordsOf } from '../shared/load'
import { sendChange } from '../shared/versions/meet'
import MoreMenu from '../shared/shell/MoreMenu.vue'
import { tell } from '../shared/shell/notice'
import { vRoving } from '../shared/shell/roving'
import { addDays, dayWords, shortDay, today } from '../shared/pupils/pupils'
import DayTable from './DayTable.vue'
import WeeksForm from './WeeksForm.vue'

/** The practice plan: a week in a row of days, one day's table open. It is made from the assignments, edited by hand, and follows the log. */
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

/** The week that is looked at: this one at first. */
const list = computed(() => weeks.value?.weeks.weeks ?? [])
const current = computed(() => {
  const at = list.value.findIndex((w) => (w.days.at(-1)?.date ?? '') >= day)
  return at < 0 ? list.value.length - 1 : at
})
const moved = ref(0)
const at = computed(() => Math.max(0, Math.min(list.value.length - 1, current.value + moved.value)))
const week = computed(() => list.value[at.value])
const heading = computed(() => (moved.value === 0 && week.value?.days.some((d) => d.date >= day && d.date < addDays(day, 7)) ? say.thisWeek : say.practicePlan))

/** The day whose table is open: today's, else the next one's. */
const picked = ref('')
const chosen = computed(() => {
  const days = week.value?.days ?? []
  return days.find((d) => d.date === picked.value) ?? days.find((d) => d.date >= day) ?? days.at(-1)
})

function status(d: ScheduleDate) {
  if (d.missed) return d.date < day ? say.missedAndMoved : say.skipped
  if (d.date < day) return say.minDone(d.minutes)
  return d.date === day ? say.todayMin(d.minutes) : say.min(d.minutes)
}

const more = computed(() => {
  const file = `/api/v1/pupils/${props.pupil.id}/weeks/file`
  return [
    { id: 'weeks-pdf', title: say.pagePdf, icon: mdiFileDocumentOutline, href: inRoom(file) },
    { id: 'weeks-calendar', title: say.calendarIcalendar, icon: mdiCalendarExportOutline, href: inRoom(`${file}?format=ics`) },
    { id: 'remove-weeks', title: say.removeThePlan, icon: mdiDeleteOutline, run: () => void remove() },
  ]
})
</script>

<template>
  <div class="weeks">
    <template v-if="drafting && draft">
      <WeeksForm v-model="draft.request" />
      <p v-if="problems.length" class="trouble" role="alert">{{ problems.map((p) => p.message).join('; ') }}</p>
      <p v-else-if="preview" class="sentence">{{ preview.sentence }}</p>
      <p v-for="r in preview?.remarks" :key="r" class="note">{{ r }}</p>
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
    <template v-else-if="weeks && week">
      <div class="head">
        <h2 class="part-title">{{ heading }}</h2>
        <v-btn :icon="mdiChevronLeft" :aria-label="say.weekBefore" :disabled="at === 0" data-do="week-before" @click="moved = at - 1 - current" />
        <p class="note aim">{{ say.weekOfAim(week.week, list.length, weeks.weeks.aim) }}</p>
        <v-btn :icon="mdiChevronRight" :aria-label="say.weekAfter" :disabled="at === list.length - 1" data-do="week-after" @click="moved = at + 1 - current" />
        <span class="grow" />
        <button type="button" class="as-link" data-do="change-weeks" @click="begin(weeks.request)">{{ say.changeThePlan }}</button>
        <MoreMenu :items="more" :alone="say.moreForThePlan" />
      </div>
      <div v-roving="'button'" class="days" role="radiogroup" :aria-label="say.dayOfTheWeek">
        <button
          v-for="d in week.days"
          :key="d.date"
          type="button"
          role="radio"
          :aria-checked="d === chosen"
          :class="{ now: d.date === day, missed: d.missed && d.date < day }"
          :data-day-of="d.date"
          @click="picked = d.date"
        >
          <b>{{ shortDay(d.date) }}</b>
          <span :class="{ done: d.date < day && !d.missed }"
            >{{ status(d) }}<template v-if="d.own"> {{ say.edited }}</template></span
          >
        </button>
      </div>
      <DayTable
        v-if="chosen"
        :key="chosen.date"
        :day="chosen"
        :pupil="pupil.id"
        :today="day"
        @own="own(weeks, chosen.date, $event)"
        @plain="plain(weeks, chosen.date)"
        @free="free(weeks, chosen.date)"
      />
      <p v-for="r in weeks.weeks.remarks" :key="r" class="note">{{ r }}</p>
    </template>
    <template v-else-if="!has && from">
      <div class="part-head">
        <h2 class="part-title">{{ say.practicePlan }}</h2>
      </div>
      <p>
        <v-btn color="primary" variant="tonal" data-do="plan-weeks" @click="begin()">{{ say.planFromTheAssignments }}</v-btn>
        <span class="note why">{{ say.noPracticePlanYetItsMade }}</span>
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
  gap: 8px;
  grid-template-columns: minmax(0, 1fr);
}

.head {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 0 8px;
}

.grow {
  flex: 1;
}

.buttons {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}

.preview {
  list-style: none;
  padding: 0;
}

.days {
  display: grid;
  gap: 12px;
  grid-template-columns: repeat(auto-fit, minmax(104px, 1fr));
}

.days button {
  border-top: 3px solid var(--rule);
  display: grid;
  font-size: var(--size-note);
  min-height: 48px;
  padding-top: 6px;
  text-align: start;
}

.days button.now {
  border-top-color: var(--verdigris);
}

.days button.missed {
  border-top-color: var(--brick);
}

.days span {
  color: var(--faint);
}

.days .done {
  color: var(--verdigris);
}

.days .missed span {
  color: var(--brick);
  font-weight: 700;
}

.days [aria-checked='true'] b {
  text-decoration: underline;
  text-decoration-thickness: 2px;
  text-underline-offset: 4px;
}

.why {
  margin-inline-start: 12px;
}

.trouble {
  color: var(--brick);
}

@media (max-width: 600px) {
  .aim {
    order: 1;
    width: 100%;
  }
}
</style>
