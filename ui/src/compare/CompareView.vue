<script setup lang="ts">
import { say } from './words'
import { computed, shallowRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, take, type Brief, type Plan } from '../api/client'
import ProblemList from '../shared/brief/ProblemList.vue'
import { changeOf } from '../shared/brief/asked'
import { changed, toQuery, type Changes } from '../shared/brief/query'
import { fromSide, toSide } from '../shared/brief/side'
import { useLoad, wordsOf } from '../shared/load'
import { tell } from '../shared/shell/notice'
import { labelNames } from '../shared/neck/labels'
import { stretch, stretchNames } from '../shared/neck/stretch'
import ChoiceRow from '../shared/shell/ChoiceRow.vue'
import { keptLabel, keptSpacing } from '../shared/shell/kept'
import { labelKey, useKeys } from '../shared/shell/keys'
import TryAgain from '../shared/shell/TryAgain.vue'
import CompareSide from './CompareSide.vue'

const most = 6

const route = useRoute()
const router = useRouter()
const usual: Brief = { instrument: { id: 'guitar' }, scale: { tonic: 'E', name: 'dorian' } }
const briefs = computed<Brief[]>(() => {
  const given = fromSide(route.query)
  return given.length ? given.slice(0, most) : [usual]
})

const asked = shallowRef<Brief[]>()
watch(briefs, (now) => route.name === 'compare' && now.length > 1 && (asked.value = now), { immediate: true })
const {
  value: result,
  problems,
  failure,
  again,
} = useLoad(asked, ([first, second, ...also], signal) => take(api.POST('/api/v1/compare', { body: { first: first as Brief, second: second as Brief, also }, signal })))
const worked = shallowRef<Brief[]>()
watch(result, () => (worked.value = asked.value))
const plans = computed<Plan[]>(() => (result.value ? [result.value.first, result.value.second, ...result.value.also] : []))

const { value: answer, problems: noSets } = useLoad(
  () => briefs.value[0],
  (body, signal) => take(api.POST('/api/v1/compare/sets', { body, signal })),
)
const sets = computed(() => answer.value?.sets ?? [])
// One brief alone stands beside the same in the next layout, or beside itself where that says what is wrong with it.
watch([sets, briefs, noSets], ([all, [first, second], wrong]) => {
  const other = all.find((s) => s.id === 'layouts')?.briefs[0] ?? (wrong.length ? first : undefined)
  if (route.name === 'compare' && first && !second && other) void router.replace({ query: toSide([first, other]) })
})

const shared = computed(() => new Set(result.value?.sharedPlaces.map((p) => `${p.string}/${p.fret}`)))
const prefixOf = (i: number) => (i === 0 ? 'first.' : i === 1 ? 'second.' : `also.${i - 2}.`)
const problemsOf = (i: number) => problems.value.filter((p) => p.field.startsWith(prefixOf(i))).map((p) => ({ ...p, field: p.field.slice(prefixOf(i).length) }))

const go = (next: Brief[]) => void router.push({ query: toSide(next) })
const change = (i: number, changes: Changes) => go(briefs.value.map((b, k) => (k === i ? changed(b, changes) : b)))

/** What all of them are changed by: the key, and the box of the first, beside which the others lie. */
function changeAll(change: Changes, first: Changes = {}) {
  ask((i) => ({ 'layout.box': null, ...change, ...(i === 0 ? first : {}) }))
}

/** Changes one thing of each brief; what hangs on it goes too. */
function ask(change: (i: number) => Changes | undefined) {
  const all = briefs.value.map((b, i) => {
    const c = change(i)
    return c ? changeOf(b, c) : b
  })
  Promise.all(all).then(go, (e: unknown) => tell(wordsOf(e)))
}

function stepKey(to: 'fourthOn' | 'fourthBack') {
  const next = plans.value[0]?.scale[to]
  if (next) changeAll({ 'scale.tonic': next })
}

function stepBox(by: number) {
  const plan = plans.value[0]
  if (plan && plan.boxes[plan.box + by]) changeAll({}, { 'layout.box': plan.box + by })
}

/** One stretch of frets for all, so that what lies in one place is seen in one place. */
const frets = computed<[number, number]>(() => {
  const boxes = plans.value.flatMap((p) => p.boxes[p.box] ?? [])
  return [Math.min(...boxes.map((b) => b.lowFret)), Math.max(...boxes.map((b) => b.highFret))]
})

