<script setup lang="ts">
import { say } from './words'
import { computed, nextTick, ref, watch } from 'vue'
import type { LogResult } from '../src/api/client'
import RunLanes from '../src/shared/lanes/RunLanes.vue'
import { labelKinds, labelNames, type LabelKind } from '../src/shared/neck/labels'
import NeckDrawing from '../src/shared/neck/NeckDrawing.vue'
import type { HomePage } from './main'
import { standOf, type useLog } from './log'
import { pieceAt } from './piece'
import { useHomePlayer } from './player'

/** One work of the page: what to play, how fast now, its neck and lanes, and how it went. */
const props = defineProps<{ page: HomePage; index: number; log: ReturnType<typeof useLog>; single: boolean }>()
const work = computed(() => props.page.works[props.index])
const climb = computed(() => work.value?.climb)
const stand = computed(() => standOf(props.page, props.index, props.log.tries.value, Math.floor(Date.now() / 60_000)))
const chosen = ref<number>()
const at = computed(() => chosen.value ?? stand.value.at)
const rung = computed(() => climb.value?.rungs[at.value])
const piece = computed(() => climb.value && pieceAt(climb.value, at.value))
watch(stand, () => (chosen.value = undefined))

const click = ref(true)
const drone = ref(piece.value?.backing === 'drone')
const band = ref(!['none', 'drone'].includes(piece.value?.backing ?? 'none'))
const run = ref(true)
const level = ref(0.7)
const player = useHomePlayer(piece, { click, drone, band, run, level })
const { playing, current, counting, blocked } = player
const label = ref<LabelKind>('note')

const stops = computed(() => climb.value?.stops ?? [])
const stop = computed(() => stops.value.filter((s) => s.first <= Math.max(current.value, 0)).pop() ?? stops.value[0])
const first = computed(() => stop.value?.first ?? 0)
const shown = computed(() => {
  const s = stop.value
  const p = piece.value
  if (!s || !p) return undefined
  const following = stops.value[stops.value.indexOf(s) + 1]?.first ?? p.run.events.length
  return { ...s.plan, box: 0, run: { ...p.run, events: p.run.events.slice(s.first, following) } }
})
const onLane = computed(() => (current.value < 0 ? -1 : current.value - first.value))
const note = computed(() => shown.value?.run.events[onLane.value]?.note ?? -1)
const part = computed(() => (stops.value.length === 1 ? piece.value?.part : undefined))

const asking = ref(false)
let since = 0
async function toggle() {
  if (playing.value) {
    player.stop()
    void ask()
    return
  }
  asking.value = false
  since = Date.now()
  await player.start(() => void ask())
}
const answers = ref<HTMLElement>()
async function ask() {
  asking.value = true
  await nextTick()
  answers.value?.querySelector('button')?.focus()
}
const said = ref('')
const names: Record<LogResult, string> = { clean: 'clean', nearly: 'nearly', 'not-yet': say.notYet }
const whys: Record<LogResult, string> = { clean: say.everyNoteInTimeNoStrain, nearly: say.aMistakeOrTwo, 'not-yet': say.itBrokeDownOrItHurt }
const results: LogResult[] = ['clean', 'nearly', 'not-yet']
async function answer(result: LogResult) {
  const name = rung.value?.name ?? ''
  props.log.add(props.index, at.value, result, since ? Math.min(Math.round((Date.now() - since) / 1000), 14_400) : 0)
  since = 0
  asking.value = false
  said.value = `${name}: ${names[result]}.`
  await nextTick()
  document.querySelector<HTMLElement>('[data-do=start]')?.focus()
}
function undo() {
  props.log.undo()
  said.value = say.lastTryRemoved
}
const done = computed(() => props.log.tries.value.filter((t) => t.work === props.index).length)
</script>

<template>
  <section v-if="work" :aria-labelledby="`work-${index}`" class="work">
    <h2 v-if="!single" :id="`work-${index}`">{{ work.title }}</h2>
    <p :id="single ? `work-${index}` : undefined" class="sentence">{{ work.sentence }}</p>
    <p v-if="work.words" class="words">“{{ work.words }}”</p>
    <p class="faint">{{ say.minutesADayUntil(work.minutes, work.due) }}</p>
    <p v-if="work.sheets">{{ say.sheetsOnPaper(work.sheets.count) }}</p>
    <template v-if="climb && rung && shown">
      <p class="rung" aria-live="polite">
        {{ rung.speed }}<span v-if="rung.rest">, {{ rung.rest }}</span>
      </p>
      <p class="faint">{{ rung.measure }} · {{ rung.count }}</p>
      <p class="why" role="status">{{ stand.why }}</p>
      <div v-if="asking" ref="answers" class="answers" role="group" :aria-label="say.howDidItGo">
        <button v-for="r in results" :key="r" type="button" class="answer" :class="r" :data-result="r" @click="answer(r)">
          <b>{{ names[r] }}</b> <span>{{ whys[r] }}</span>
        </button>
      </div>
      <div class="go">
        <button type="button" class="big" data-do="start" @click="toggle">{{ playing ? say.stop : say.start }}</button>
        <button type="button" data-do="slower" :disabled="at === 0" @click="chosen = at - 1">{{ say.slower }}</button>
        <button type="button" data-do="faster" :disabled="at === climb.rungs.length - 1" @click="chosen = at + 1">{{ say.faster }}</button>
        <b v-if="counting" class="counting" aria-hidden="true">{{ counting }}</b>
      </div>
      <p v-if="blocked" class="look" role="alert">{{ blocked }}</p>
      <p v-if="said" class="faint" role="status">
        {{ said }} <button v-if="done" type="button" class="plain" data-do="undo" @click="undo">{{ say.undo }}</button>
      </p>
      <p class="choices">
        <label><input v-model="click" type="checkbox" /> {{ say.click }}</label>
        <label><input v-model="drone" type="checkbox" /> {{ say.drone }}</label>
        <label><input v-model="band" type="checkbox" data-do="band" /> {{ say.band }}</label>
        <label><input v-model="run" type="checkbox" /> {{ say.notes }}</label>
        <label
          >{{ say.labels }}
          <select v-model="label">
            <option v-for="k in labelKinds" :key="k" :value="k">{{ labelNames[k] }}</option>
          </select></label
        >
        <label>{{ say.volume }} <input v-model.number="level" type="range" min="0.1" max="1" step="0.1" /></label>
      </p>
      <p v-if="stops.length > 1" class="key">{{ stop?.plan.scale.title }}</p>
      <NeckDrawing :plan="shown" spacing="even" :label="label" :current="note" box-only />
      <RunLanes :plan="shown" :current="onLane" :part="part" />
      <p class="care">{{ work.care }}</p>
    </template>
  </section>
</template>
