<script setup lang="ts">
import { say } from '../words'
import { useElementSize } from '@vueuse/core'
import { computed, defineAsyncComponent, nextTick, ref, watch } from 'vue'
import type { Plan, Score, Take } from '../../api/client'
import NoteMark from '../neck/NoteMark.vue'
import { low } from '../shell/narrow'
import { noteLabel } from '../neck/labels'
import { pretty } from '../signs'
import { keptLabel } from '../shell/kept'
import { headOf } from './columns'

const RunStaff = defineAsyncComponent(() => import('../notation/RunStaff.vue'))

/** The run on its strings; with a score, a staff stands over it. */
const props = defineProps<{
  plan: Plan
  current: number
  score?: Score | undefined
  /** How each note was played: wrong and missed by their shapes, early and late by their place. */
  played?: (Take['events'][number] | undefined)[]
  /** After which notes one too many was heard. */
  extras?: number[]
  /** The notes that are played, from 1, where it is not all of them. */
  part?: { from: number; to: number } | undefined
}>()
/** First and last bar of a stretch that is played again and again: dragged over. */
const loop = defineModel<[number, number] | undefined>('loop')
const emit = defineEmits<{ choose: [event: number] }>()

const frame = ref<HTMLElement>()
const { width } = useElementSize(frame)
/** Names of chords stand over the count, where they are meant to be read. */
const chordRow = computed(() => (props.plan.run.saysChords ? 18 : 0))
const head = computed(() => 38 + chordRow.value)
const edge = 30
const names = computed(() => (props.score ? headOf(props.score) : edge))
/** Short signs, as on the printed page. */
const shortStrokes: Record<string, string> = { hammer: 'ho', pull: 'po', slide: 'sl' }

/** What a mark says: note, degree or fret. Fingers are below, and steps are no fingers. */
const markLabel = (e: Plan['run']['events'][number]) =>
  keptLabel.value === 'note' ? noteLabel(props.plan.scale, e.name) : keptLabel.value === 'degree' ? pretty(e.degree) : String(e.fret)

const events = computed(() => props.plan.run.events)
/** The column of each note, and how many there are: the staff has further ones for rests and for notes that are tied. */
const places = computed(() => {
  const at = events.value.map((_, i) => i)
  if (!props.score) return { at, all: events.value.length }
  const items = props.score.bars.flatMap((b) => b.items)
  items.forEach((item, k) => {
    if (item.event >= 0 && !item.tieFrom) at[item.event] = k
  })
  return { at, all: Math.max(items.length, events.value.length) }
})
const strings = computed(() => props.plan.neck.strings)
const lane = computed(() => Math.max(16, Math.min(23, (low.value ? 108 : 130) / strings.value.length)))
const column = computed(() => Math.max(props.score ? 30 : 25, Math.min(40, (width.value - names.value - 12) / Math.max(places.value.all, 1))))
const top = computed(() => head.value + lane.value / 2)
const bottom = computed(() => top.value + lane.value * (strings.value.length - 1))
const height = computed(() => bottom.value + lane.value / 2 + 50)
const columnX = (column_: number) => names.value + column.value * (column_ + 0.5)
/** Where a note stands, or what lies so far before or after it. */
function x(i: number) {
  const note = Math.round(i)
  return columnX((places.value.at[note] ?? places.value.all + note - events.value.length) + i - note)
}
/** The name of a chord over the last note may stand out beyond it. */
const wide = computed(() => Math.max(x(events.value.length) + 4 + (chordRow.value && events.value[events.value.length - 1]?.chord ? 34 : 0), 0))
const y = (string: number) => top.value + lane.value * (string - 1)
const mark = computed(() => ({ w: lane.value * 0.64, h: lane.value * 1.02 }))
/** Where the stretch begins and ends. */
const ends = computed(() => {
  if (!loop.value) return []
  const [first, last] = loop.value
  return [x(events.value.findIndex((e) => e.bar === first) - 0.5), x(events.value.findLastIndex((e) => e.bar === last) + 0.5)]
})
const bars = computed(() => events.value.flatMap((e, i) => (i === 0 || e.bar !== events.value[i - 1]?.bar ? [i] : [])))
/** The bars in words, for whoever does not see them. */
const spoken = computed(() =>
  bars.value.map((from, k) => {
    const to = bars.value[k + 1] ?? events.value.length
    const notes = events.value.slice(from, to).map((e) => say.onStringFret(noteLabel(props.plan.scale, e.name), e.string, e.fret))
    return { bar: events.value[from]?.bar ?? 0, text: notes.join('; ') }
  }),
)
/** Pixels by which a played note lies beside its place. */
const beside = (i: number) => {
  const late = props.played?.[i]?.lateMs
  return late ? Math.max(-0.5, Math.min(0.5, (late * props.plan.run.notesPerMinute) / 60_000)) * column.value : 0
}
/** The bar of the marked note: its number is the one that the Tab key stops at. */
const barNow = computed(() => events.value[Math.max(props.current, 0)]?.bar ?? 0)
const crossings = computed(() => events.value.flatMap((e, i) => (i > 0 && e.string !== events.value[i - 1]?.string ? [i] : [])))

