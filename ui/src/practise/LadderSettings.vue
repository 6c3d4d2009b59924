<script setup lang="ts">
import { computed } from 'vue'
import type { Ladder, LadderStep } from '../api/client'
import { useCatalogue } from '../shared/catalogue'
import ChoiceRow from '../shared/shell/ChoiceRow.vue'
import FoldPanel from '../shared/shell/FoldPanel.vue'

/** Where the ladder begins, where it ends, and what grows on the way. */
const props = defineProps<{ ladder: Ladder }>()
const emit = defineEmits<{ set: [change: { from?: LadderStep; goal?: LadderStep; way?: string }] }>()
const { catalogue } = useCatalogue()
const ways = computed(() => Object.fromEntries((catalogue.value?.ways ?? []).map((w) => [w.id, w.name])))
const why = computed(() => catalogue.value?.ways.find((w) => w.id === props.ladder.way)?.why)
const ends = ['from', 'goal'] as const
const endNames = { from: 'Begins with', goal: 'Ends with' }

function change(end: 'from' | 'goal', what: 'perBeat' | 'tempoBpm', event: Event) {
  const n = Number((event.target as HTMLInputElement).value)
  if (Number.isInteger(n)) emit('set', { [end]: { ...props.ladder[end], [what]: n } })
}
</script>

<template>
  <FoldPanel id="ladder" title="The ladder">
    <p v-for="end in ends" :key="end" class="end">
      {{ endNames[end] }}
      <select :value="ladder[end].perBeat" :aria-label="`${endNames[end]}: subdivision`" :data-do="`${end}-per-beat`" @change="change(end, 'perBeat', $event)">
        <option v-for="s in catalogue?.subdivisions" :key="s.id" :value="s.id">{{ s.name }}</option>
      </select>
      at
      <input
        type="number"
        min="20"
        max="320"
        :value="ladder[end].tempoBpm"
        :aria-label="`${endNames[end]}: tempo`"
        :data-do="`${end}-tempo`"
        @change="change(end, 'tempoBpm', $event)"
      />
    </p>
    <ChoiceRow :model-value="ladder.way" :options="ways" label="What grows from rung to rung" @update:model-value="emit('set', { way: $event })" />
    <p class="why">{{ why }}</p>
  </FoldPanel>
</template>

<style scoped>
.end {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  padding-top: 6px;
}

input {
  background: var(--sheet);
  border: 1px solid var(--faint);
  border-radius: 5px;
  color: inherit;
  font: inherit;
  padding: 3px 6px;
  width: 5em;
}

.why {
  color: var(--faint);
  font-size: var(--size-note);
}
</style>
