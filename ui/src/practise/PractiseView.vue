<script setup lang="ts">
import { say } from './words'
import { mdiMicrophone } from '@mdi/js'
import { until, useSessionStorage } from '@vueuse/core'
import { computed, defineAsyncComponent, nextTick, ref, watch } from 'vue'
import type { LogEntry, LogResult } from '../api/client'
import BriefSentence from '../shared/brief/BriefSentence.vue'
import BriefSummary from '../shared/brief/BriefSummary.vue'
import { narrow } from '../shared/shell/narrow'
import { usePhoneBar } from '../shared/shell/phoneBar'
import ProblemList from '../shared/brief/ProblemList.vue'
import { toQuery } from '../shared/brief/query'
import RunLanes from '../shared/lanes/RunLanes.vue'
import NeckDrawing from '../shared/neck/NeckDrawing.vue'
import { stretch } from '../shared/neck/stretch'
import { keptHeadphones, keptLabel, keptSpacing } from '../shared/shell/kept'
import { inRoom } from '../shared/shell/site'
import { clickKey, labelKey, useKeys } from '../shared/shell/keys'
import TryAgain from '../shared/shell/TryAgain.vue'
import { useRoute, useRouter } from 'vue-router'
import SetFor from '../shared/pupils/SetFor.vue'
import PlayBar from '../shared/sound/PlayBar.vue'
import { pieceOf } from '../shared/sound/timeline'
import { usePlayer } from '../shared/sound/usePlayer'
import AskResult from './AskResult.vue'
import LadderSettings from './LadderSettings.vue'
import LogPanel from './LogPanel.vue'
import RungRail from './RungRail.vue'
import SittingLine from './SittingLine.vue'
import { askedOf, asQuery } from '../shared/ladderAddress'
import { extrasOnLanes, onLanes } from './takes/onLanes'
import TakePanel from './takes/TakePanel.vue'
import { useTake } from './takes/useTake'
import { keyOf, usePractise, words } from './usePractise'
import { useRest } from './useRest'
import { useSitting } from './useSitting'

// The plot comes with its library once there is something to plot.
const LogPlot = defineAsyncComponent(() => import('./LogPlot.vue'))

const practise = usePractise()
const { brief, ladder, problems, failure, failed, at, rung, plan, round } = practise
const router = useRouter()
const route = useRoute()
const asked = computed(() => askedOf(route.query))

/** What of the run is played: nothing for the whole of it, once. */
const part = computed(() => {
  const r = rung.value
  return r && (r.part.id !== '' || r.times > 1) && !round.value ? { from: r.part.from, to: r.part.to, times: r.times } : undefined
})
const hush = ref(false)
const piece = computed(() => {
  const made = round.value ?? plan.value
  return made && pieceOf(made, part.value)
})
const player = usePlayer(piece, { steady: true, hush, coming: practise.coming, playedOut: () => takes.playedOut() })
const { current, playing, starting, counting, sounded, loop } = player
const sitting = useSitting()

