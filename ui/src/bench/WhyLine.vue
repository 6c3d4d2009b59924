<script setup lang="ts">
import { computed } from 'vue'
import { api, take, type Plan } from '../api/client'
import { useLoad } from '../shared/load'

/** Why the mark last pressed is played with its finger, and whether the run is to land on it. */
const props = defineProps<{ plan: Plan; note: number }>()
const emit = defineEmits<{ land: [place: { string: number; fret: number } | undefined] }>()
const pressed = computed(() => props.plan.boxes[props.plan.box]?.notes[props.note])
const capo = computed(() => props.plan.brief.instrument.capo)
const landing = computed(() => {
  const to = props.plan.brief.run?.landOn
  return !!to && to.string === pressed.value?.string && to.fret === pressed.value?.fret
})
const asked = computed(() => (pressed.value ? { brief: props.plan.brief, note: String(props.note) } : undefined))
const { value: answer, failure } = useLoad(asked, ({ brief, note }, signal) => take(api.POST('/api/v1/plan/why', { params: { query: { note } }, body: brief, signal })))
const why = computed(() => failure.value || (answer.value?.why ?? ''))
</script>

<template>
  <p class="why" role="status">
    <template v-if="why">{{ why }}</template>
    <span v-else class="hint">Press a mark to see why it has its finger, or to let the run end on it.<template v-if="capo"> Frets are counted from the capo.</template></span>
    <v-btn v-if="pressed && why" size="x-small" color="primary" variant="tonal" class="land" data-do="land" @click="emit('land', landing ? undefined : pressed)">{{
      landing ? 'let the run end as written' : 'let the run land here'
    }}</v-btn>
  </p>
</template>

<style scoped>
.why {
  align-items: center;
  column-gap: 10px;
  display: flex;
  flex-wrap: wrap;
  font-size: var(--size-fact);
  min-height: 1.6em;
  padding: 2px 0 4px 46px;
}

.land {
  block-size: 26px;
  font-size: var(--size-note);
}

.hint {
  color: var(--faint);
  font-size: var(--size-note);
}
</style>
