<script setup lang="ts">
import { say } from './words'
import { mdiAccountArrowRightOutline, mdiAccountGroupOutline, mdiArrowExpandHorizontal, mdiCompareHorizontal, mdiLadder, mdiPlayCircleOutline, mdiRuler } from '@mdi/js'
import { useTimeoutFn } from '@vueuse/core'
import { computed, defineAsyncComponent, nextTick, ref, watch } from 'vue'
import { labelNames } from '../shared/neck/labels'
import { stretch } from '../shared/neck/stretch'
import NeckDrawing from '../shared/neck/NeckDrawing.vue'
import { changed, toQuery } from '../shared/brief/query'
import { toSide } from '../shared/brief/side'
import { did, keptLabel, keptSpacing, keptStaff } from '../shared/shell/kept'
import { narrow } from '../shared/shell/narrow'
import type { More } from '../shared/shell/MoreMenu.vue'
import { taught } from '../shared/pupils/taught'
import ChoiceRow from '../shared/shell/ChoiceRow.vue'
import ToggleButton from '../shared/shell/ToggleButton.vue'
import { clickKey, labelKey, speedKeys, useKeys } from '../shared/shell/keys'
import BoxHead from './BoxHead.vue'
import BoxStrip from './BoxStrip.vue'
import FirstSteps from './FirstSteps.vue'
import SetFor from '../shared/pupils/SetFor.vue'
import PlayBar from '../shared/sound/PlayBar.vue'
import WhyLine from './WhyLine.vue'
import ProblemList from '../shared/brief/ProblemList.vue'
import WorkHead from '../shared/brief/WorkHead.vue'
import RunFacts from './RunFacts.vue'
import RunLanes from '../shared/lanes/RunLanes.vue'
import { useBench } from './useBench'
import { useScore } from '../shared/notation/useScore'
import { pieceOf } from '../shared/sound/timeline'
import { usePlayer } from '../shared/sound/usePlayer'
import TryAgain from '../shared/shell/TryAgain.vue'
import { site } from '../shared/shell/site'

const BenchSide = defineAsyncComponent(() => import('./BenchSide.vue'))
const KeepInstrument = defineAsyncComponent(() => import('./KeepInstrument.vue'))

const bench = useBench()
const { plan, problems, failure, busy, brief, change, ask } = bench
const player = usePlayer(
  computed(() => plan.value && pieceOf(plan.value)),
  { coming: busy },
)
const score = useScore(plan)
const { current, note, playing, sounded, loop } = player

/** The box of the bench beside another. */
const compareWith = computed(() => ({ name: 'compare', query: toSide([changed(brief.value, { 'layout.box': plan.value?.box })]) }))

/** The brief of the bench through every key, in its own layout. */
const everyKey = computed(() => ({
  name: 'rounds',
  query: toQuery(changed(brief.value, { 'round.order': 'fourths', 'layout.system': plan.value?.brief.layout?.system })),
}))

const whom = ref<InstanceType<typeof SetFor>>()
async function assign() {
  head.value?.unfold()
  await nextTick()
  whom.value?.show()
}

const wholeNeck = computed({ get: () => stretch.value === 'whole', set: (on) => (stretch.value = on ? 'whole' : 'box') })
const trueSpacing = computed({ get: () => keptSpacing.value === 'true', set: (on) => (keptSpacing.value = on ? 'true' : 'even') })

/** What has its own place where there is room. */
const onPhone = computed<More[]>(() => [
  ...(taught.value ? [{ id: 'assign', title: say.assign, icon: mdiAccountArrowRightOutline, run: () => void assign() }] : []),
  ...(site.stand ? [] : [{ id: 'practise', title: say.practise, icon: mdiPlayCircleOutline, to: { name: 'practise', query: toQuery(brief.value) } }]),
  { id: 'whole-neck', title: wholeNeck.value ? say.thisBoxOnly : say.wholeNeck, icon: mdiArrowExpandHorizontal, run: () => (wholeNeck.value = !wholeNeck.value) },
  { id: 'true-spacing', title: trueSpacing.value ? say.evenSpacing : say.trueSpacing, icon: mdiRuler, run: () => (trueSpacing.value = !trueSpacing.value) },
])

