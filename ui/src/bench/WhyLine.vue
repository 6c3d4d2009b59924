<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { api, take, type Plan } from '../api/client'

/** Why the mark last pressed is played with its finger, and whether the run is to land on it. */
const props = defineProps<{ plan: Plan; note: number }>()
const emit = defineEmits<{ land: [place: { string: number; fret: number } | undefined] }>()
const pressed = computed(() => props.plan.boxes[props.plan.box]?.notes[props.note])
const landing = computed(() => {
  const to = props.plan.brief.run?.landOn
  return !!to && to.string === pressed.value?.string && to.fret === pressed.value?.fret
})
const why = ref('')

watch(
  () => [props.plan, props.note] as const,
  async ([plan, note], _before, onCleanup) => {
    const going = new AbortController()
    onCleanup(() => going.abort())
    why.value = ''
    if (note < 0 || note >= (plan.boxes[plan.box]?.notes.length ?? 0)) return
    try {
      why.value = (await take(api.POST('/api/v1/plan/why', { params: { query: { note: String(note) } }, body: plan.brief, signal: going.signal }))).why
    } catch {
      why.value = ''
    }
  },
)
</script>

<template>
  <p class="why" role="status">
    <template v-if="why">{{ why }}</template>
    <span v-else class="hint">Press a mark to see why it has its finger, or to let the run end on it.</span>
    <v-btn v-if="pressed && why" size="x-small" color="primary" variant="tonal" class="land" data-do="land" @click="emit('land', landing ? undefined : pressed)">{{ landing ? 'let the run end as written' : 'let the run land here' }}</v-btn>
  </p>
</template>

<style scoped>
.why {
  font-size: 0.95rem;
  min-height: 1.6em;
  padding: 2px 0 4px 46px;
}

.land {
  block-size: 26px;
  font-size: 0.85rem;
  margin-inline-start: 10px;
}

.hint {
  color: var(--faint);
  font-size: 0.85rem;
}
</style>
