<script setup lang="ts">
import { computed, shallowRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, take, type Brief } from '../api/client'
import { fromPair, toPair } from '../shared/brief/pair'
import ProblemList from '../shared/brief/ProblemList.vue'
import { changed, toQuery, type Changes } from '../shared/brief/query'
import { useLoad } from '../shared/load'
import TryAgain from '../shared/shell/TryAgain.vue'
import CompareSide from './CompareSide.vue'

type Side = 'first' | 'second'
const sides: Side[] = ['first', 'second']

const route = useRoute()
const router = useRouter()
const usual: Brief = { instrument: { id: 'guitar' }, scale: { tonic: 'E', name: 'dorian' } }
const pair = computed<Record<Side, Brief>>(() => {
  const given = fromPair(route.query)
  const first = given.first ?? usual
  return { first, second: given.second ?? changed(first, { 'layout.system': 'five-form' }) }
})

const asked = shallowRef<Record<Side, Brief>>()
watch(pair, (now) => route.name === 'compare' && (asked.value = now), { immediate: true })
const { value: result, problems, failure, again } = useLoad(asked, (body, signal) => take(api.POST('/api/v1/compare', { body, signal })))
const worked = shallowRef<Record<Side, Brief>>()
watch(result, () => (worked.value = asked.value))

const shared = computed(() => new Set(result.value?.sharedPlaces.map((p) => `${p.string}/${p.fret}`)))
const problemsOf = (side: Side) => problems.value.filter((p) => p.field.startsWith(`${side}.`)).map((p) => ({ ...p, field: p.field.slice(side.length + 1) }))

function change(side: Side, changes: Changes) {
  const next = { ...pair.value, [side]: changed(pair.value[side], changes) }
  void router.push({ query: toPair(next.first, next.second) })
}

function swap() {
  void router.push({ query: toPair(pair.value.second, pair.value.first) })
}

function back() {
  if (worked.value) void router.push({ query: toPair(worked.value.first, worked.value.second) })
}
</script>

<template>
  <div class="compare">
    <div class="head">
      <h1>Two plans side by side</h1>
      <v-btn color="primary" variant="tonal" @click="swap">Swap</v-btn>
    </div>
    <TryAgain :text="failure" @again="again" />
    <template v-for="side in sides" :key="side">
      <ProblemList
        v-if="problemsOf(side).length"
        back="Back to what worked"
        :problems="problemsOf(side)"
        :brief="result?.[side].brief"
        @change="change(side, $event)"
        @back="back"
      />
    </template>
    <template v-if="result">
      <p class="shared">
        <b>{{ result.sharedPlaces.length }}</b> {{ result.sharedPlaces.length === 1 ? 'place' : 'places' }} in both boxes, framed. Notes in both:
        <b>{{ result.sharedNotes.join(' ') || 'none' }}</b><template v-if="result.onlyFirst.length"
          >; only in the first: <b>{{ result.onlyFirst.join(' ') }}</b></template
        ><template v-if="result.onlySecond.length"
          >; only in the second: <b>{{ result.onlySecond.join(' ') }}</b></template
        >.
      </p>
      <div class="sides">
        <CompareSide
          v-for="side in sides"
          :key="side"
          :plan="result[side]"
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
  font-size: var(--size-heading);
}

.shared {
  padding: 6px 0 10px;
}

.sides {
  display: grid;
  gap: 18px;
}
</style>
