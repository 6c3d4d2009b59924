<script setup lang="ts">
import { say } from '../words'
import { useElementSize } from '@vueuse/core'
import { computed, nextTick, ref, watch } from 'vue'
import type { Plan } from '../../api/client'
import { geometry } from './geometry'
import NeckGrid from './NeckGrid.vue'
import NoteMark from './NoteMark.vue'

/** A mark that is put on the neck. */
export interface Put {
  string: number
  fret: number
  label: string
  /** What it is: a note of what is shown, pointed at, pressed, the right answer, a slip, or what others are found from. */
  as: 'note' | 'point' | 'given' | 'right' | 'slip' | 'anchor'
}

/** A neck on which every place can be pressed. */
const props = defineProps<{
  plan: Plan
  marks: Put[]
  /** Last fret shown. */
  high: number
  /** What helps to find a place. */
  help: 'numbers' | 'landmarks' | 'bare'
  /** Nothing can be pressed. */
  still?: boolean
  /** Pixels between strings. */
  gap?: number
}>()
const emit = defineEmits<{ press: [place: { string: number; fret: number }] }>()

/** Pixels that a finger needs across a fret, and between strings. */
const least = 40
const gap = computed(() => props.gap ?? (props.still ? 26 : 36))
const frame = ref<HTMLElement>()
const { width } = useElementSize(frame)
const left = computed(() => props.plan.brief.instrument.leftHanded ?? false)
const strings = computed(() => props.plan.neck.strings)
const last = computed(() => Math.min(props.high, props.plan.neck.frets.length - 1))
const g = computed(() =>
  geometry(props.plan.neck, {
    width: Math.max(width.value, 60 + last.value * least),
    spacing: 'even',
    leftHanded: left.value,
    gap: gap.value,
    low: 1,
    high: last.value,
    most: gap.value > 50 ? { w: 30, h: 42 } : { w: 22, h: 31 },
  }),
)
const frets = computed(() => Array.from({ length: last.value }, (_, i) => i + 1))
/** Where necks have a sign on their side. */
const landmarks = [3, 5, 7, 9, 12, 15, 17, 19, 21]
const places = computed(() => strings.value.flatMap((s) => [0, ...frets.value].map((fret) => ({ string: s.string, fret }))))
const focused = ref({ string: 1, fret: 0 })

function cell(fret: number) {
  const gutter = 40
  if (fret === 0) return { x: left.value ? g.value.nut : g.value.nut - gutter, w: gutter }
  const [a, b] = [g.value.fretX(fret - 1), g.value.fretX(fret)]
  return { x: Math.min(a, b), w: Math.abs(a - b) }
}

/** To the next place over: strings go down the screen, frets away from the nut. */
function step(strings_: number, frets_: number) {
  const across = left.value ? -frets_ : frets_
  focused.value = {
    string: Math.min(Math.max(focused.value.string + strings_, 1), strings.value.length),
    fret: Math.min(Math.max(focused.value.fret + across, 0), last.value),
  }
  frame.value?.querySelector<SVGElement>(`[data-place="${focused.value.string}/${focused.value.fret}"]`)?.focus()
}

// What is pointed at is in sight where the neck is wider than the screen.
watch(
  () => [props.marks.find((m) => m.as === 'point' || m.as === 'right'), g.value.width] as const,
  async ([mark]) => {
    await nextTick()
    const box = frame.value
    if (!mark || !box || g.value.width <= box.clientWidth) return
    box.scrollTo({ left: g.value.markX(mark.fret) - box.clientWidth / 2 })
  },
  { immediate: true },
)

const words = (p: { string: number; fret: number }) => {
  const put = props.marks.find((m) => m.string === p.string && m.fret === p.fret)
  return say.placeOn(
    p.string,
    p.fret,
    put && { note: 'played', point: 'asked about', given: 'pressed', right: 'the right place', slip: 'not that one', anchor: say.foundFrom }[put.as],
  )
}
</script>

<template>
  <div ref="frame" class="press-neck" :tabindex="still ? 0 : undefined">
    <svg :width="g.width" :height="g.height" role="group" :aria-label="say.neckWithStringsPressAPlace(strings.length)">
      <NeckGrid :g="g" :frets="frets" :strings="strings" :courses="plan.neck.courses" :left-handed="left" nut />
      <g v-if="help !== 'bare'" class="ruler" aria-hidden="true">
        <template v-for="f in frets" :key="`r${f}`">
          <text v-if="help === 'numbers'" :x="cell(f).x + cell(f).w / 2" :y="g.bottom + g.mark.h / 2 + 20">{{ f }}</text>
          <path
            v-else-if="landmarks.includes(f)"
            class="landmark"
            :d="`M${cell(f).x + cell(f).w / 2 - (f === 12 ? 12 : 6)} ${g.bottom + g.mark.h / 2 + 10}h${f === 12 ? 24 : 12}`"
          />
        </template>
      </g>
      <g v-for="m in marks" :key="`${m.as} ${m.string}/${m.fret}`" :class="['put', m.as]">
        <NoteMark :x="g.markX(m.fret)" :y="g.stringY(m.string)" :w="g.mark.w" :h="g.mark.h" :label="m.label" :current="m.as === 'point'" />
        <path v-if="m.as === 'slip'" class="cross" :d="`M${g.markX(m.fret) - 8} ${g.stringY(m.string) + 12}l16 -24`" />
      </g>
      <rect
        v-for="p in still ? [] : places"
        :key="`${p.string}/${p.fret}`"
        class="press"
        role="button"
        :tabindex="p.string === focused.string && p.fret === focused.fret ? 0 : -1"
        :data-place="`${p.string}/${p.fret}`"
        :aria-label="words(p)"
        :x="cell(p.fret).x + 1"
        :y="g.stringY(p.string) - gap / 2 + 1"
        :width="cell(p.fret).w - 2"
        :height="gap - 2"
        rx="6"
        @click="emit('press', p)"
        @keydown.enter.prevent.stop="emit('press', p)"
        @keydown.space.prevent.stop="emit('press', p)"
        @keydown.right.prevent="step(0, 1)"
        @keydown.left.prevent="step(0, -1)"
        @keydown.up.prevent="step(-1, 0)"
        @keydown.down.prevent="step(1, 0)"
        @focus="focused = p"
      />
    </svg>
  </div>
</template>

<style scoped>
.press-neck {
  overflow-x: auto;
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

.ruler text {
  text-anchor: middle;
}

.landmark {
  stroke: var(--faint);
  stroke-width: 5;
}

.put.right :deep(.body) {
  fill: var(--verdigris);
  stroke: var(--verdigris);
}

.put.given :deep(.body),
.put.slip :deep(.body) {
  fill: var(--sheet);
}

.put.given :deep(text) {
  fill: var(--ink);
}

.put.anchor :deep(.body) {
  fill: var(--sheet);
  stroke: var(--faint);
}

.put.anchor :deep(text) {
  fill: var(--faint);
}

.put.slip :deep(.body) {
  stroke: var(--brick);
}

.cross {
  fill: none;
  stroke: var(--brick);
  stroke-width: 3;
}

.press {
  cursor: pointer;
  fill: transparent;
}

.press:hover {
  fill: color-mix(in srgb, var(--verdigris) 12%, transparent);
}
</style>
