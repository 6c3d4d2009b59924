<script setup lang="ts">
import { say } from './words'
import { mdiAlertOutline, mdiChevronLeft, mdiChevronRight } from '@mdi/js'
import { useElementSize, useSwipe } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import type { Box, Plan } from '../api/client'
import { capsule } from '../shared/neck/geometry'
import { pretty } from '../shared/signs'
import { keptOrder } from '../shared/shell/kept'
import { vRoving } from '../shared/shell/roving'
import { page, sorted } from './boxOrder'

/** The boxes of the layout, as many as there is room for; the others are a step or a swipe away. */
const props = defineProps<{ plan: Plan }>()
const emit = defineEmits<{ choose: [box: number]; move: [octaves: number] }>()
const strip = ref<HTMLElement>()
const { width } = useElementSize(strip)

const tall = 40
const wide = 92
const boxWidth = 119
const all = computed(() => sorted(props.plan.boxes, keptOrder.value))
const place = computed(() => all.value.findIndex((s) => s.index === props.plan.box))
const room = computed(() => Math.max(Math.floor(width.value / boxWidth), 1))
// The window on the boxes stays where it is as long as the chosen one is in it.
const first = ref(0)
watch([place, room, all], () => (first.value = page(first.value, place.value, room.value, all.value.length)), { immediate: true })
const shown = computed(() => all.value.slice(first.value, first.value + room.value))
const widest = computed(() => Math.max(...props.plan.boxes.map((b) => b.spanMm), 1))

/** A box in small: where its notes lie, without labels. */
function small(box: Box) {
  const strings = props.plan.neck.strings.length
  const frets = Math.max(box.highFret - box.lowFret, 4)
  const left = props.plan.brief.instrument.leftHanded
  const w = Math.max(3, Math.min(6, wide / (frets + 2)))
  return box.notes.map((n) => {
    const across = 8 + ((n.fret - box.lowFret) / frets) * (wide - 16)
    return {
      d: capsule(left ? wide - across : across, 5 + ((n.string - 1) / Math.max(strings - 1, 1)) * (tall - 10), w, Math.max(w * 1.3, Math.min(8, tall / strings))),
      root: n.root,
      added: n.layer === 'added',
    }
  })
}

function title(box: Box) {
  const name = box.form || !box.name.startsWith('from') || /\d$/.test(box.name) ? box.name : say.from(pretty(box.degree))
  return name.replace(/^position (\d+), /, 'pos. $1 ')
}

function demands(box: Box) {
  const many = (n: number, one: string, more: string) => (n === 0 ? [] : [`${n} ${n === 1 ? one : more}`])
  return [...many(box.reaches, 'reach', 'reaches'), ...many(box.shifts, 'shift', 'shifts')].join(', ') || say.theHandStaysInPlace
}

function step(by: number) {
  const to = all.value[place.value + by]
  if (to) emit('choose', to.index)
}

useSwipe(strip, {
  threshold: 40,
  onSwipeEnd: (_event, direction) => {
    if (direction === 'left') step(1)
    if (direction === 'right') step(-1)
  },
})

const chosen = computed(() => props.plan.boxes[props.plan.box])

const inSight = computed(() => shown.value.length)

/** The chosen box twelve frets higher or lower, where the frets allow it. */
function move(octaves: number) {
  if (octaves > 0 ? chosen.value?.higher : chosen.value?.lower) emit('move', (props.plan.brief.layout?.boxOctave ?? 0) + octaves)
}
defineExpose({ step, move, place, inSight })
</script>

<template>
  <div class="row" role="group" :aria-label="say.boxes">
    <v-btn :icon="mdiChevronLeft" size="small" :aria-label="say.previousBoxComma" :disabled="place <= 0" @click="step(-1)" />
    <div ref="strip" v-roving="'.box'" class="strip">
      <button v-for="{ box, index } in shown" :key="box.id" type="button" class="box" :data-box="index" :aria-current="index === plan.box" @click="emit('choose', index)">
        <svg :width="wide" :height="tall" aria-hidden="true">
          <path v-for="(mark, k) in small(box)" :key="k" :d="mark.d" class="mark" :class="{ root: mark.root, added: mark.added }" />
        </svg>
        <span class="name" :title="box.name"
          ><span class="unseen">{{ say.box }} </span><b>{{ box.id }}</b> {{ title(box) }}</span
        >
        <span class="facts"
          ><span class="unseen">{{ say.notesFrets(box.notes.length) }} </span>{{ box.lowFret }}–{{ box.highFret }}<span class="span">{{ say.mm(Math.round(box.spanMm)) }}</span>
          <v-icon v-if="box.overLimit || box.refit" :icon="mdiAlertOutline" size="13" class="warn" />
          <span v-if="box.lackWords" class="lacks" :title="box.lackWords" aria-hidden="true">{{ say.incomplete }}</span>
          <span v-if="box.overLimit" class="unseen">{{ say.widerThanComfortable }}</span>
          <span v-if="box.lackWords" class="unseen">{{ box.lackWords }}</span>
        </span>
        <span class="gauge" aria-hidden="true"><span :class="{ over: box.overLimit }" :style="{ inlineSize: `${(box.spanMm / widest) * 100}%` }" /></span>
        <span class="facts" :title="say.goingUp"
          >{{ demands(box) }}<span class="unseen"> {{ say.goingUp2 }}</span></span
        >
      </button>
    </div>
    <v-btn :icon="mdiChevronRight" size="small" :aria-label="say.nextBoxPeriod" :disabled="place === all.length - 1" @click="step(1)" />
  </div>
</template>

<style scoped>
.row {
  align-items: center;
  display: flex;
  gap: 4px;
}

.strip {
  display: flex;
  flex: 1;
  min-width: 0;
  overflow: hidden;
  touch-action: pan-y;
}

.box {
  border-bottom: 3px solid transparent;
  display: grid;
  flex: 0 0 119px;
  justify-items: start;
  min-width: 0;
  padding: 3px 6px;
}

.box:hover {
  background: color-mix(in srgb, var(--verdigris) 10%, transparent);
}

.box[aria-current='true'] {
  background: var(--sheet);
  border-bottom-color: var(--verdigris);
}

.box:focus-visible {
  outline-offset: -2px;
}

.mark {
  fill: var(--ink);
}

.mark.root {
  fill: var(--marigold);
}

.mark.added {
  fill: none;
  stroke: var(--plum);
  stroke-width: 1.5;
}

.name,
.facts {
  max-inline-size: 100%;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.name {
  font-size: var(--size-note);
  line-height: 1.25;
}

.facts {
  color: var(--faint);
  font-size: var(--size-caption);
  line-height: 1.3;
}

.span {
  margin-inline-start: 8px;
}

.gauge {
  background: color-mix(in srgb, var(--rule) 50%, transparent);
  block-size: 3px;
  inline-size: 100%;
}

.gauge span {
  background: var(--faint);
  block-size: 3px;
  display: block;
}

.gauge .over {
  background: var(--brick);
}

.warn {
  color: var(--brick);
}

.lacks {
  color: var(--faint);
  margin-inline-start: 6px;
}
</style>
