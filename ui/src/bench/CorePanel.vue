<script setup lang="ts">
import { say } from './words'
import type { Plan } from '../api/client'
import { pretty } from '../shared/signs'
import type { Changes } from '../shared/brief/query'
import FoldPanel from '../shared/shell/FoldPanel.vue'

/** The mode as a pentatonic plus other notes, beside the modes over the same core. */
defineProps<{ core: NonNullable<Plan['scale']['core']>; title: string }>()
const emit = defineEmits<{ change: [changes: Changes] }>()
</script>

<template>
  <FoldPanel id="core" :title="say.samePentatonicCore" open>
    <p>{{ say.corePlus(core.title, pretty(core.formula)) }}</p>
    <ul>
      <li class="this">
        <span class="added">{{ core.added.map(pretty).join(' ') }}</span> {{ title }}
      </li>
      <li v-for="s in core.siblings" :key="s.name">
        <span class="added">{{ s.added.map(pretty).join(' ') }}</span>
        <button type="button" @click="emit('change', { 'scale.name': s.name })">{{ s.title }}</button>
      </li>
    </ul>
  </FoldPanel>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
}

li {
  display: grid;
  grid-template-columns: 3.6em 1fr;
}

.this {
  font-weight: 700;
}

.added {
  color: var(--plum);
  font-weight: 700;
}

button {
  color: var(--verdigris);
  text-align: start;
}

button:hover {
  text-decoration: underline;
}
</style>
