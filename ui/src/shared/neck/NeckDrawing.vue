<script setup lang="ts">
import { say } from '../words'
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { Plan } from '../../api/client'
import { capsule, geometry } from './geometry'
import { labelOf, type LabelKind } from './labels'
import { low, narrow } from '../shell/narrow'
import NeckGrid from './NeckGrid.vue'
import NoteMark from './NoteMark.vue'

const props = defineProps<{
  plan: Plan
  spacing: 'even' | 'true'
  label: LabelKind
  /** Index of the box's note that is being played, -1 for none. */
  current: number
  /** The place that is being played where it is none of the box's. */
  beyond?: { string: number; fret: number } | undefined
  /** Places to frame, as "string/fret", and what a screen reader says of them. */
  shared?: Set<string>
  sharedWords?: string
  /** Strings closer together, where several necks share a screen. */
  close?: boolean
  /** The stretch of the box alone, its marks large enough for a finger. */
  boxOnly?: boolean
  /** First and last fret shown, in place of those of the box. */
  frets?: [number, number] | undefined
}>()
const emit = defineEmits<{ choose: [note: number] }>()

/** Pixels that a finger needs. */
const fingerSize = 44
const frame = ref<HTMLElement>()
const { width } = useElementSize(frame)

const left = computed(() => props.plan.brief.instrument.leftHanded ?? false)
const strings = computed(() => props.plan.neck.strings)
const gap = computed(() => {
  const count = strings.value.length
  if (props.boxOnly && narrow.value) return fingerSize
  if (props.close) return Math.max(18, Math.min(26, 156 / count))
  return low.value ? Math.max(18, Math.min(28, 166 / count)) : Math.max(18, Math.min(33, 190 / count))
})
const box = computed(() => props.plan.boxes[props.plan.box])
/** The notes of the run that lie in other boxes, each place once. */
const onward = computed(() => {
  const seen = new Set<string>()
  return props.plan.run.events.filter((e) => e.note < 0 && !seen.has(`${e.string}/${e.fret}`) && seen.add(`${e.string}/${e.fret}`))
})
const last = computed(() => props.plan.neck.frets.length - 1)
/** First and last fret shown. */
const shown = computed<[number, number]>(() => {
  if (!props.boxOnly) return [1, last.value]
  if (props.frets) return [Math.max(props.frets[0], 1), Math.min(props.frets[1], last.value)]
  const frets = [...(box.value?.notes ?? []), ...onward.value].map((n) => n.fret).filter((f) => f > 0)
  const open = box.value?.notes.some((n) => n.fret === 0)
  const from = open ? 1 : Math.max(Math.min(...frets, last.value), 1)
  return [from, Math.min(Math.max(...frets, from + 3), last.value)]
})
const g = computed(() =>
  geometry(props.plan.neck, {
    width: Math.max(width.value, 260),
    spacing: props.spacing,
    leftHanded: left.value,
    gap: gap.value,
    low: shown.value[0],
    high: shown.value[1],
    most: props.boxOnly && narrow.value ? { w: 24, h: 38 } : { w: 18, h: 29 },
  }),
)
const inBox = computed(() => new Set([...(box.value?.notes ?? []), ...onward.value].map((n) => `${n.string}/${n.fret}`)))
const inSight = (n: { fret: number }) => (n.fret === 0 ? shown.value[0] === 1 : n.fret >= shown.value[0] && n.fret <= shown.value[1])
const ticks = computed(() => props.plan.neck.notes.filter((n) => inSight(n) && !inBox.value.has(`${n.string}/${n.fret}`)))
/** Places to look at that are neither in the box nor in the run. */
const beside = computed(() =>
  [...(props.shared ?? [])]
    .filter((at) => !inBox.value.has(at))
    .flatMap((at) => {
      const [string = 0, fret = 0] = at.split('/').map(Number)
      return inSight({ fret }) ? [{ string, fret }] : []
    }),
)
/** What a finger presses, at least, on a phone. */
const press = computed(() => ({
  w: props.boxOnly && narrow.value ? fingerSize : g.value.mark.w * 1.5,
  h: props.boxOnly && narrow.value ? fingerSize : g.value.mark.h,
}))
const focused = ref(0)
const rulerLabels = computed(() =>
  props.plan.neck.frets.slice(shown.value[0], shown.value[1] + 1).map((f) => ({
    fret: f.fret,
    x: (g.value.fretX(f.fret - 1) + g.value.fretX(f.fret)) / 2,
    wire: g.value.fretX(f.fret),
    mm: f.mm,
    roomy: gapAt(f.fret) > 30,
    readable: gapAt(f.fret) > 15 || f.fret % (gapAt(f.fret) > 8 ? 2 : 4) === 0,
  })),
)

function gapAt(fret: number) {
  return Math.abs(g.value.fretX(fret) - g.value.fretX(fret - 1))
}

function wedge(reach: string) {
  if (!reach) return 0
  return (reach === 'forward') === left.value ? -1 : 1
}

/** What stands on a mark of the run beyond the box. */
function onwardLabel(n: Plan['run']['events'][number]) {
  return props.label === 'step' ? '' : labelOf({ ...n, step: 0 }, props.label, props.plan.scale)
}

