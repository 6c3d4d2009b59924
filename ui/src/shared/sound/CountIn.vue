<script setup lang="ts">
import { computed } from 'vue'
import { countInBars } from '../../api/fields'
import { say } from '../words'
import { keptCountBars, keptCountIn, keptDivided } from '../shell/kept'

/** How a run is counted in. */
const bars = computed({
  get: () => (keptCountIn.value ? keptCountBars.value : 0),
  set: (now) => {
    keptCountIn.value = now > 0
    if (now > 0) keptCountBars.value = now
  },
})
</script>

<template>
  <label>
    {{ say.countIn }}
    <select v-model.number="bars" data-do="count-bars">
      <option v-for="n in countInBars + 1" :key="n" :value="n - 1">{{ say.countInBars(n - 1) }}</option>
    </select>
  </label>
  <label><input v-model="keptDivided" type="checkbox" :disabled="!bars" data-do="divided" /> {{ say.countEachPart }}</label>
</template>