// What is played is heard where a microphone or an instrument listens; it is judged against
// what is on screen, and proposes an answer. What goes round and round is no take.
const takes = useTake({
  brief: computed(() => (round.value ?? plan.value)?.brief),
  part,
  piece,
  playing: computed(() => playing.value && !loop.value),
  open: computed(() => player.open.value && !loop.value),
})
const judged = takes.judged
watch([takes.mic.on, keptHeadphones], () => (hush.value = takes.mic.on.value && !keptHeadphones.value), { immediate: true })
/** What is heard counts the notes of the part, each time on end anew. */
const heardAt = (n: number) => (part.value ? part.value.from - 1 + ((n - 1) % (part.value.to - part.value.from + 1)) : n - 1)
const mark = computed(() => (playing.value && takes.heard.value > 0 ? heardAt(takes.heard.value) : current.value))
/** The key of a round that is played now, or the plan itself; and where its run begins. */
const stop = computed(() => round.value?.stops.findLast((s) => s.first <= Math.max(mark.value, 0)))
const shown = computed(() => stop.value?.plan ?? plan.value)
const first = computed(() => stop.value?.first ?? 0)
const onLane = computed(() => (mark.value < 0 ? -1 : mark.value - first.value))
const notes = computed(() => shown.value?.run.events.length ?? 0)
const played = computed(() => onLanes(judged.value, first.value, notes.value))
const extras = computed(() => extrasOnLanes(judged.value, first.value, notes.value))
const pressed = computed(() => judged.value?.events.findIndex((e) => e.n - 1 === current.value) ?? -1)
const note = computed(() => shown.value?.run.events[onLane.value]?.note ?? -1)
/** The notes of the bars that are repeated. */
const marked = computed(() => {
  const bars = loop.value
  const inside = bars && !round.value ? plan.value?.run.events.filter((e) => e.bar >= bars[0] && e.bar <= bars[1]) : undefined
  return inside && inside.length > 1 ? { from: inside[0]?.n ?? 1, to: inside.at(-1)?.n ?? 1 } : undefined
})
const keep = ref(false)

// A try begins with the play bar and is asked for once its last note has sounded, or it
// was broken off.
const asking = ref(false)
/** What was played and is not answered yet outlives a reload, with what was typed. */
const open = useSessionStorage('even-ladder.unanswered', { of: '', seconds: 0, remark: '' })
usePhoneBar()
/** On a phone the brief is folded. */
const unfolded = ref(false)

const remark = computed({ get: () => open.value.remark, set: (text) => (open.value = { ...open.value, remark: text }) })
let since = 0
const here = () => `${rung.value?.name} ${JSON.stringify(brief.value)}`
watch(rung, () => (asking.value = !playing.value && open.value.of !== '' && open.value.of === here()))
const { left: restLeft, rest, cancel: endRest } = useRest(() => void player.toggle())
watch(playing, async (now) => {
  if (now) {
    endRest()
    sitting.begin()
    summary.value = ''
    since = Date.now()
    asking.value = false
    open.value = { ...open.value, of: here(), seconds: 0 }
    return
  }
  if (!since) return
  asking.value = true
  open.value = { ...open.value, of: here(), seconds: Math.round((Date.now() - since) / 1000) }
  await nextTick()
  document.querySelector<HTMLElement>('[data-result=clean]')?.focus({ preventScroll: true })
})
watch(judged, (now) => now && !lookedAt && (asking.value = true), { flush: 'sync' })
watch([at, brief], () => {
  endRest()
  takes.clear()
})

// A take of the log is looked at again on its own rung; it is no try of today.
let lookedAt = ''
async function lookAt(entry: LogEntry) {
  const i = ladder.value?.rungs.findIndex((r) => r.perBeat === entry.perBeat && r.tempoBpm === entry.tempoBpm && r.part.id === (entry.part ?? '')) ?? -1
  if (i >= 0) choose(i)
  lookedAt = entry.id
  try {
    await until(() => i < 0 || plan.value?.brief.rhythm?.tempoBpm === entry.tempoBpm).toBe(true, { timeout: 5000 })
    await takes.judgeFile(await (await fetch(inRoom(`/api/v1/log/${entry.id}/take`))).blob())
    document.querySelector('.lanes')?.scrollIntoView({ block: 'center' })
  } finally {
    lookedAt = ''
  }
}

/** A key that is struck twice is one answer. */
const bounce = 500
let answered = 0

async function answer(result: LogResult) {
  if (playing.value || !rung.value || Date.now() - answered < bounce) return
  answered = Date.now()
  const name = rung.value.name
  const seconds = Math.min(since ? Math.round((Date.now() - since) / 1000) : open.value.seconds, 14_400)
  const entry = await practise.write(result, { seconds, remark: remark.value.trim(), slips: judged.value?.slipsAt ?? [], take: keep.value ? takes.sound.value : undefined })
  if (!entry) {
    answered = 0 // it may be pressed again at once
    return
  }
  sitting.add({ id: entry.id, rung: name, result, seconds })
  since = 0
  asking.value = false
  open.value = { of: '', seconds: 0, remark: '' }
  keep.value = false
  takes.clear()
  current.value = -1
  rest()
}
watch(practise.takenBack, sitting.drop)