let pressedAt = -1
let pulled = false

function press(i: number, event: PointerEvent) {
  pressedAt = i
  pulled = false
  // A finger, like a mouse, is let go over the note where the stretch ends.
  const on = event.target as Element
  if (on.hasPointerCapture?.(event.pointerId)) on.releasePointerCapture(event.pointerId)
}

/** An end of the stretch is pulled: the other stays. */
function pull(end: 0 | 1, event: PointerEvent) {
  const [first, last] = loop.value ?? [0, 0]
  press(end === 0 ? events.value.findLastIndex((e) => e.bar === last) : events.value.findIndex((e) => e.bar === first), event)
  pulled = true
}

/** Takes a bar more into the stretch, or lets its last one go. */
function stretch(by: 1 | -1) {
  const bar = events.value[Math.max(props.current, 0)]?.bar ?? 1
  const [first, last] = loop.value ?? [bar, bar - 1]
  const to = Math.min(last + by, props.plan.run.bars)
  loop.value = to < first ? undefined : [first, to]
}

/** The bar whose number is pressed is repeated, or no more. */
function pressBar(bar: number) {
  loop.value = loop.value?.[0] === bar && loop.value[1] === bar ? undefined : [bar, bar]
}

/** A drag over notes of more than one bar, or with Shift over one, is a stretch to repeat; a press goes to its note. */
function release(i: number, event: PointerEvent) {
  const from = events.value[Math.min(pressedAt, i)]
  const to = events.value[Math.max(pressedAt, i)]
  const dragged = pressedAt >= 0 && (pulled || Math.abs(pressedAt - i) > 1)
  pressedAt = -1
  if (from && to && (dragged || event.shiftKey)) loop.value = [from.bar, to.bar]
  else emit('choose', i)
}

const columns = computed(() => ({ width: columnX(places.value.all) + 4, x: columnX }))

const inLoop = (bar: number) => !!loop.value && bar >= loop.value[0] && bar <= loop.value[1]

function stroke(i: number, name: string) {
  const at = x(i)
  const y0 = bottom.value + lane.value / 2 + 30
  return name === 'down' ? `M${at} ${y0}v11m-4 -5l4 5l4 -5` : `M${at} ${y0 + 11}v-11m-4 5l4 -5l4 5`
}

watch(
  () => props.current,
  async (i) => {
    if (i < 0) return
    await nextTick()
    const el = frame.value
    if (el && (x(i) < el.scrollLeft + 60 || x(i) > el.scrollLeft + el.clientWidth - 60)) el.scrollLeft = x(i) - 80
  },
)
</script>

