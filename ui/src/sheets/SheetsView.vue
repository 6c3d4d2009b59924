<script setup lang="ts">
import { say } from './words'
import { mdiChevronLeft, mdiChevronRight, mdiFileDocumentOutline, mdiSvg } from '@mdi/js'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, take, type Brief } from '../api/client'
import BriefSentence from '../shared/brief/BriefSentence.vue'
import { changed, toQuery, type Changes } from '../shared/brief/query'
import { download, fetchFile, printFile } from '../shared/brief/sheet'
import { useWork } from '../shared/brief/useWork'
import { useLoad, wordsOf } from '../shared/load'
import { pupils } from '../shared/pupils/pupils'
import SetFor from '../shared/pupils/SetFor.vue'
import { keptPaper, keptSheets } from '../shared/shell/kept'
import { tell } from '../shared/shell/notice'
import TryAgain from '../shared/shell/TryAgain.vue'
import ChoiceRow from '../shared/shell/ChoiceRow.vue'
import MoreMenu from '../shared/shell/MoreMenu.vue'
import FillItem from './FillItem.vue'
import SheetPages from './SheetPages.vue'
import SheetSettings from './SheetSettings.vue'
import { asQuery, askedOf, requestOf, sheets, type Asked } from '../shared/sheets'

const route = useRoute()
const router = useRouter()
const starter: Brief = { instrument: { id: 'guitar' }, scale: { tonic: 'Bb', name: 'major' } }
const { brief, made: plan, failure: noPlan, retry } = useWork('sheets', keptSheets, starter, (body, signal) => take(api.POST('/api/v1/plan', { body, signal })))
const {
  value: kinds,
  failure: noKinds,
  again: kindsAgain,
} = useLoad(
  () => true,
  () => take(api.GET('/api/v1/calls')),
)
const asked = computed(() => askedOf(route.query))
const kind = computed(() => kinds.value?.sheets.find((k) => k.id === asked.value.kind))
const request = computed(() => requestOf(brief.value, asked.value))
const { value: made, problems, failure, again } = useLoad(request, (body, signal) => sheets.make(body, signal))
const text = (name: string) => computed(() => (typeof route.query[name] === 'string' ? String(route.query[name]) : ''))
const pupilId = text('pupil')
const assignment = text('assignment')
const { value: pupil } = useLoad(
  () => pupilId.value || undefined,
  (id) => pupils.get(id),
)

const rest = () => ({ ...(pupilId.value ? { pupil: pupilId.value } : {}), ...(assignment.value ? { assignment: assignment.value } : {}) })
function change(next: Partial<Asked>) {
  void router.replace({ query: { ...toQuery(brief.value), ...asQuery({ ...asked.value, ...next }), ...rest() } })
}
function changeFields(changes: Changes) {
  void router.replace({ query: { ...toQuery(changed(brief.value, changes)), ...asQuery(asked.value), ...rest() } })
}

/** Only the instrument is said here, and the layout of boxes: keys and scale stand in their own fields. */
const said = computed(() => {
  const parts = plan.value?.sentenceParts ?? []
  const instrument = parts.filter((p) => p.field?.startsWith('instrument')).flatMap((p, i) => [{ text: i === 0 ? say.forA : ' ' }, p])
  const layout = asked.value.kind === 'boxes' ? parts.filter((p) => p.field === 'layout.system').flatMap((p) => [{ text: say.laidOutAs }, p]) : []
  return { sentenceParts: [...instrument, ...layout, { text: '.' }], spoken: plan.value?.spoken ?? '' }
})

const n = ref(1)
const of = computed(() => made.value?.sheets.length ?? 1)
watch(of, (now) => (n.value = Math.min(n.value, now)))
const sheet = computed(() => made.value?.sheets[n.value - 1])
const views = { page: say.sheet, key: say.answers, fill: say.fillInHere, mark: say.markAPaperSheet }
const view = ref<keyof typeof views>('page')
watch(kind, (now) => now?.hangs && (view.value = 'page'))

/** Which items of the sheet are right. */
const right = ref<boolean[]>([])
watch([sheet, view], () => (right.value = (sheet.value?.items ?? []).map(() => view.value === 'mark')), { immediate: true })

const busy = ref('')
async function handIn() {
  busy.value = 'hand-in'
  try {
    const done = await sheets.handIn({ ...rest(), worksheet: request.value, sheet: n.value, items: right.value })
    tell(say.handedInOfRight(done.title, done.right, done.of), {
      label: say.undo,
      run: () => void take(api.DELETE('/api/v1/sittings/{id}', { params: { path: { id: done.id } } })).catch((cause) => tell(wordsOf(cause))),
    })
    if (n.value < of.value) n.value++
  } catch (cause) {
    tell(wordsOf(cause))
  } finally {
    busy.value = ''
  }
}

const more = computed(() => [
  ...(kind.value?.hangs ? [] : [{ id: 'pdf-sheets', title: say.pdfWithoutAnswers, icon: mdiFileDocumentOutline, run: () => void get('pdf', false) }]),
  { id: 'svg-sheets', title: say.svg, icon: mdiSvg, run: () => void get('svg', !kind.value?.hangs) },
])

/** Whether boxes on the wall show what the pupil never played. */
const holes = ref(true)

/** The sheets as a file, with the places that the pupil never played where they hang on a wall. */
const file = (format: string, answers: boolean) =>
  fetchFile(
    '/api/v1/worksheet/document',
    { format, paper: keptPaper.value, ...(answers ? { answers: 'true' } : {}), ...(pupilId.value && holes.value && kind.value?.hangs ? { pupil: pupilId.value } : {}) },
    request.value,
  )

