<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { Plan } from '../../api/client'
import { geometry } from './geometry'
import { labelOf, type LabelKind } from './labels'
import NoteMark from './NoteMark.vue'

const props = defineProps<{
  plan: Plan
  spacing: 'even' | 'true'
  label: LabelKind
  /** Index of the box's note that is being played, -1 for none. */
  current: number
  /** The place that is being played where it is none of the box's. */
  beyond?: { string: number; fret: number } | undefined
  /** Places that another plan has too, as "string/fret". */
  shared?: Set<string>
  /** Strings closer together, where two necks share a screen. */
  close?: boolean
}>()
const emit = defineEmits<{ choose: [note: number] }>()

const frame = ref<HTMLElement>()
const { width } = useElementSize(frame)

const left = computed(() => props.plan.brief.instrument.leftHanded ?? false)
const strings = computed(() => props.plan.neck.strings)
const gap = computed(() => Math.max(18, Math.min(props.close ? 26 : 33, (props.close ? 156 : 190) / strings.value.length)))
const g = computed(() => geometry(props.plan.neck, Math.max(width.value, 320), props.spacing, left.value, gap.value))
const box = computed(() => props.plan.boxes[props.plan.box])
const inBox = computed(() => new Set(box.value?.notes.map((n) => `${n.string}/${n.fret}`)))
const ticks = computed(() => props.plan.neck.notes.filter((n) => !inBox.value.has(`${n.string}/${n.fret}`)))
const focused = ref(0)
const rulerLabels = computed(() =>
  props.plan.neck.frets.slice(1).map((f) => ({
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

function step(by: number) {
  const n = box.value?.notes.length ?? 0
  focused.value = Math.min(Math.max(focused.value + by, 0), n - 1)
  frame.value?.querySelector<SVGElement>(`[data-note="${focused.value}"]`)?.focus()
}
</script>

<template>
  <div ref="frame" class="neck">
    <svg :width="g.width" :height="g.height" role="group" :aria-label="`Neck, ${plan.scale.title}, box ${box?.id} ${box?.name}`">
      <g class="wires">
        <path v-for="f in rulerLabels" :key="f.fret" :d="`M${f.wire} ${g.top}V${g.bottom}`" />
        <path class="nut" :d="`M${g.nut} ${g.top - 3}V${g.bottom + 3}`" />
      </g>
      <g v-for="s in strings" :key="s.string" class="string">
        <path
          v-for="o in plan.neck.courses ? [-1.6, 1.6] : [0]"
          :key="o"
          :stroke-width="(plan.neck.courses ? 0.7 : 0.8) + s.string * 0.22"
          :d="`M${g.nut} ${g.stringY(s.string) + o}H${g.fretX(plan.neck.frets.length - 1)}`"
        />
        <text :x="left ? g.width - 2 : 2" :y="g.stringY(s.string)" dy="0.36em" :text-anchor="left ? 'end' : 'start'">{{ s.label }}</text>
      </g>
      <g class="ruler" aria-hidden="true">
        <path :d="`M${g.nut} ${g.bottom + g.mark.h / 2 + 6}H${g.fretX(plan.neck.frets.length - 1)}`" />
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
      />
      <NoteMark v-if="beyond" :x="g.markX(beyond.fret)" :y="g.stringY(beyond.string)" :w="g.mark.w" :h="g.mark.h" label="" current />
      <rect
        v-for="(n, i) in box?.notes"
        :key="`press ${plan.box}-${i}`"
        class="press"
        role="button"
        :tabindex="i === focused ? 0 : -1"
        :data-note="i"
        :aria-label="(n.spoken ?? '') + (shared?.has(`${n.string}/${n.fret}`) ? ', in both' : '')"
        :aria-current="i === current ? 'step' : undefined"
        :x="g.markX(n.fret) - g.mark.w * 0.75"
        :y="g.stringY(n.string) - g.mark.h / 2"
        :width="g.mark.w * 1.5"
        :height="g.mark.h"
        :rx="g.mark.w * 0.75"
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

.wires path {
  stroke: var(--rule);
  stroke-width: 1.2;
}

.wires .nut {
  stroke: var(--ink);
  stroke-width: 4;
}

.string path {
  stroke: color-mix(in srgb, var(--ink) 62%, var(--ground));
}

.string text,
.ruler text {
  fill: var(--ink);
  font-family: var(--face-text);
  font-size: var(--size-mark);
}

.string text {
  font-weight: 700;
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

.press {
  fill: transparent;
  cursor: pointer;
}
</style>
