<script setup lang="ts">
import { say } from './words'
import { computed } from 'vue'
import { api, take, type Choice, type Plan } from '../api/client'
import type { Changes } from '../shared/brief/query'
import { useLoad } from '../shared/load'
import FingerRow from '../shared/neck/FingerRow.vue'
import { vRoving } from '../shared/shell/roving'

/** What can be done with the mark last pressed, and why it has its finger; else with the box. Its place is kept free. */
const props = defineProps<{ plan: Plan; note: number }>()
const emit = defineEmits<{ change: [changes: Changes] }>()
const pressed = computed(() => props.plan.boxes[props.plan.box]?.notes[props.note])
const capo = computed(() => props.plan.brief.instrument.capo)
const landing = computed(() => {
  const to = props.plan.brief.run?.landOn
  return !!to && to.string === pressed.value?.string && to.fret === pressed.value?.fret
})

const asked = computed(() => (pressed.value ? { brief: props.plan.brief, note: props.note } : undefined))
const { value: why, failure } = useLoad(asked, ({ brief, note }, signal) => take(api.POST('/api/v1/plan/why', { params: { query: { note } }, body: brief, signal })))
const { value: onward } = useLoad(
  computed(() => (pressed.value ? undefined : props.plan.brief)),
  (body, signal) => take(api.POST('/api/v1/plan/onward', { body, signal })),
  { afterFrame: true },
)
const ways = computed<Choice[]>(() => onward.value?.choices ?? [])

const hold = (fingers: string[]) => emit('change', { 'hand.fingers': fingers.length ? fingers : undefined })

function land() {
  const to = landing.value ? undefined : pressed.value
  emit('change', { 'run.landOn': undefined, ...(to ? { 'run.landOn.string': to.string, 'run.landOn.fret': to.fret } : {}) })
}
</script>

<template>
  <div class="said" :class="{ on: pressed }">
    <template v-if="pressed">
      <p role="status">{{ failure || why?.why }}</p>
      <p v-for="p in pressed.played" :key="p.finger" class="played">{{ p.words }}</p>
    </template>
    <slot v-else />
    <p v-if="capo" class="capo">{{ say.fretsCountFromTheCapo }}</p>
  </div>
  <div v-roving="'button, select'" class="row" :class="{ on: pressed }" role="group" :aria-label="pressed ? say.changeThisNote : say.boxes">
    <slot name="boxes" :ways="ways" />
    <template v-if="pressed && why">
      <FingerRow :why="why" @hold="hold" />
      <button type="button" class="way" data-do="land" @click="land">{{ landing ? say.resetTheEnding : say.endTheRunHere }}</button>
    </template>
  </div>
</template>

<style scoped>
.said {
  line-height: 1.3;
  min-height: 1.9em;
}

p {
  font-size: var(--size-fact);
}

.played::before {
  border: 5px solid transparent;
  border-block-start-color: var(--verdigris);
  border-inline-end-color: var(--verdigris);
  content: '';
  display: inline-block;
  margin-inline-end: 6px;
}

.capo {
  color: var(--faint);
  font-size: var(--size-note);
}

.row {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 0 14px;
  min-height: 34px;
}

.way {
  color: var(--verdigris);
  font-size: var(--size-note);
  min-height: 28px;
}

.way:hover {
  text-decoration: underline;
}

@media (pointer: coarse), (max-width: 600px) {
  .way {
    min-height: 44px;
  }
}
</style>