/** The work that a warm-up came before. */
const back = computed(() => (typeof route.query.then === 'string' && route.query.then.startsWith('/practise') ? route.query.then : ''))

function choose(i: number) {
  if (playing.value) player.toggle()
  practise.choose(i)
}

/** What the last sitting came to, until the next one begins. */
const summary = ref('')
function endSitting() {
  endRest()
  summary.value = sitting.end()
}

const tries = computed(() => ladder.value?.rungs.reduce((n, r) => n + r.tries, 0) ?? 0)
/** What can be done before the work: its warm-up; and from there the way to the work. */
const before = computed(() => {
  const warmUp = ladder.value?.warmUp
  if (back.value) return { id: 'to-work', to: back.value, words: say.warmedUpGoToTheWork }
  if (!warmUp || sitting.sitting.value.tries.length) return undefined
  const query = { ...toQuery(warmUp.brief), ...asQuery({ from: warmUp.rung, goal: warmUp.rung }), then: route.fullPath }
  return { id: 'warm-up', to: { query }, words: warmUp.words }
})
const care = computed(() => plan.value?.cautions.find((c) => c.code === 'care')?.message)

useKeys([
  { key: ' ', does: say.startAfterACountInOr, run: player.toggle },
  ...Object.entries(keyOf).map(([id, key]) => ({ key, does: say.result(words[id as LogResult]), run: () => void answer(id as LogResult) })),
  { key: 'ArrowUp', does: say.upARung, run: () => choose(at.value + 1) },
  { key: 'ArrowDown', does: say.downARung, run: () => choose(at.value - 1) },
  { key: 'g', does: say.goToTheSuggestedRung, run: () => choose(ladder.value?.next ?? 0) },
  labelKey,
  clickKey,
  { key: 'r', does: say.repeatTheBarOfTheSelected, run: player.repeatBar },
  { key: 'R', does: say.addTheNextBarToThe, run: player.repeatMore },
])
</script>

