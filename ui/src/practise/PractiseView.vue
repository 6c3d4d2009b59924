<script setup lang="ts">
import { computed, defineAsyncComponent, nextTick, ref, watch } from 'vue'
import type { LogResult, Take } from '../api/client'
import { useCatalogue } from '../shared/catalogue'
import BriefSentence from '../shared/brief/BriefSentence.vue'
import ProblemList from '../shared/brief/ProblemList.vue'
import { toQuery } from '../shared/brief/query'
import RunLanes from '../shared/lanes/RunLanes.vue'
import NeckDrawing from '../shared/neck/NeckDrawing.vue'
import { stretch } from '../shared/neck/stretch'
import { keptLabel, keptSpacing } from '../shared/shell/kept'
import { clickKey, labelKey, useKeys } from '../shared/shell/keys'
import TryAgain from '../shared/shell/TryAgain.vue'
import { useRouter } from 'vue-router'
import PlayBar from '../shared/sound/PlayBar.vue'
import { pieceOf } from '../shared/sound/timeline'
import { usePlayer } from '../shared/sound/usePlayer'
import LadderSettings from './LadderSettings.vue'
import LogPanel from './LogPanel.vue'
import RungRail from './RungRail.vue'
import TakePanel from './TakePanel.vue'
import { usePractise, words } from './usePractise'
import { useSitting } from './useSitting'

// The plot comes with its library once there is something to plot.
const LogPlot = defineAsyncComponent(() => import('./LogPlot.vue'))

const practise = usePractise()
const { brief, ladder, problems, failure, failed, at, rung, plan } = practise
const router = useRouter()
const player = usePlayer(
  computed(() => plan.value && pieceOf(plan.value)),
  { steady: true },
)
const { current, note, playing, starting, counting, sounded, loop } = player
const { sitting, minutesLeft, clean, begin, add, drop, plan: planMinutes, end } = useSitting()

// A try begins with the play bar and is asked for once its last note has sounded, or it
// was broken off.
const asking = ref(false)
let since = 0
watch(playing, async (now) => {
  if (now) {
    begin()
    summary.value = ''
    since = Date.now()
    asking.value = false
    return
  }
  if (!since) return
  asking.value = true
  await nextTick()
  document.querySelector<HTMLElement>('[data-result=clean]')?.focus({ preventScroll: true })
})
// A take is judged against what is on screen, and proposes an answer.
const judged = ref<Take>()
watch(judged, (now) => now && (asking.value = true))
watch([at, brief], () => {
  asking.value = false
  judged.value = undefined
})

const keyOf: Record<LogResult, string> = { clean: '1', nearly: '2', 'not-yet': '3' }
const { catalogue } = useCatalogue()
const results = computed(() => (catalogue.value?.results ?? []).map((r) => ({ id: r.id as LogResult, key: keyOf[r.id as LogResult], name: r.name, why: r.why ?? '' })))

/** A key that is struck twice is one answer. */
const bounce = 500
let answered = 0

async function answer(result: LogResult) {
  if (playing.value || !rung.value || Date.now() - answered < bounce) return
  answered = Date.now()
  const name = rung.value.name
  const seconds = since ? Math.min(Math.round((Date.now() - since) / 1000), 14_400) : 0
  const entry = await practise.write(result, seconds)
  if (!entry) {
    answered = 0 // it may be pressed again at once
    return
  }
  add({ id: entry.id, rung: name, result, seconds })
  since = 0
  asking.value = false
  judged.value = undefined
  current.value = -1
}
watch(practise.takenBack, drop)

function choose(i: number) {
  if (playing.value) player.toggle()
  practise.choose(i)
}

/** What the last sitting came to, until the next one begins. */
const summary = ref('')
const endSitting = () => (summary.value = end())

const care = computed(() => plan.value?.cautions.find((c) => c.code === 'care')?.message)

