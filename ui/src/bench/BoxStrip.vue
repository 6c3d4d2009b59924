<script setup lang="ts">
import { mdiAlertOutline, mdiChevronLeft, mdiChevronRight } from '@mdi/js'
import { nextTick, ref, watch } from 'vue'
import type { Box, Plan } from '../api/client'
import { capsule } from '../neck/geometry'
import { pretty } from '../signs'

const props = defineProps<{ plan: Plan }>()
const emit = defineEmits<{ choose: [box: number] }>()
const strip = ref<HTMLElement>()

const tall = 46
const wide = 92

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
  return box.form || !box.name.startsWith('from') ? box.name : `from ${pretty(box.degree)}`
}

watch(
  () => props.plan.box,
  async () => {
    await nextTick()
    strip.value?.querySelector('[aria-current=true]')?.scrollIntoView({ block: 'nearest', inline: 'nearest' })
  },
)
</script>

<template>
  <div class="row" role="group" aria-label="Boxes">
    <v-btn :icon="mdiChevronLeft" size="small" aria-label="Box before (comma)" :disabled="plan.box === 0" @click="emit('choose', plan.box - 1)" />
    <div ref="strip" class="strip">
      <button
        v-for="(box, i) in plan.boxes"
        :key="box.id"
        type="button"
        class="box"
        :aria-current="i === plan.box"
        @click="emit('choose', i)"
      >
        <svg :width="wide" :height="tall" aria-hidden="true">
          <path v-for="(mark, k) in small(box)" :key="k" :d="mark.d" class="mark" :class="{ root: mark.root, added: mark.added }" />
        </svg>
        <span class="name"><span class="unseen">Box </span><b>{{ box.id }}</b> {{ title(box) }}</span>
        <span class="facts">
          <span class="unseen">frets </span>{{ box.lowFret }}–{{ box.highFret }} · {{ Math.round(box.spanMm) }} mm
          <v-icon v-if="box.overLimit || !box.complete" :icon="mdiAlertOutline" size="14" class="warn" />
          <span v-if="box.overLimit" class="unseen">past the limit of the hand</span>
          <span v-if="!box.complete" class="unseen">incomplete</span>
        </span>
      </button>
    </div>
    <v-btn :icon="mdiChevronRight" size="small" aria-label="Next box (full stop)" :disabled="plan.box === plan.boxes.length - 1" @click="emit('choose', plan.box + 1)" />
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
  font-size: 0.85rem;
}

.facts {
  color: var(--faint);
  font-size: 0.78rem;
}

.warn {
  color: var(--brick);
}
</style>
