<script setup lang="ts">
import { mdiAlertOutline, mdiChevronLeft, mdiChevronRight } from '@mdi/js'
import { computed, nextTick, ref, watch } from 'vue'
import type { Box, Plan } from '../api/client'
import { capsule } from '../shared/neck/geometry'
import { pretty } from '../shared/signs'
import { keptOrder } from '../shared/shell/kept'
import { boxOrders, sorted } from './boxOrder'

const props = defineProps<{ plan: Plan }>()
const emit = defineEmits<{ choose: [box: number]; move: [octaves: number] }>()
const strip = ref<HTMLElement>()

const tall = 46
const wide = 92
const shown = computed(() => sorted(props.plan.boxes, keptOrder.value))
const place = computed(() => shown.value.findIndex((s) => s.index === props.plan.box))
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
      d: capsule(left ? wide - across : across, 5 + ((n.string - 1) / Math.max(strings - 1, 1)) * (tall - 10), w, Math.max(w * 1.4, Math.min(9, tall / strings))),
      root: n.root,
      added: n.layer === 'added',
    }
  })
}

function title(box: Box) {
  return box.form || !box.name.startsWith('from') || /\d$/.test(box.name) ? box.name : `from ${pretty(box.degree)}`
}

function demands(box: Box) {
  const many = (n: number, one: string, more: string) => (n === 0 ? [] : [`${n} ${n === 1 ? one : more}`])
  return [...many(box.reaches, 'reach', 'reaches'), ...many(box.shifts, 'shift', 'shifts')].join(', ') || 'the hand stays'
}

function step(by: number) {
  const to = shown.value[place.value + by]
  if (to) emit('choose', to.index)
}

watch(
  () => [props.plan.box, keptOrder.value],
  async () => {
    await nextTick()
    strip.value?.querySelector('[aria-current=true]')?.scrollIntoView({ block: 'nearest', inline: 'nearest' })
  },
)
const chosen = computed(() => props.plan.boxes[props.plan.box])

/** The chosen box twelve frets higher or lower, where the frets allow it. */
function move(octaves: number) {
  if (octaves > 0 ? chosen.value?.higher : chosen.value?.lower) emit('move', (props.plan.brief.layout?.boxOctave ?? 0) + octaves)
}
defineExpose({ step, move })
</script>

<template>
  <div class="strip-head">
    <span v-if="plan.boxes.length === 1">one box</span>
    <label v-else
      >{{ plan.boxes.length }} boxes, in order of
      <select v-model="keptOrder" data-do="order">
        <option v-for="(o, id) in boxOrders" :key="id" :value="id">{{ o.name }}</option>
      </select></label
    >
    <v-btn v-if="chosen?.higher" class="move" size="x-small" color="primary" variant="tonal" data-do="higher" @click="move(1)">the same box 12 frets higher</v-btn>
    <v-btn v-if="chosen?.lower" class="move" size="x-small" color="primary" variant="tonal" data-do="lower" @click="move(-1)">the same box 12 frets lower</v-btn>
  </div>
  <div class="row" role="group" aria-label="Boxes">
    <v-btn :icon="mdiChevronLeft" size="small" aria-label="Box before (comma)" :disabled="place <= 0" @click="step(-1)" />
    <div ref="strip" class="strip">
      <button v-for="{ box, index } in shown" :key="box.id" type="button" class="box" :data-box="index" :aria-current="index === plan.box" @click="emit('choose', index)">
        <svg :width="wide" :height="tall" aria-hidden="true">
          <path v-for="(mark, k) in small(box)" :key="k" :d="mark.d" class="mark" :class="{ root: mark.root, added: mark.added }" />
        </svg>
        <span class="name"
          ><span class="unseen">Box </span><b>{{ box.id }}</b> {{ title(box) }}</span
        >
        <span class="facts">{{ box.notes.length }} {{ box.notes.length === 1 ? 'note' : 'notes' }}, <span class="unseen">frets </span>{{ box.lowFret }}–{{ box.highFret }}</span>
        <span class="facts span">
          {{ Math.round(box.spanMm) }} mm
          <span class="gauge" aria-hidden="true"><span :class="{ over: box.overLimit }" :style="{ inlineSize: `${(box.spanMm / widest) * 100}%` }" /></span>
          <v-icon v-if="box.overLimit || box.refit || !box.complete" :icon="mdiAlertOutline" size="14" class="warn" />
          <span v-if="box.overLimit" class="unseen">past what is comfortable</span>
          <span v-if="!box.complete" class="unseen">incomplete</span>
        </span>
        <span class="facts">{{ demands(box) }}</span>
      </button>
    </div>
    <v-btn :icon="mdiChevronRight" size="small" aria-label="Next box (full stop)" :disabled="place === shown.length - 1" @click="step(1)" />
  </div>
</template>

<style scoped>
.strip-head {
  align-items: center;
  color: var(--faint);
  display: flex;
  flex-wrap: wrap;
  font-size: var(--size-note);
  gap: 4px 10px;
  padding-inline-start: 40px;
}

.strip-head :deep(.v-btn-group) {
  height: 26px;
}

.move {
  block-size: 26px;
  font-size: var(--size-note);
}

.row {
  align-items: center;
  display: flex;
  gap: 4px;
}

.strip {
  display: flex;
  flex: 1;
  gap: 2px;
  min-width: 0;
  overflow-x: auto;
  padding: 2px;
}

.box {
  border-bottom: 3px solid transparent;
  display: grid;
  flex: 0 0 auto;
  justify-items: start;
  min-width: 108px;
  padding: 4px 8px 5px;
}

.box:hover {
  background: color-mix(in srgb, var(--verdigris) 10%, transparent);
}

.box[aria-current='true'] {
  background: var(--sheet);
  border-bottom-color: var(--verdigris);
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

.name {
  font-size: var(--size-note);
}

.facts {
  color: var(--faint);
  font-size: var(--size-caption);
  white-space: nowrap;
}

.span {
  align-items: center;
  display: flex;
  gap: 6px;
  inline-size: 100%;
}

.gauge {
  background: color-mix(in srgb, var(--rule) 50%, transparent);
  block-size: 4px;
  flex: 1;
}

.gauge span {
  background: var(--faint);
  block-size: 4px;
  display: block;
}

.gauge .over {
  background: var(--brick);
}

.warn {
  color: var(--brick);
}
</style>