<template>
  <!-- A group with its own arrow keys, and each note that is pressed stands in it. -->
  <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -->
  <div
    ref="frame"
    class="lanes"
    tabindex="0"
    role="group"
    :aria-label="say.runFacts(plan.run.notes, plan.run.bars)"
    @keydown.right.exact.prevent="emit('choose', current + 1)"
    @keydown.left.exact.prevent="emit('choose', current - 1)"
    @keydown.shift.right.prevent="stretch(1)"
    @keydown.shift.left.prevent="stretch(-1)"
  >
    <RunStaff v-if="score" :score="score" :columns="columns" :current="current" @choose="emit('choose', $event)" />
    <svg :width="wide" :height="height" :viewBox="`0 0 ${wide} ${height}`" @pointerleave="pressedAt = -1" @pointercancel="pressedAt = -1">
      <g class="strings">
        <template v-for="s in strings" :key="s.string">
          <path :d="`M${edge} ${y(s.string)}H${x(events.length - 0.5)}`" />
          <text :x="4" :y="y(s.string)" dy="0.36em">{{ s.label }}</text>
        </template>
      </g>
      <path v-for="i in bars" :key="`bar${i}`" class="bar" :d="`M${x(i - 0.5)} ${top - 6}V${bottom + 6}`" />
      <path class="bar" :d="`M${x(events.length - 0.5)} ${top - 6}V${bottom + 6}`" />
      <g
        v-for="i in bars"
        :key="`number${i}`"
        class="number"
        role="button"
        :tabindex="events[i]?.bar === barNow ? 0 : -1"
        :data-bar="events[i]?.bar"
        :aria-pressed="inLoop(events[i]?.bar ?? 0)"
        :aria-label="say.repeatBar(events[i]?.bar)"
        @click="pressBar(events[i]?.bar ?? 0)"
        @keydown.enter.prevent="pressBar(events[i]?.bar ?? 0)"
      >
        <rect :x="x(i - 0.5)" :y="0" :width="column * 1.4" :height="16" class="hit" />
        <text :x="x(i - 0.5) + 4" :y="12">{{ events[i]?.bar }}</text>
      </g>
      <path v-for="i in crossings" :key="`cross${i}`" class="crossing" :d="`M${x(i - 0.5)} ${bottom + lane / 2 + 3}v7`">
        <title>{{ say.toAnotherString }}</title>
      </path>
      <g
        v-for="(e, i) in events"
        :key="i"
        class="event"
        :data-event="i"
        :aria-current="i === current ? 'step' : undefined"
        :class="{ looped: inLoop(e.bar), lean: e.lean, outside: part && (i < part.from - 1 || i >= part.to) }"
        @pointerdown="press(i, $event)"
        @pointerup="release(i, $event)"
      >
        <rect :x="x(i - 0.5)" :y="17" :width="column" :height="height - 17" class="hit" />
        <text v-if="chordRow && e.chord" :x="x(i - 0.5) + 3" :y="30" class="chord">{{ e.chord.symbol }}</text>
        <text :x="x(i)" :y="28 + chordRow" class="count" :class="{ beat: e.accent }">{{ e.count }}</text>
        <NoteMark
          :x="x(i)"
          :y="y(e.string)"
          :w="mark.w"
          :h="mark.h"
          :label="markLabel(e)"
          :root="e.degree === '1'"
          :added="plan.boxes[plan.box]?.notes[e.note]?.layer === 'added'"
          :current="i === current"
          :shared="e.lean"
        />
        <template v-if="played?.[i]">
          <g v-if="played[i]?.verdict === 'missed'" data-slip="missed">
            <title>{{ say.missed }}</title>
            <path v-for="pen in ['halo', 'slip']" :key="pen" :class="pen" :d="`M${x(i) - 8} ${y(e.string) - 10}l16 20m0 -20l-16 20`" />
          </g>
          <text v-else-if="played[i]?.verdict === 'wrong'" class="slip-word" data-slip="wrong" :x="x(i)" :y="y(e.string) === top ? top + mark.h : y(e.string) - mark.h * 0.62">
            {{ say.wrong }}
          </text>
          <path v-else class="played" :d="`M${x(i) + beside(i)} ${y(e.string) + mark.h * 0.55}v6`">
            <title>{{ say.lateMs(played[i]?.lateMs) }}</title>
          </path>
        </template>
        <text v-if="extras?.includes(i)" class="slip-word" data-slip="extra" :x="bars.includes(i + 1) ? x(i) - 5 : x(i + 0.5)" :y="13">{{ say.extra }}</text>
        <path v-if="e.shift" class="shift" :d="`M${x(i - 0.5) - 5} ${bottom + lane / 2 + 2}h10l-5 8z`">
          <title>{{ say.theHandMoves(Math.abs(e.shift), e.shift) }}</title>
        </path>
        <text :x="x(i)" :y="bottom + lane / 2 + 24" class="finger" :class="{ differs: e.differs }">
          {{ e.finger }}
          <title v-if="e.differs">{{ e.differs }}</title>
        </text>
        <path v-if="e.sweep" class="stroke" :d="`M${x(i - 1) + 5} ${bottom + lane / 2 + 36}H${x(i) - 5}`">
          <title>{{ say.oneStrokeAcrossBothStrings }}</title>
        </path>
        <path v-if="e.stroke === 'down' || e.stroke === 'up'" class="stroke" :d="stroke(i, e.stroke)" />
        <text v-else :x="x(i)" :y="bottom + lane / 2 + 41" class="finger pluck">
          {{ shortStrokes[e.stroke] ?? e.stroke }}
          <title v-if="shortStrokes[e.stroke]">{{ e.stroke }}</title>
        </text>
      </g>
      <g v-for="(at, k) in ends" :key="`end${k}`" class="end" :data-end="k" @pointerdown="pull(k as 0 | 1, $event)">
        <rect :x="at - 11" :y="17" width="22" :height="height - 17" class="hit" />
        <path :d="`M${at} 18V${bottom + 8}`" />
        <circle :cx="at" :cy="22" r="5" />
      </g>
    </svg>
    <ol class="unseen" :aria-label="say.theBarsOfTheRun">
      <li v-for="b in spoken" :key="b.bar">{{ say.bar(b.bar, b.text) }}</li>
    </ol>
  </div>
