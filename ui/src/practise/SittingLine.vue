<script setup lang="ts">
import { keptRest } from '../shared/shell/kept'
import type { useSitting } from './useSitting'

/** The sitting: its minutes set beforehand, what is left of them, a break that is reminded of, and the rest between tries. */
defineProps<{ of: ReturnType<typeof useSitting> }>()
const emit = defineEmits<{ end: [] }>()
const rests = [0, 10, 20, 30, 60]
</script>

<template>
  <p class="sitting">
    <template v-if="of.sitting.value.begun">
      {{
        of.minutesLeft.value > 0 ? `${of.minutesLeft.value} of ${of.sitting.value.minutes} minutes left` : `${of.sitting.value.minutes} minutes are over: a good time for a break`
      }}
      · {{ of.sitting.value.tries.length }} {{ of.sitting.value.tries.length === 1 ? 'try' : 'tries' }}, {{ of.clean.value }} clean
      <button type="button" class="as-link" data-do="end-sitting" @click="emit('end')">end the sitting</button>
    </template>
    <label v-else
      >A sitting of
      <select :value="of.sitting.value.minutes" data-do="minutes" @change="of.plan(Number(($event.target as HTMLSelectElement).value))">
        <option v-for="m in [5, 10, 15, 20, 30, 45]" :key="m" :value="m">{{ m }} minutes</option>
      </select></label
    >
    <label class="rest"
      >rest between tries
      <select v-model.number="keptRest" data-do="rest">
        <option v-for="s in rests" :key="s" :value="s">{{ s ? `${s} seconds` : 'as long as you like' }}</option>
      </select></label
    >
  </p>
</template>

<style scoped>
.rest {
  margin-inline-start: 14px;
}
</style>