<template>
  <div class="practise">
    <TryAgain :text="failure || practise.noWork.value" @again="practise.again" />
    <template v-if="ladder && rung && plan && shown">
      <BriefSummary v-model="unfolded" :parts="(round ?? plan).sentenceParts" heading="h2">
        <BriefSentence
          :said="round ?? plan"
          :brief="(round ?? plan).brief"
          :given="brief"
          :problems="problems"
          small
          :heading="narrow ? 'p' : 'h2'"
          @change="practise.changeBrief"
        />
      </BriefSummary>
      <div class="stand">
        <section class="now" aria-labelledby="rung">
          <h1 id="rung" class="rung" aria-live="polite">
            {{ rung.speed }}<span v-if="rung.rest" class="of"><span class="unseen">, </span>{{ rung.rest }}</span>
          </h1>
          <p class="facts">
            {{ rung.measure
            }}<template v-if="rung.sameSpeedAs !== null && rung.sameSpeedAs !== undefined">{{ say.theSameSpeedAs(ladder.rungs[rung.sameSpeedAs]?.name) }}</template> ·
            {{ say.count(rung.count) }} · {{ say.rungOf(at + 1, ladder.rungs.length) }}
            <template v-if="tries"> · {{ say.triesOverDays(tries, ladder.days, ladder.reached) }}</template>
            <template v-if="practise.pupil.value">
              · {{ say.for }} <router-link :to="{ name: 'pupil', params: { id: practise.pupilId.value } }" data-do="whose">{{ practise.pupil.value.pupil.name }}</router-link>
            </template>
          </p>
          <div class="message" :class="{ caution: failed || ladder.sticks }">
            <p v-if="failed" role="alert">{{ failed }}</p>
            <p v-else-if="asking" role="status">{{ say.howDidItGo }}</p>
            <p v-else-if="ladder.sticks" class="sticks" role="status">
              {{ say.instead(ladder.sticks.words) }}
              <router-link
                v-for="p in ladder.sticks.proposals"
                :key="p.kind"
                :to="{ query: { ...toQuery(p.brief), ...(p.stretch ? asQuery({ stretch: p.stretch }) : {}) } }"
                :data-instead="p.kind"
                >{{ p.words }}</router-link
              >
            </p>
            <p v-else :class="summary ? 'summary' : 'why'" role="status">
              {{ summary || ladder.why }}
              <router-link v-if="before" :to="before.to" :data-do="before.id">{{ before.words }}</router-link>
            </p>
          </div>
          <AskResult v-if="asking" v-model:remark="remark" :proposed="judged?.result" @answer="answer" />
          <div v-else class="go">
            <v-btn class="begin" color="primary" :variant="playing ? 'tonal' : 'flat'" :loading="starting" data-do="start" @click="player.toggle">{{
              playing ? say.stop : restLeft ? say.startRest(restLeft) : say.start
            }}</v-btn>
            <v-btn
              class="step down"
              color="primary"
              variant="tonal"
              :disabled="at === 0 || playing"
              :aria-label="say.downARungArrowDown"
              data-do="rung-down"
              @click="choose(at - 1)"
              >{{ narrow ? '−' : say.goDown }}</v-btn
            >
            <v-btn
              class="step"
              color="primary"
              variant="tonal"
              :disabled="at === ladder.rungs.length - 1 || playing"
              :aria-label="say.upARungArrowUp"
              data-do="rung-up"
              @click="choose(at + 1)"
              >{{ narrow ? '+' : say.goUp }}</v-btn
            >
            <b v-if="counting" class="counting">{{ counting }}</b>
            <SittingLine v-if="!narrow" :of="sitting" @end="endSitting" />
          </div>
        </section>
        <RungRail :ladder="ladder" :at="at" @choose="choose" />
      </div>
      <NeckDrawing :plan="shown" :spacing="keptSpacing" :label="keptLabel" :current="note" :box-only="stretch === 'box'" @choose="player.stepToNote" />
      <PlayBar
        repeats
        steady
        elsewhere
        :tempo="plan.brief.rhythm?.tempoBpm ?? 60"
        :chords="!!plan.run.keys[0]?.vamp.length"
        v-bind="player.bar.value"
        @toggle="player.toggle"
        @repeat="player.repeatBar"
      >
        <template v-if="takes.mic.supported" #tools>
          <v-btn
            :icon="mdiMicrophone"
            :variant="takes.mic.on.value ? 'tonal' : 'text'"
            :color="takes.mic.on.value ? 'primary' : undefined"
            :loading="takes.mic.starting.value"
            :aria-pressed="takes.mic.on.value"
            :aria-label="takes.mic.on.value ? say.turnTheMicrophoneOff : say.turnTheMicrophoneOn"
            data-do="ear"
            @click="takes.mic.on.value ? takes.mic.stop() : takes.mic.start()"
          />
        </template>
      </PlayBar>
      <RunLanes
        v-model:loop="loop"
        :played="played"
        :extras="extras"
        :part="part"
        :data-sounded="sounded?.at"
        :data-late="sounded?.lateMs"
        :plan="shown"
        :current="onLane"
        @choose="player.stepTo(first + $event)"
      />
      <SittingLine v-if="narrow" :of="sitting" @end="endSitting" />
      <div class="below">
        <div>
          <p class="point">{{ ladder.point }}</p>
          <p v-if="care" class="care">{{ care }}</p>
          <TakePanel v-model:keep="keep" :takes="takes" :brief="(round ?? plan).brief" :current="pressed" :strike="player.strike" />
          <p class="point">{{ say.assignThisLadder }} <SetFor :brief="brief" :asked="asked" /></p>
          <LadderSettings
            :ladder="ladder"
            :asked="asked"
            :kept="practise.kept.value"
            :wrong="problems.find((f) => f.field === 'rungs')?.message"
            :marked="marked"
            @set="practise.set"
            @keep="practise.keep"
          />
        </div>
        <div>
          <LogPlot v-if="ladder.history.length > 1" :ladder="ladder" />
          <LogPanel :ladder="ladder" :brief="brief" :kept="practise.kept.value?.id ?? ''" :pupil="practise.pupilId.value" @look="lookAt" />
        </div>
      </div>
    </template>
    <template v-else-if="problems.length">
      <h1>{{ say.thisCantBePractisedYet }}</h1>
      <ProblemList :back="say.goToTheBench" :problems="problems" :brief="brief" @change="practise.changeBrief" @back="router.push({ name: 'bench' })" />
    </template>
    <v-progress-linear v-else-if="!failure" indeterminate color="primary" :aria-label="say.calculatingTheLadder" />
  </div>