useKeys([
  { key: ' ', does: 'start after the count-in, stop', run: player.toggle },
  ...Object.entries(keyOf).map(([id, key]) => ({ key, does: `it went: ${words[id as LogResult]}`, run: () => void answer(id as LogResult) })),
  { key: 'ArrowUp', does: 'a rung faster', run: () => choose(at.value + 1) },
  { key: 'ArrowDown', does: 'a rung slower', run: () => choose(at.value - 1) },
  { key: 'g', does: 'to the rung that comes next', run: () => choose(ladder.value?.next ?? 0) },
  labelKey,
  clickKey,
  { key: 'r', does: 'repeat the bar of the marked note, or end it', run: player.repeatBar },
  { key: 'R', does: 'take the next bar into the repeat', run: player.repeatMore },
])
</script>

<template>
  <div class="practise">
    <TryAgain :text="failure || practise.noPlan.value" @again="practise.again" />
    <template v-if="ladder && rung && plan">
      <BriefSentence :said="plan" :brief="plan.brief" :given="brief" :problems="problems" small @change="practise.changeBrief" />
      <div class="stand">
        <section class="now" aria-labelledby="rung">
          <h1 id="rung" class="rung" aria-live="polite">{{ rung.name }}</h1>
          <p class="speed">
            {{ rung.notesPerMinute }} notes a minute<template v-if="rung.sameSpeedAs !== null && rung.sameSpeedAs !== undefined"
              >, the same speed as {{ ladder.rungs[rung.sameSpeedAs]?.name }}</template
            >
          </p>
          <p class="count">{{ rung.count }}</p>
          <p class="why" role="status">{{ ladder.why }}</p>
          <p v-if="ladder.sticks" class="sticks">
            {{ ladder.sticks.words }} Instead:
            <router-link v-for="p in ladder.sticks.proposals" :key="p.kind" :to="{ query: toQuery(p.brief) }" :data-instead="p.kind">{{ p.words }}</router-link>
          </p>
          <div v-if="asking" class="ask" role="group" aria-label="How did it go?">
            <button v-for="r in results" :key="r.id" type="button" class="result" :class="[r.id, { proposed: judged?.result === r.id }]" :data-result="r.id" @click="answer(r.id)">
              <b>{{ r.name }}</b> <span>{{ r.key }} · {{ r.why }}</span>
            </button>
          </div>
          <div v-else class="go">
            <v-btn size="large" color="primary" :variant="playing ? 'tonal' : 'flat'" :loading="starting" data-do="start" @click="player.toggle">{{
              playing ? 'Stop' : 'Start'
            }}</v-btn>
            <v-btn size="large" variant="tonal" :disabled="at === 0" aria-label="A rung slower (arrow down)" data-do="rung-down" @click="choose(at - 1)">slower</v-btn>
            <v-btn size="large" variant="tonal" :disabled="at === ladder.rungs.length - 1" aria-label="A rung faster (arrow up)" data-do="rung-up" @click="choose(at + 1)"
              >faster</v-btn
            >
            <b v-if="counting" class="counting">{{ counting }}</b>
          </div>
          <p v-if="failed" class="trouble" role="alert">{{ failed }}</p>
          <div class="tools">
            <p v-if="summary" class="summary" role="status">{{ summary }}</p>
            <p class="sitting">
              <template v-if="sitting.begun">
                {{ minutesLeft > 0 ? `${minutesLeft} of ${sitting.minutes} minutes left` : `${sitting.minutes} minutes are over: a good time for a break` }} ·
                {{ sitting.tries.length }} {{ sitting.tries.length === 1 ? 'try' : 'tries' }}, {{ clean }} clean
                <button type="button" data-do="end-sitting" @click="endSitting">end the sitting</button>
              </template>
              <label v-else
                >A sitting of
                <select :value="sitting.minutes" data-do="minutes" @change="planMinutes(Number(($event.target as HTMLSelectElement).value))">
                  <option v-for="m in [5, 10, 15, 20, 30, 45]" :key="m" :value="m">{{ m }} minutes</option>
                </select></label
              >
            </p>
            <p class="point">{{ ladder.point }}</p>
            <p v-if="care" class="care">{{ care }}</p>
          </div>
        </section>
        <RungRail :ladder="ladder" :at="at" @choose="choose" />
      </div>
      <NeckDrawing :plan="plan" :spacing="keptSpacing" :label="keptLabel" :current="note" :box-only="stretch === 'box'" @choose="player.stepToNote" />
      <PlayBar
        repeats
        steady
        :tempo="plan.brief.rhythm?.tempoBpm ?? 60"
        :chords="plan.scale.triads.length > 0"
        v-bind="player.bar.value"
        @toggle="player.toggle"
        @repeat="player.repeatBar"
      />
      <RunLanes v-model:loop="loop" :take="judged" :data-sounded="sounded?.at" :data-late="sounded?.lateMs" :plan="plan" :current="current" @choose="player.stepTo" />
      <div class="below">
        <LogPanel :ladder="ladder" />
        <div>
          <LogPlot v-if="ladder.history.length > 1" :ladder="ladder" />
          <TakePanel v-model="judged" :brief="plan.brief" :playing="playing" />
          <LadderSettings :ladder="ladder" @set="practise.set" />
        </div>
      </div>
    </template>
    <template v-else-if="problems.length">
      <h1>This cannot be practised yet</h1>
      <ProblemList back="To the bench" :problems="problems" :brief="brief" @change="practise.changeBrief" @back="router.push({ name: 'bench' })" />
    </template>
    <v-progress-linear v-else-if="!failure" indeterminate color="primary" aria-label="Working out the ladder" />
  </div>
