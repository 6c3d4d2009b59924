<script setup lang="ts">
import { say } from './words'
import { computed } from 'vue'
import type { Plan } from '../api/client'
import { keptOrder } from '../shared/shell/kept'
import { boxOrders } from './boxOrder'

/** How many boxes there are, their order, and where else the chosen one lies. */
const props = defineProps<{ plan: Plan; place: number; inSight: number }>()
const emit = defineEmits<{ move: [octaves: number] }>()
const chosen = computed(() => props.plan.boxes[props.plan.box])
const count = computed(() => props.plan.boxes.length)
</script>

<template>
  <span v-if="count === 1" class="lead">{{ say.n1Box }}</span>
  <label v-else class="lead"
    >{{ say.boxesSortedBy(inSight, count, place) }}
    <select v-model="keptOrder" data-do="order" :aria-label="say.sortTheBoxes">
      <option v-for="(o, id) in boxOrders" :key="id" :value="id">{{ o.name }}</option>
    </select></label
  >
  <button v-if="chosen?.higher" type="button" class="move" data-do="higher" @click="emit('move', 1)">{{ say.n12FretsHigher }}</button>
  <button v-if="chosen?.lower" type="button" class="move" data-do="lower" @click="emit('move', -1)">{{ say.n12FretsLower }}</button>
</template>

<style scoped>
.lead {
  color: var(--faint);
  font-size: var(--size-note);
}

.move {
  color: var(--verdigris);
  font-size: var(--size-note);
  min-height: 28px;
}

.move:hover {
  text-decoration: underline;
}

select {
  border-color: var(--rule);
  padding: 1px 4px;
}

@media (pointer: coarse), (max-width: 600px) {
  select,
  .move {
    min-height: 44px;
  }
}
</style>
