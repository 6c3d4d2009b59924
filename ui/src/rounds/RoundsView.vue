<script setup lang="ts">
import { say } from './words'
import { mdiEyeOffOutline, mdiTimerOutline } from '@mdi/js'
import { useElementSize, usePreferredReducedMotion } from '@vueuse/core'
import { computed, nextTick, ref, watch } from 'vue'
import ProblemList from '../shared/brief/ProblemList.vue'
import { toQuery } from '../shared/brief/query'
import WorkHead from '../shared/brief/WorkHead.vue'
import { labelNames } from '../shared/neck/labels'
import { keptCover, keptLabel } from '../shared/shell/kept'
import { clickKey, labelKey, speedKeys, useKeys } from '../shared/shell/keys'
import SetFor from '../shared/pupils/SetFor.vue'
import PlayBar from '../shared/sound/PlayBar.vue'
import { pieceOf } from '../shared/sound/timeline'
import { usePlayer } from '../shared/sound/usePlayer'
import ChoiceRow from '../shared/shell/ChoiceRow.vue'
import RoundStop from './RoundStop.vue'
import { useRound } from './useRound'
import TryAgain from '../shared/shell/TryAgain.vue'
import { site } from '../shared/shell/site'

const work = useRound()
const { round, done, problems, failure, busy, brief, change } = work

const stops = computed(() => round.value?.stops ?? [])
const first = computed(() => stops.value[0]?.plan)
const player = usePlayer(
  computed(() => round.value && pieceOf(round.value)),
  { coming: busy },
)
const { current, note, playing, sounded } = player

/** The key that is played, or was played last; -1 before the first. */
const at = computed(() => (current.value < 0 ? -1 : stops.value.findLastIndex((s) => s.first <= current.value)))

const still = usePreferredReducedMotion()
const head = ref<InstanceType<typeof WorkHead>>()
const rails = ref<HTMLElement>()
const { width } = useElementSize(rails)
/** On a phone the neck has a row of its own, on a tablet it stands beside the key, else beside the words too. */
const neckWidth = computed(() => {
  if (width.value < 560) return Math.max(width.value - 48, 220)
  return width.value < 900 ? Math.min(420, width.value - 190) : Math.min(330, width.value * 0.27)
})
const twelve = computed(() => round.value?.brief.round?.through === 'twelve-keys')

watch(at, async (i) => {
  await nextTick()
  if (i >= 0 && playing.value) rails.value?.children[i]?.scrollIntoView({ block: 'nearest', behavior: still.value === 'reduce' ? 'instant' : 'smooth' })
})

function toggle() {
  // The whole round begins anew once it has been played to its end.
  if (!playing.value && current.value >= (round.value?.run.events.length ?? 0) - 1) current.value = -1
  player.toggle()
}

function stepKey(by: number) {
  const to = stops.value[Math.min(Math.max(at.value + by, 0), stops.value.length - 1)]
  if (to) player.stepTo(to.first)
}

function markDone() {
  const s = stops.value[at.value]
  if (s) work.toggleDone(s.tonic)
}

useKeys([
  { key: 'b', does: say.goToTheBrief, run: () => head.value?.focus() },
  { key: ',', does: say.previousKey, run: () => stepKey(-1) },
  { key: '.', does: say.nextKey, run: () => stepKey(1) },
  { key: 'd', does: say.markTheKeyDone, run: markDone },
  { key: 'h', does: say.hideOrShowTheNecks, run: () => (keptCover.value = !keptCover.value) },
  labelKey,
  { key: ' ', does: say.playTheRoundAfterACount, run: toggle },
  clickKey,
  ...speedKeys,
  { key: 'p', does: say.printOrExportTheSheet, run: () => head.value?.print() },
])
</script>

<template>
  <div class="rounds" :aria-busy="busy">
    <TryAgain :text="failure" @again="work.retry" />
    <template v-if="round && first">
      <WorkHead ref="head" round :work="work" :said="round">
        <SetFor :brief="brief" />
        <v-btn v-if="!site.stand" color="primary" variant="tonal" :prepend-icon="mdiTimerOutline" data-do="practise" :to="{ name: 'practise', query: toQuery(brief) }">{{
          say.practise
        }}</v-btn>
      </WorkHead>

      <p v-for="remark in round.remarks" :key="remark" class="remark">{{ remark }}</p>
      <div class="bar">
        <PlayBar :tempo="round.brief.rhythm?.tempoBpm ?? 60" :chords="!!round.run.keys[0]?.vamp.length" v-bind="player.bar.value" :data-sounded="sounded?.at" @toggle="toggle">
          {{ say.roundFacts(stops.length, round.run.notes, round.run.bars, round.run.notesPerMinute) }} <b>{{ done.length }}</b> {{ say.ofDone(stops.length) }}
        </PlayBar>
        <div class="tools">
          <v-btn v-if="done.length" color="primary" data-do="clear" @click="work.clearDone">{{ say.clearTheMarks }}</v-btn>
          <v-btn
            :prepend-icon="mdiEyeOffOutline"
            :color="keptCover ? 'primary' : undefined"
            :variant="keptCover ? 'tonal' : 'text'"
            :aria-pressed="keptCover"
            data-do="cover"
            @click="keptCover = !keptCover"
            >{{ say.hideTheNecks }}</v-btn
          >
          <ChoiceRow v-model="keptLabel" :options="labelNames" :label="say.labels" />
        </div>
      </div>
      <ol ref="rails" class="rails" :aria-label="say.round(round.title)">
        <RoundStop
          v-for="(s, i) in stops"
          :key="`${i} ${s.title}`"
          :stop="s"
          :label="keptLabel"
          :covered="keptCover"
          :done="done.includes(s.tonic)"
          :playing="i === at"
          :note="note"
          :neck-width="neckWidth"
          :twelve="twelve"
          @play="player.playFrom(s.first)"
          @done="work.toggleDone(s.tonic)"
          @respell="s.other && work.respell(s.tonic, s.other)"
          @choose="work.choose(s.tonic, $event)"
          @hold="work.hold(s.tonic, $event)"
        />
      </ol>
    </template>
    <template v-else-if="problems.length">
      <h1>{{ say.thisRoundCantBePlayedYet }}</h1>
      <ProblemList :back="say.startOver" :problems="problems" :brief="brief" @change="change" @back="work.startAfresh" />
    </template>
    <v-progress-linear v-else-if="!failure" indeterminate color="primary" :aria-label="say.calculatingTheRound" />
  </div>
</template>

<style scoped>
.remark {
  border-inline-start: 3px solid var(--marigold);
  font-size: var(--size-fact);
  margin-top: 6px;
  padding-inline-start: 10px;
}

.bar {
  align-items: center;
  background: var(--ground);
  border-bottom: 1px solid var(--rule);
  display: flex;
  flex-wrap: wrap;
  gap: 4px 24px;
  justify-content: space-between;
  position: sticky;
  top: 0;
  z-index: 2;
}

.bar :deep(.play-bar) {
  border-top: 0;
  margin-top: 0;
}

.tools {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  padding-bottom: 4px;
}

/* The rails. */
.rails {
  border-inline: 4px solid var(--rule);
  list-style: none;
  margin-top: 8px;
  padding: 0;
}
</style>
