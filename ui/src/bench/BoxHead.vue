<script setup lang="ts">
import { say } from './words'
import { mdiChevronDown, mdiChevronLeft, mdiChevronRight } from '@mdi/js'
import { computed } from 'vue'
import type { Choice, Plan } from '../api/client'
import type { Changes } from '../shared/brief/query'
import { narrow } from '../shared/shell/narrow'
import { keptOrder } from '../shared/shell/kept'
import MenuList from '../shared/shell/MenuList.vue'
import { boxOrders } from './boxOrder'

/** How many boxes there are and in what order, the other shapes that they lead to, and a step along them. */
const props = defineProps<{ plan: Plan; place: number; inSight: number; ways: Choice[] }>()
const emit = defineEmits<{ move: [octaves: number]; step: [by: number]; change: [changes: Changes] }>()
const chosen = computed(() => props.plan.boxes[props.plan.box])
const count = computed(() => props.plan.boxes.length)
const shapes = computed(() => [
  ...(chosen.value?.higher ? [{ title: say.n12FretsHigher, note: '', id: 'higher', run: () => emit('move', 1) }] : []),
  ...(chosen.value?.lower ? [{ title: say.n12FretsLower, note: '', id: 'lower', run: () => emit('move', -1) }] : []),
  ...props.ways.map((w) => ({ title: w.label, note: w.note, id: 'way', run: () => emit('change', w.changes as Changes) })),
])
</script>

<template>
  <span v-if="count === 1" class="lead">{{ say.n1Box }}</span>
  <label v-else class="lead"
    >{{ say.boxesSortedBy(inSight, count, place) }}
    <select v-model="keptOrder" data-do="order" :aria-label="say.sortTheBoxes">
      <option v-for="(o, id) in boxOrders" :key="id" :value="id">{{ o.name }}</option>
    </select></label
  >
  <span class="right">
    <v-menu v-if="shapes.length">
      <template #activator="{ props: activator }">
        <v-btn v-bind="activator" :append-icon="mdiChevronDown" data-do="shapes">{{ say.moreShapes }}</v-btn>
      </template>
      <MenuList :items="shapes" @choose="(at) => shapes[at]?.run()" />
    </v-menu>
    <template v-if="count > 1 && !narrow">
      <v-btn :icon="mdiChevronLeft" :aria-label="say.previousBoxComma" :disabled="place <= 0" @click="emit('step', -1)" />
      <v-btn :icon="mdiChevronRight" :aria-label="say.nextBoxPeriod" :disabled="place === count - 1" @click="emit('step', 1)" />
    </template>
  </span>
</template>

<style scoped>
.lead {
  color: var(--faint);
  font-size: var(--size-note);
}

.right {
  align-items: center;
  display: flex;
  gap: 4px;
  margin-inline-start: auto;
}

@media (pointer: coarse), (max-width: 600px) {
  select {
    min-height: 44px;
  }
}
</style>