useKeys([
  { key: ',', does: say.previousBoxInEveryPlan, run: () => stepBox(-1) },
  { key: '.', does: say.nextBoxInEveryPlan, run: () => stepBox(1) },
  { key: 'k', does: say.nextKeyInEveryPlanA, run: () => stepKey('fourthOn') },
  { key: 'K', does: say.previousKeyInEveryPlanA, run: () => stepKey('fourthBack') },
  labelKey,
  { key: 'n', does: say.wholeNeckOrThisBoxOnly, run: () => (stretch.value = stretch.value === 'box' ? 'whole' : 'box') },
  { key: 'e', does: say.evenOrTrueFretSpacing, run: () => (keptSpacing.value = keptSpacing.value === 'even' ? 'true' : 'even') },
])
</script>

<template>
  <div class="compare">
    <div class="head">
      <h1>{{ briefs.length > 2 ? say.plansSideBySide(briefs.length) : say.twoPlansSideBySide }}</h1>
      <v-btn v-if="briefs.length === 2" color="primary" variant="tonal" @click="go([...briefs].reverse())">{{ say.swap }}</v-btn>
    </div>
    <p v-if="sets.length" class="sets">
      {{ say.compareWith }} <button v-for="s in sets" :key="s.id" type="button" :data-set="s.id" @click="go([briefs[0] as Brief, ...s.briefs])">{{ s.title }}</button>
    </p>
    <div class="tools">
      <ChoiceRow v-model="keptLabel" :options="labelNames" :label="say.labels" />
      <ChoiceRow v-if="briefs.length === 2" v-model="stretch" :options="stretchNames" :label="say.show" />
    </div>
    <TryAgain :text="failure" @again="again" />
    <template v-for="(b, i) in briefs" :key="i">
      <ProblemList
        v-if="problemsOf(i).length"
        :back="say.backToWhatWorked"
        :problems="problemsOf(i)"
        :brief="plans[i]?.brief ?? b"
        @change="change(i, $event)"
        @back="worked && go(worked)"
      />
    </template>
    <template v-if="result">
      <p class="shared">
        <b>{{ result.sharedPlaces.length }}</b> {{ say.placesFramed(result.sharedPlaces.length, plans.length)
        }}<template v-if="plans.length === 2">
          {{ say.notesInBoth }} <b>{{ result.sharedNotes.join(' ') || 'none' }}</b><template v-if="result.onlyFirst.length"
            >{{ say.onlyInTheFirst }} <b>{{ result.onlyFirst.join(' ') }}</b></template
          ><template v-if="result.onlySecond.length"
            >{{ say.onlyInTheSecond }} <b>{{ result.onlySecond.join(' ') }}</b></template
          >.</template
        >
      </p>
      <div class="sides" :class="{ many: plans.length > 2 }">
        <CompareSide
          v-for="(p, i) in plans"
          :key="i"
          :name="say.planNumber(i + 1)"
          :plan="p"
          :brief="briefs[i]"
          :problems="problemsOf(i)"
          :shared="shared"
          :shared-words="plans.length === 2 ? say.inBoth : say.inAll"
          :words="i === 0 ? '' : result.words[i - 1]"
          :box-only="stretch === 'box' || plans.length > 2"
          :frets="frets"
          :open="{ name: 'bench', query: toQuery(changed(briefs[i] as Brief, { 'layout.box': p.box, 'layout.boxOctave': p.brief.layout?.boxOctave || undefined })) }"
          @change="change(i, $event)"
          @ask="(c) => ask((k) => (k === i ? c : undefined))"
        >
          <v-btn v-if="plans.length > 2" @click="go(briefs.filter((_b, k) => k !== i))">{{ say.remove }}</v-btn>
        </CompareSide>
      </div>
    </template>
    <v-progress-linear v-else-if="!failure && problems.length === 0" indeterminate color="primary" :aria-label="say.calculatingThePlans" />
  </div>
</template>

<style scoped>
.head {
  align-items: center;
  display: flex;
  gap: 24px;
}

h1 {
  font-size: var(--size-heading);
}

.sets {
  color: var(--faint);
  display: flex;
  flex-wrap: wrap;
  font-size: var(--size-fact);
  gap: 2px 16px;
  padding-top: 4px;
}

.sets button {
  color: var(--verdigris);
  min-height: 28px;
}

.sets button:hover {
  text-decoration: underline;
}

.tools {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 26px;
}

.shared {
  padding: 6px 0 10px;
}

.sides {
  display: grid;
  gap: 18px;
}

.sides.many {
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 430px), 1fr));
}
</style>
