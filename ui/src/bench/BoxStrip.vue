<script setup lang="ts">
import { say } from './words'
import { mdiChevronLeft, mdiChevronRight } from '@mdi/js'
import { useElementSize, useSwipe } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import type { Box, Plan } from '../api/client'
import { capsule } from '../shared/neck/geometry'
import { pretty } from '../shared/signs'
import { narrow } from '../shared/shell/narrow'
import { keptOrder } from '../shared/shell/kept'
import { vRoving } from '../shared/shell/roving'
import { page, sorted } from './boxOrder'

/** The boxes of the layout, as many as there is room for; the others are a step or a swipe away. */
const props = defineProps<{ plan: Plan }>()
const emit = defineEmits<{ choose: [box: number]; move: [octaves: number] }>()
const strip = ref<HTMLElement>()
const { width } = useElementSize(strip)

const tall = 50
const wide = 104
const boxWidth = 130
const all = computed(() => sorted(props.plan.boxes, keptOrder.value))
const place = computed(() => all.value.findIndex((s) => s.index === props.plan.box))
const room = computed(() => (narrow.value ? 1 : Math.max(Math.floor(width.value / boxWidth), 1)))
// The window on the boxes stays where it is as long as the chosen one is in it.
const first = ref(0)
watch([place, room, all], () => (first.value = page(first.value, place.value, room.value, all.value.length)), { immediate: true })
const shown = computed(() => all.value.slice(first.value, first.value + room.value))
const lines = computed(() => props.plan.neck.strings.map((_, i) => acrossStrings(i + 1)))
const acrossStrings = (string: number) => 6 + ((string - 1) / Math.max(props.plan.neck.strings.length - 1, 1)) * (tall - 12)

/** A box in small: where its notes lie, without labels. */
function small(box: Box) {
  const frets = Math.max(box.highFret - box.lowFret, 4)
  const left = props.plan.brief.instrument.leftHanded
  const w = Math.max(3.5, Math.min(5.5, wide / (frets + 2)))
  return box.notes.map((n) => {
    const across = 8 + ((n.fret - box.lowFret) / frets) * (wide - 16)
    return {
      d: capsule(left ? wide - across : across, acrossStrings(n.string), w, Math.max(w * 1.35, Math.min(9, (tall - 6) / props.plan.neck.strings.length))),
      root: n.root,
      added: n.layer === 'added',
    }
  })
}

function title(box: Box) {
  const name = box.form || !box.name.startsWith('from') || /\d$/.test(box.name) ? box.name : say.from(pretty(box.degree))
  return name
}

function demands(box: Box) {
  const many = (n: number, one: string, more: string) => (n === 0 ? [] : [`${n} ${n === 1 ? one : more}`])
  return [...many(box.reaches, 'reach', 'reaches'), ...many(box.shifts, 'shift', 'shifts')].join(', ') || say.theHandStaysInPlace
}

// Pressed twice while the plan of the first press is under way, it goes two boxes on.
let wanted: number | undefined
watch(
  () => props.plan,
  (now, before) => {
    if (now.box === wanted || now.scale.title !== before.scale.title) wanted = undefined
  },
)
function choose(box: number) {
  wanted = box
  emit('choose', box)
}

function step(by: number) {
  const from = all.value.findIndex((s) => s.index === (wanted ?? props.plan.box))
  const to = all.value[from + by]
  if (to) choose(to.index)
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
  <div class="strip" :class="{ one: narrow }">
    <v-btn v-if="narrow" :icon="mdiChevronLeft" :aria-label="say.previousBoxComma" :disabled="place <= 0" data-do="box-back" @click="step(-1)" />
    <div ref="strip" v-roving="'.box'" class="cells" role="group" :aria-label="say.boxes">
      <button v-for="{ box, index } in shown" :key="box.id" type="button" class="box" :data-box="index" :aria-current="index === plan.box" @click="choose(index)">
        <svg :width="wide" :height="tall" aria-hidden="true">
          <path v-for="y in lines" :key="y" class="string" :d="`M0 ${y}H${wide}`" />
          <path v-for="(mark, k) in small(box)" :key="k" :d="mark.d" class="mark" :class="{ root: mark.root, added: mark.added }" />
        </svg>
        <span class="name"
          ><span class="unseen">{{ say.box }} </span><b>{{ box.id }}</b> {{ title(box) }}</span
        >
        <span class="facts"
          ><span class="unseen">{{ say.notesFrets(box.notes.length) }} </span>{{ box.lowFret }}–{{ box.highFret }} ·
          <b v-if="box.overLimit || box.refit" class="over">{{ say.mm(Math.round(box.spanMm)) }}</b><template v-else>{{ say.mm(Math.round(box.spanMm)) }}</template>
          <span v-if="box.lackWords" :title="box.lackWords" aria-hidden="true"> · {{ say.incomplete }}</span>
          <span v-if="box.overLimit" class="unseen">{{ say.widerThanComfortable }}</span>
          <span v-if="box.lackWords" class="unseen">{{ box.lackWords }}</span>
        </span>
        <span class="facts" :title="say.goingUp"
          >{{ demands(box) }}<span class="unseen"> {{ say.goingUp2 }}</span></span
        >
      </button>
    </div>
    <v-btn v-if="narrow" :icon="mdiChevronRight" :aria-label="say.nextBoxPeriod" :disabled="place === all.length - 1" data-do="box-on" @click="step(1)" />
  </div>
</template>

<style scoped>
.strip {
  align-items: center;
  display: flex;
}

.cells {
  display: flex;
  flex: 1;
  min-width: 0;
  overflow: hidden;
  touch-action: pan-y;
}

/* One box at a time, its picture beside its name. */
.one {
  margin-bottom: 8px;
}

.one .box {
  column-gap: 12px;
  flex: 1;
  grid-template-columns: 104px minmax(0, 1fr);
  grid-template-rows: repeat(3, max-content);
  min-height: 60px;
}

.one svg {
  grid-row: 1 / 4;
}

.box {
  align-content: start;
  border-bottom: 3px solid transparent;
  display: grid;
  flex: 0 0 130px;
  justify-items: start;
  min-height: 112px;
  min-width: 0;
  padding: 3px 6px;
  text-align: start;
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

.string {
  fill: none;
  stroke: var(--rule);
}

.mark {
  fill: var(--ink);
}

.mark.root {
  fill: var(--marigold);
  stroke: var(--root-line);
}

.mark.added {
  fill: none;
  stroke: var(--plum);
  stroke-width: 1.5;
}

.name {
  font-size: var(--size-note);
  line-height: 1.25;
}

.facts {
  color: var(--faint);
  font-size: var(--size-caption);
  line-height: 1.35;
}

.over {
  color: var(--brick);
}
</style>