</template>

<style scoped>
.stand {
  display: grid;
  gap: 28px;
  grid-template-columns: minmax(0, 1fr) 300px;
  padding-top: 10px;
}

/* To be read from a music stand. */
.rung {
  font-size: clamp(2.1rem, 5vw, 3.6rem);
  line-height: 1.08;
}

.speed {
  font-size: var(--size-heading);
}

.count {
  color: var(--faint);
  font-size: var(--size-lead);
  overflow-wrap: anywhere;
}

.why {
  border-inline-start: 4px solid var(--verdigris);
  font-size: var(--size-lead);
  margin-top: 12px;
  padding-inline-start: 12px;
}

.sticks {
  display: grid;
  gap: 4px;
  margin-top: 8px;
}

.sticks a,
.sitting button {
  color: var(--verdigris);
}

.ask {
  display: grid;
  gap: 10px;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  margin-top: 14px;
}

.result {
  border: 2px solid var(--rule);
  border-radius: 8px;
  min-height: 96px;
  padding: 10px 14px;
  text-align: start;
}

.result b {
  display: block;
  font-family: var(--face-heading);
  font-size: var(--size-title);
}

.result span {
  color: var(--faint);
  font-size: var(--size-note);
}

.result:hover {
  background: color-mix(in srgb, var(--verdigris) 10%, transparent);
}

.result.clean {
  border-color: var(--verdigris);
}

.result.proposed {
  background: color-mix(in srgb, var(--marigold) 18%, transparent);
}

.result.not-yet {
  border-color: var(--brick);
}

.go {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  margin-top: 14px;
}

.counting {
  color: var(--verdigris);
  font-family: var(--face-heading);
  font-size: 2.4rem;
  line-height: 1;
}

.tools {
  color: var(--faint);
  display: flex;
  flex-wrap: wrap;
  font-size: var(--size-fact);
  gap: 2px 26px;
  padding: 10px 0 4px;
}

.summary {
  color: var(--ink);
  flex-basis: 100%;
}

.care {
  color: var(--brick);
}

.trouble {
  color: var(--brick);
  margin-top: 8px;
}

.below {
  border-top: 1px solid var(--rule);
  display: grid;
  gap: 28px;
  grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
  margin-top: 14px;
  padding-top: 12px;
}

@media (max-width: 760px) {
  .stand,
  .below {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