const more = computed<More[]>(() => [
  ...(narrow.value ? onPhone.value : []),
  { id: 'round', title: say.everyKey, icon: mdiLadder, to: everyKey.value },
  ...(site.stand ? [] : [{ id: 'together', title: say.withAGroup, icon: mdiAccountGroupOutline, to: { name: 'together', query: toQuery(brief.value) } }]),
  { id: 'compare', title: say.compare, icon: mdiCompareHorizontal, to: compareWith.value },
])

const seen = ref(new Set<string>())

const head = ref<InstanceType<typeof WorkHead>>()
const keepOpen = ref(false)

// A wait shows only when it is long enough to be noticed.
const slow = ref(false)
const slowTimer = useTimeoutFn(() => (slow.value = busy.value), 300, { immediate: false })
watch(busy, (now) => {
  slowTimer.stop()
  if (now) slowTimer.start()
  else slow.value = false
})

const strip = ref<InstanceType<typeof BoxStrip>>()
const stepBox = (by: number) => strip.value?.step(by)

const beyond = computed(() => {
  const event = plan.value?.run.events[current.value]
  return event && event.note < 0 ? { string: event.string, fret: event.fret } : undefined
})

// The mark last pressed; another box has none.
const pressed = ref(-1)
const boxNotes = computed(() => plan.value?.boxes[plan.value.box]?.notes.map((n) => n.spoken).join())
watch(boxNotes, (now, before) => {
  // A finger that is set anew leaves the place as it was.
  if (now?.replaceAll(fingerWords, '') !== before?.replaceAll(fingerWords, '')) pressed.value = -1
})
const fingerWords = /, (index|middle|ring|little) finger|, reaches \w+|, the hand moves [^;,]*/g
watch([brief, playing], ([now, plays], [before]) => {
  if (before && now !== before) did('word')
  if (plays) did('play')
})

function pressMark(note: number) {
  did('mark')
  pressed.value = pressed.value === note ? -1 : note // pressed again it is let go
  player.stepToNote(note)
}

/** A fourth on or back. */
function stepKey(to: 'fourthOn' | 'fourthBack') {
  const next = plan.value?.scale[to]
  if (next) void ask({ 'scale.tonic': next })
}

useKeys([
  { key: 'b', does: say.goToTheBrief, run: () => head.value?.focus() },
  { key: ',', does: say.previousBox, run: () => stepBox(-1) },
  { key: '.', does: say.nextBox, run: () => stepBox(1) },
  { key: '>', does: say.sameBox12FretsHigher, run: () => strip.value?.move(1) },
  { key: '<', does: say.sameBox12FretsLower, run: () => strip.value?.move(-1) },
  { key: 'k', does: say.nextKeyAFourthUp, run: () => stepKey('fourthOn') },
  { key: 'K', does: say.previousKeyAFourthDown, run: () => stepKey('fourthBack') },
  labelKey,
  { key: 'n', does: say.wholeNeckOrThisBoxOnly, run: () => (stretch.value = stretch.value === 'box' ? 'whole' : 'box') },
  { key: 'e', does: say.evenOrTrueFretSpacing, run: () => (keptSpacing.value = keptSpacing.value === 'even' ? 'true' : 'even') },
  { key: ' ', does: say.playTheRunAfterACount, run: player.toggle },
  clickKey,
  ...speedKeys,
  { key: 's', does: say.showTheStaff, run: () => (keptStaff.value = !keptStaff.value) },
  { key: 'r', does: say.repeatTheBarOfTheSelected, run: player.repeatBar },
  { key: 'R', does: say.addTheNextBarToThe, run: player.repeatMore },
  { key: 'p', does: say.printOrExportTheSheet, run: () => head.value?.print() },
])
</script>

