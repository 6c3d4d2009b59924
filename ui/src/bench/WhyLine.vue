<script setup lang="ts">
import { ref, watch } from 'vue'
import { api, take, type Plan } from '../api/client'

/** Why the rung last pressed is played with its finger. */
const props = defineProps<{ plan: Plan; note: number }>()
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
    <span v-else class="hint">Press a rung to see why it has its finger.</span>
  </p>
</template>

<style scoped>
.why {
  font-size: 0.95rem;
  min-height: 1.6em;
  padding: 2px 0 4px 46px;
}

.hint {
  color: var(--faint);
  font-size: 0.85rem;
}
</style>
