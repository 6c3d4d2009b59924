<script setup lang="ts">
import { computed } from 'vue'
import { say } from './words'
import type { Plan } from '../api/client'
import { pretty } from '../shared/signs'
import type { Changes } from '../shared/brief/query'
import FoldPanel from '../shared/shell/FoldPanel.vue'

/** The mode as a pentatonic plus other notes, beside the modes over the same core; or a pentatonic with the modes that hold it. */
const props = defineProps<{ core: NonNullable<Plan['scale']['core']>; title: string }>()
const emit = defineEmits<{ change: [changes: Changes] }>()

const whole = computed(() => props.core.added.length === 0)
const common = computed(() => props.core.siblings.filter((s) => s.common))
const rare = computed(() => props.core.siblings.filter((s) => !s.common))

/** A mode is laid out in the five forms, where its core is marked. */
const go = (name: string) => emit('change', { 'scale.name': name, 'layout.system': 'five-form' })
</script>

<template>
  <FoldPanel id="core" :title="say.samePentatonicCore" open>
    <p>{{ whole ? say.modesThatHold(core.title) : say.corePlus(core.title, pretty(core.formula)) }}</p>
    <ul>
      <li v-if="!whole" class="this">
        <span class="added">{{ core.added.map(pretty).join(' ') }}</span> {{ title }}
      </li>
      <li v-for="s in common" :key="s.name">
        <span class="added">{{ s.added.map(pretty).join(' ') }}</span>
        <button type="button" :data-core="s.name" @click="go(s.name)">
          {{ s.title }}<template v-if="s.also">, {{ s.also }}</template>
        </button>
      </li>
      <li v-if="!whole">
        <span></span>
        <button type="button" :data-core="core.name" @click="go(core.name)">{{ say.theCoreAlone(core.title) }}</button>
      </li>
    </ul>
    <details v-if="rare.length">
      <summary>{{ say.rarerOnes }}</summary>
      <ul>
        <li v-for="s in rare" :key="s.name">
          <span class="added">{{ s.added.map(pretty).join(' ') }}</span>
          <button type="button" :data-core="s.name" @click="go(s.name)">{{ s.title }}</button>
        </li>
      </ul>
    </details>
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

summary {
  color: var(--faint);
  cursor: pointer;
}
</style>
