<script setup lang="ts">
import { computed, onScopeDispose, ref, shallowRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, CallError, take, type Brief, type Comparison, type FieldError } from '../api/client'
import { fromPair, toPair } from '../brief/pair'
import { changed, toQuery } from '../brief/query'
import { useCatalogue } from '../brief/useCatalogue'
import type { Changes } from '../brief/useWork'
import ProblemList from '../brief/ProblemList.vue'
import CompareSide from './CompareSide.vue'
import TryAgain from '../shell/TryAgain.vue'

type Side = 'first' | 'second'
const sides: Side[] = ['first', 'second']

const route = useRoute()
const router = useRouter()
const { catalogue, own, ownScales } = useCatalogue()
const usual: Brief = { instrument: { id: 'guitar' }, scale: { tonic: 'E', name: 'dorian' } }
const pair = computed<Record<Side, Brief>>(() => {
  const given = fromPair(route.query)
  const first = given.first ?? usual
  return { first, second: given.second ?? changed(first, { 'layout.system': 'five-form' }) }
})

const result = shallowRef<Comparison>()
const problems = ref<FieldError[]>([])
const failure = ref('')
let running: AbortController | undefined
let worked: Record<Side, Brief> | undefined

async function load() {
  running?.abort()
  const mine = (running = new AbortController())
  const asked = pair.value
  try {
    result.value = await take(api.POST('/api/v1/compare', { body: asked, signal: mine.signal }))
    worked = asked
    problems.value = []
    failure.value = ''
  } catch (cause) {
    if (mine.signal.aborted) return
    const error = cause as CallError
    problems.value = error.fields ?? []
    failure.value = problems.value.length > 0 ? '' : error.message
  }
}
watch(pair, () => route.name === 'compare' && void load(), { immediate: true })
onScopeDispose(() => running?.abort())

const shared = computed(() => new Set(result.value?.sharedPlaces.map((p) => `${p.string}/${p.fret}`)))
const settingOf = (side: Side) =>
  catalogue.value && result.value ? { catalogue: catalogue.value, own: own.value, ownScales: ownScales.value, brief: result.value[side].brief, plan: result.value[side] } : undefined
const problemsOf = (side: Side) => problems.value.filter((p) => p.field.startsWith(`${side}.`)).map((p) => ({ ...p, field: p.field.slice(side.length + 1) }))

function change(side: Side, changes: Changes) {
  const next = { ...pair.value, [side]: changed(pair.value[side], changes) }
  void router.push({ query: toPair(next.first, next.second) })
}

function swap() {
  void router.push({ query: toPair(pair.value.second, pair.value.first) })
}

function back() {
  if (worked) void router.push({ query: toPair(worked.first, worked.second) })
}
</script>

<template>
  <div class="compare">
    <div class="head">
      <h1>Two plans side by side</h1>
      <v-btn color="primary" variant="tonal" @click="swap">Swap</v-btn>
    </div>
    <TryAgain :text="failure" @again="load" />
    <template v-for="side in sides" :key="side">
      <ProblemList v-if="problemsOf(side).length" back="Back to what worked" :problems="problemsOf(side)" :setting="settingOf(side)" @change="change(side, $event)" @back="back" />
    </template>
    <template v-if="result">
      <p class="shared">
        <b>{{ result.sharedPlaces.length }}</b> {{ result.sharedPlaces.length === 1 ? 'place' : 'places' }} in both boxes, framed.
        Notes in both: <b>{{ result.sharedNotes.join(' ') || 'none' }}</b><template v-if="result.onlyFirst.length">; only in the first: <b>{{ result.onlyFirst.join(' ') }}</b></template><template v-if="result.onlySecond.length">; only in the second: <b>{{ result.onlySecond.join(' ') }}</b></template>.
      </p>
      <div class="sides">
        <CompareSide
          v-for="side in sides"
          :key="side"
          :plan="result[side]"
          :setting="settingOf(side)"
          :problems="problemsOf(side)"
          :shared="shared"
          :open="{ name: 'bench', query: toQuery(pair[side]) }"
          @change="change(side, $event)"
        />
      </div>
    </template>
    <v-progress-linear v-else-if="!failure && problems.length === 0" indeterminate color="primary" aria-label="Working out both plans" />
  </div>
</template>

<style scoped>
.head {
  align-items: center;
  display: flex;
  gap: 24px;
}

h1 {
  font-size: 1.3rem;
}

.shared {
  padding: 6px 0 10px;
}

.sides {
  display: grid;
  gap: 18px;
}
</style>