function step(by: number) {
  const n = box.value?.notes.length ?? 0
  focused.value = Math.min(Math.max(focused.value + by, 0), n - 1)
  frame.value?.querySelector<SVGElement>(`[data-note="${focused.value}"]`)?.focus()
}
</script>

<template>
  <div ref="frame" class="neck">
    <svg :width="g.width" :height="g.height" :viewBox="`0 0 ${g.width} ${g.height}`" role="group" :aria-label="say.neckBox(plan.scale.title, box?.id, box?.name)">
      <NeckGrid :g="g" :frets="rulerLabels.map((f) => f.fret)" :strings="strings" :courses="plan.neck.courses" :left-handed="left" :nut="shown[0] === 1" />
      <g class="ruler" aria-hidden="true">
        <path :d="`M${g.nut} ${g.bottom + g.mark.h / 2 + 6}H${g.fretX(shown[1])}`" />
        <template v-for="f in rulerLabels" :key="f.fret">
          <path :d="`M${f.wire} ${g.bottom + g.mark.h / 2 + 2}v8`" />
          <text v-if="f.readable" :x="f.x" :y="g.bottom + g.mark.h / 2 + 22">{{ f.fret }}</text>
          <text v-if="spacing === 'true' && f.roomy" class="mm" :x="f.wire" :y="g.bottom + g.mark.h / 2 + 33">{{ Math.round(f.mm) }}</text>
        </template>
        <text v-if="spacing === 'true'" class="mm" :x="g.nut" :y="g.bottom + g.mark.h / 2 + 33">mm</text>
      </g>
      <path
        v-for="(t, i) in ticks"
        :key="i"
        class="tick"
        :class="{ root: t.degree === '1' }"
        :d="`M${g.markX(t.fret)} ${g.stringY(t.string) - g.mark.h * 0.26}v${g.mark.h * 0.52}`"
      />
      <NoteMark
        v-for="(n, i) in box?.notes"
        :key="`${plan.box}-${i}`"
        :x="g.markX(n.fret)"
        :y="g.stringY(n.string)"
        :w="g.mark.w"
        :h="g.mark.h"
        :label="labelOf(n, label, plan.scale)"
        :root="n.root"
        :added="n.layer === 'added'"
        :wedge="wedge(n.reach)"
        :current="i === current"
        :shared="shared?.has(`${n.string}/${n.fret}`) ?? false"
        :folded="!!n.played?.length"
      />
      <NoteMark
        v-for="(n, i) in onward"
        :key="`onward ${i}`"
        :x="g.markX(n.fret)"
        :y="g.stringY(n.string)"
        :w="g.mark.w * 0.86"
        :h="g.mark.h * 0.86"
        :label="onwardLabel(n)"
        :root="n.degree === '1'"
        onward
      />
      <path v-for="(n, i) in beside" :key="`beside ${i}`" class="beside" :d="capsule(g.markX(n.fret), g.stringY(n.string), g.mark.w, g.mark.h)" />
      <NoteMark v-if="beyond" :x="g.markX(beyond.fret)" :y="g.stringY(beyond.string)" :w="g.mark.w" :h="g.mark.h" label="" current />
      <rect
        v-for="(n, i) in box?.notes"
        :key="`press ${plan.box}-${i}`"
        class="press"
        role="button"
        :tabindex="i === focused ? 0 : -1"
        :data-note="i"
        :aria-label="(n.spoken ?? '') + (shared?.has(`${n.string}/${n.fret}`) ? `, ${sharedWords ?? say.inBoth}` : '')"
        :aria-current="i === current ? 'step' : undefined"
        :x="g.markX(n.fret) - press.w / 2"
        :y="g.stringY(n.string) - press.h / 2"
        :width="press.w"
        :height="press.h"
        :rx="press.w / 2"
        @click="emit('choose', i)"
        @keydown.enter.prevent="emit('choose', i)"
        @keydown.right.prevent="step(1)"
        @keydown.up.prevent="step(1)"
        @keydown.left.prevent="step(-1)"
        @keydown.down.prevent="step(-1)"
        @focus="focused = i"
      >
        <title>{{ n.spoken }}</title>
      </rect>
    </svg>
  </div>
</template>

<style scoped>
.neck {
  overflow: hidden;
  width: 100%;
}

svg {
  display: block;
}

.ruler text {
  fill: var(--ink);
  font-family: var(--face-text);
  font-size: var(--size-mark);
}

.ruler path {
  fill: none;
  stroke: var(--faint);
  stroke-width: 1;
}

.ruler text {
  font-size: var(--size-mark);
  text-anchor: middle;
}

.ruler .mm {
  fill: var(--faint);
  font-size: var(--size-mark-small);
}

.tick {
  stroke: var(--faint);
  stroke-width: 2;
}

.tick.root {
  stroke: var(--marigold);
  stroke-width: 2.5;
}

.beside {
  fill: none;
  stroke: var(--verdigris);
  stroke-dasharray: 3 2;
  stroke-width: 1.6;
}

.press {
  fill: transparent;
  cursor: pointer;
}
</style>