<template>
  <div class="bench" :aria-busy="busy">
    <v-progress-linear v-if="slow" class="waiting" indeterminate color="primary" :aria-label="say.calculatingThePlan" />
    <TryAgain :text="failure" @again="bench.retry" />

    <template v-if="plan">
      <WorkHead ref="head" keeps :saves="!taught" :more="more" :work="bench" :said="plan" @keep="keepOpen = true">
        <SetFor v-if="taught" ref="whom" first :brief="brief" />
        <v-btn v-if="!site.stand" color="primary" :variant="taught ? 'tonal' : 'flat'" data-do="practise" :to="{ name: 'practise', query: toQuery(brief) }">{{
          say.practise
        }}</v-btn>
      </WorkHead>

      <div class="work">
        <div class="play">
          <div class="tools">
            <span v-if="!narrow" class="lead" aria-hidden="true">{{ say.labels }}</span>
            <ChoiceRow v-model="keptLabel" :options="labelNames" :label="say.labels" />
            <span v-if="!narrow" class="right">
              <ToggleButton v-model="wholeNeck" data-do="whole-neck">{{ say.wholeNeck }}</ToggleButton>
              <ToggleButton v-model="trueSpacing" data-do="true-spacing">{{ say.trueSpacing }}</ToggleButton>
            </span>
          </div>
          <NeckDrawing
            :plan="plan"
            :spacing="keptSpacing"
            :label="keptLabel"
            :current="note"
            :beyond="beyond"
            :box-only="stretch === 'box'"
            :shared="seen"
            shared-words="marked"
            @choose="pressMark"
          />
          <WhyLine :plan="plan" :note="pressed" @change="change">
            <FirstSteps />
            <template #boxes="{ ways }"
              ><BoxHead
                :plan="plan"
                :place="strip?.place ?? 0"
                :in-sight="strip?.inSight ?? 1"
                :ways="pressed < 0 ? ways : []"
                @move="(by) => strip?.move(by)"
                @step="stepBox"
                @change="change"
            /></template>
          </WhyLine>
          <BoxStrip ref="strip" :plan="plan" @choose="(i) => ask({ 'layout.box': i })" @move="(octaves) => ask({ 'layout.boxOctave': octaves || null })" />
          <PlayBar
            foot
            staff
            repeats
            :tempo="plan.brief.rhythm?.tempoBpm ?? 60"
            :chords="!!plan.run.keys[0]?.vamp.length"
            v-bind="player.bar.value"
            @toggle="player.toggle"
            @repeat="player.repeatBar"
          >
            <RunFacts :run="plan.run" />
          </PlayBar>
          <RunLanes v-model:loop="loop" :data-sounded="sounded?.at" :data-late="sounded?.lateMs" :plan="plan" :score="score" :current="current" @choose="player.stepTo" />
        </div>
        <BenchSide v-model="seen" :plan="plan" :brief="brief" @change="ask" />
      </div>
      <KeepInstrument v-model="keepOpen" :instrument="plan.brief.instrument" />
    </template>

    <template v-else-if="problems.length">
      <h1>{{ say.thisBriefCantBeLaidOut }}</h1>
      <ProblemList :back="say.startOver" :problems="problems" :brief="brief" @change="change" @back="bench.startAfresh" />
    </template>
    <div v-else-if="!failure" class="skeleton" role="status">
      <span class="unseen">{{ say.calculatingThePlan }}</span>
      <div v-for="i in 3" :key="i" class="bone" :class="`b${i}`" />
    </div>
  </div>
</template>

<style scoped>
.bench {
  position: relative;
}

.waiting {
  inset-inline: 0;
  position: absolute;
  top: -10px;
}

.work {
  display: grid;
  gap: 32px;
  grid-template-columns: minmax(0, 1fr) 288px;
  margin-top: 4px;
}

.play {
  min-width: 0;
}

.tools {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
}

.lead {
  color: var(--faint);
  font-size: var(--size-note);
}

.right {
  display: flex;
  gap: 8px;
  margin-inline-start: auto;
}

.bone {
  background: color-mix(in srgb, var(--rule) 55%, transparent);
  border-radius: 6px;
  margin-bottom: 18px;
}

.b1 {
  height: 64px;
  width: 80%;
}

.b2 {
  height: 240px;
}

.b3 {
  height: 120px;
}

@media (max-width: 1000px) {
  .work {
    grid-template-columns: minmax(0, 1fr);
  }
}

@media (max-width: 600px) {
  /* The neck first, then its labels, the box and the lanes; what is said of a mark that is pressed comes below the neck. */
  .play {
    display: flex;
    flex-direction: column;
  }

  .tools {
    order: 1;
  }

  .play :deep(.strip) {
    order: 2;
  }

  .play :deep(.lanes) {
    order: 3;
  }

  .play :deep(.said:not(.on)),
  .play :deep(.row:not(.on)) {
    order: 4;
  }
}
</style>