async function get(format: string, answers: boolean) {
  busy.value = format
  try {
    if (format === 'print') {
      await printFile(() => file('pdf', answers))
      return
    }
    const { blob, name } = await file(format, answers)
    download(blob, name)
    tell(say.isInYourDownloads(name))
  } catch (cause) {
    tell(wordsOf(cause))
  } finally {
    busy.value = ''
  }
}
</script>

<template>
  <div class="sheets">
    <TryAgain :text="failure || noKinds || noPlan" @again="noKinds ? kindsAgain() : failure ? again() : retry()" />
    <div class="columns">
      <div class="side">
        <h1>{{ say.worksheets }}</h1>
        <BriefSentence v-if="plan" :said="said" :brief="plan.brief" :given="brief" :problems="[]" small @change="changeFields" />
        <p v-if="pupil" class="note whose">
          {{ say.for }} <router-link :to="{ name: 'pupil', params: { id: pupil.id } }">{{ pupil.pupil.name }}</router-link>{{ say.whatYouHandInGoesIn }}
        </p>
        <SheetSettings v-if="kinds" :kinds="kinds" :asked="asked" @change="change" />
        <label v-if="pupil && asked.kind === 'boxes'"><input v-model="holes" type="checkbox" data-do="holes" /> {{ say.leaveUnpractisedPlacesOfHollow(pupil.pupil.name) }}</label>
        <div v-if="problems.length" role="alert">
          <p v-for="p in problems" :key="p.field + p.message" class="message problem">{{ p.field }}: {{ p.message }}</p>
        </div>
      </div>
      <section v-if="problems.length === 0" class="one" :aria-label="say.sheetOf(n, of)">
        <div class="which">
          <ChoiceRow v-if="!kind?.hangs" v-model="view" :options="views" :label="say.view" />
          <span class="grow" />
          <v-btn color="primary" variant="flat" :loading="busy === 'print'" data-do="print-sheets" @click="get('print', !kind?.hangs)">{{
            kind?.hangs ? say.print : say.printWithAnswers
          }}</v-btn>
          <SetFor v-if="!kind?.hangs" :brief="brief" :worksheet="request" />
          <MoreMenu :items="more" :alone="say.moreForTheseSheets" />
        </div>
        <SheetPages
          v-if="view === 'page' || view === 'key'"
          :request="request"
          :sheet="n"
          :answers="view === 'key'"
          :hangs="kind?.hangs ?? false"
          :paper="keptPaper"
          :pupil="holes ? pupilId : ''"
          :heading="made?.title ?? ''"
          :title="say.sheetShown(view, made?.title ?? '', n, (sheet?.items ?? []).map((i) => i.show).join(', '))"
        />
        <template v-else-if="!made || !sheet" />
        <template v-else-if="view === 'fill'">
          <p class="how">{{ made.how }}</p>
          <ol :key="`${n} ${JSON.stringify(request)}`">
            <FillItem v-for="(item, i) in sheet.items" :key="i" v-model="right[i]!" :request="request" :sheet="n" :n="i + 1" :item="item" :distances="kinds?.distances ?? []" />
          </ol>
          <v-btn color="primary" variant="flat" :loading="busy === 'hand-in'" data-do="hand-in" @click="handIn">{{ say.handIn }}</v-btn>
        </template>
        <template v-else>
          <p class="how">{{ say.pressTheItemsThatWereWrong }}</p>
          <ul class="paper">
            <li v-for="(item, i) in sheet.items" :key="i">
              <button type="button" :aria-pressed="!right[i]" :data-mark="i + 1" @click="right[i] = !right[i]">
                <b>{{ right[i] ? '✓' : '✗' }}</b> {{ item.show }} <span class="key">{{ item.words.join(' ') }}</span><span v-if="item.count !== undefined" class="key">{{
                  say.countOfAccidentals(item.count)
                }}</span>
              </button>
            </li>
          </ul>
          <v-btn color="primary" variant="flat" :loading="busy === 'hand-in'" data-do="hand-in" @click="handIn">{{
            say.addToTheLogOfRight(right.filter(Boolean).length, right.length)
          }}</v-btn>
        </template>
        <p v-if="of > 1 && sheet" class="stepper">
          <v-btn :icon="mdiChevronLeft" :disabled="n === 1" :aria-label="say.previousSheet" data-do="sheet-before" @click="n--" />
          <span>{{ say.pageOf(kind?.hangs, n, sheet.day, of) }}</span>
          <v-btn :icon="mdiChevronRight" :disabled="n === of" :aria-label="say.nextSheet" data-do="sheet-next" @click="n++" />
        </p>
      </section>
    </div>
  </div>
</template>

<style scoped>
.sheets {
  margin: auto;
  max-width: 1320px;
  padding-bottom: 24px;
}

.columns {
  display: grid;
  gap: 32px;
  grid-template-columns: 340px minmax(0, 1fr);
}

.side {
  align-content: start;
  display: grid;
  gap: 8px;
  padding-top: 12px;
}

h1 {
  font-size: var(--size-title);
  line-height: 32px;
}

.how,
.key {
  color: var(--faint);
  font-size: var(--size-note);
}

.which {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  padding: 12px 0;
}

.grow {
  flex: 1;
}

.stepper {
  align-items: center;
  display: flex;
  gap: 8px;
  justify-content: center;
}

ol,
.paper {
  list-style: none;
  padding: 0;
}

.paper button {
  border-bottom: 1px solid var(--rule);
  min-height: 44px;
  padding: 6px 4px;
  text-align: start;
  width: 100%;
}

.paper button[aria-pressed='true'] {
  color: var(--brick);
}

@media (max-width: 820px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