</template>

<style scoped>
.lanes {
  overflow-x: auto;
  position: relative;
  width: 100%;
}

svg {
  display: block;
}

.strings path {
  stroke: var(--rule);
}

text {
  fill: var(--ink);
  font-family: var(--face-text);
  font-size: var(--size-mark);
}

.count,
.finger {
  text-anchor: middle;
}

.count {
  fill: var(--faint);
}

.count.beat {
  fill: var(--ink);
  font-weight: 700;
}

.finger.differs {
  fill: var(--verdigris);
  font-weight: 700;
  text-decoration: underline;
}

.pluck {
  font-style: italic;
}

.bar {
  stroke: var(--ink);
  stroke-width: 1.4;
}

/* What the text stands on covers the line of a bar. */
.chord {
  font-family: var(--face-heading, var(--face-text));
  font-weight: 700;
  paint-order: stroke;
  stroke: var(--ground);
  stroke-width: 4;
}

.crossing {
  stroke: var(--faint);
}

.slip {
  fill: none;
  stroke: var(--brick);
  stroke-width: 2.5;
}

.halo {
  fill: none;
  stroke: var(--ground);
  stroke-width: 6;
}

.slip-word {
  fill: var(--brick);
  font-size: var(--size-mark-small);
  font-weight: 700;
  text-anchor: middle;
}

.played {
  stroke: var(--verdigris);
  stroke-width: 2.5;
}

.shift {
  fill: var(--brick);
}

.stroke {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.4;
}

.number {
  cursor: pointer;
}

.number text {
  fill: var(--faint);
}

.number[aria-pressed='true'] text {
  fill: var(--verdigris);
  font-weight: 700;
}

.end {
  cursor: ew-resize;
  touch-action: none;
}

.end path {
  stroke: var(--marigold);
  stroke-width: 3;
}

.end circle {
  fill: var(--marigold);
}

.outside {
  opacity: 0.35;
}

.event {
  cursor: pointer;
}

.hit {
  fill: transparent;
}

.looped .hit {
  fill: var(--marigold);
  fill-opacity: 0.16;
}

svg {
  user-select: none;
}

.event:hover .hit,
.event[aria-current] .hit {
  fill: var(--verdigris);
  fill-opacity: 0.12;
}
</style>