</template>

<style scoped>
.stand {
  display: grid;
  gap: 28px;
  grid-template-columns: minmax(0, 1fr) 300px;
  padding-top: 4px;
}

/* To be read from a music stand. */
.rung {
  font-size: clamp(1.75rem, 3.5vw, 2.75rem);
  line-height: 1.1;
}

.rung::first-letter {
  text-transform: uppercase;
}

.of {
  display: block;
  font-size: 0.5em;
}

.facts {
  color: var(--faint);
  font-size: var(--size-body);
  overflow-wrap: anywhere;
}

.facts a,
.point a,
.message a {
  color: var(--verdigris);
}

/* One message at a time. */
.message {
  border-inline-start: 4px solid var(--verdigris);
  font-size: var(--size-lead);
  margin-top: 12px;
  min-height: 28px;
  padding-inline-start: 12px;
}

.message.caution {
  border-color: var(--brick);
}

.go {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-top: 8px;
  min-height: 64px;
}

.begin {
  font-size: var(--size-lead);
  font-weight: 700;
  height: 56px;
  min-width: 176px;
}

.step {
  height: 56px;
}

.counting {
  color: var(--verdigris);
  font-family: var(--face-heading);
  font-size: 2.4rem;
  line-height: 1;
}

.go :deep(.sitting) {
  color: var(--faint);
  font-size: var(--size-fact);
  margin-inline-start: auto;
}

.point {
  color: var(--faint);
  font-size: var(--size-fact);
}

.care {
  color: var(--brick);
}

.below {
  border-top: 1px solid var(--rule);
  display: grid;
  gap: 28px;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  margin-top: 14px;
  padding-top: 12px;
}

@media (max-width: 760px) {
  .below {
    grid-template-columns: minmax(0, 1fr);
  }

  /* Start, neck and lanes come before the ladder. */
  .practise {
    display: flex;
    flex-direction: column;
  }

  .stand {
    display: contents;
  }

  .practise :deep(.play-bar),
  .practise > :deep(.sitting) {
    order: 1;
  }

  .practise :deep(.rail) {
    margin-top: 12px;
    order: 2;
  }

  .below {
    order: 3;
  }
}

@media (max-width: 600px) {
  .go {
    background: var(--sheet);
    bottom: 0;
    flex-wrap: nowrap;
    inset-inline: 0;
    justify-content: center;
    margin: 0;
    min-height: 76px;
    padding: 0 12px;
    position: fixed;
    z-index: 5;
  }

  .begin {
    flex: 1;
    min-width: 0;
  }

  /* In the order of the ladder: down, start, up. */
  .step.down {
    order: -1;
  }

  .step {
    min-width: 64px;
    padding: 0;
  }
}
</style>
