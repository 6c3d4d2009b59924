<script setup lang="ts">
import { say } from './words'
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
      {{ say.sessionSoFar(of.minutesLeft.value, of.sitting.value.minutes, of.sitting.value.tries.length, of.clean.value) }}
      <button type="button" class="as-link" data-do="end-sitting" @click="emit('end')">{{ say.endTheSession }}</button>
    </template>
    <label v-else
      >{{ say.session }}
      <select :value="of.sitting.value.minutes" data-do="minutes" @change="of.plan(Number(($event.target as HTMLSelectElement).value))">
        <option v-for="m in [5, 10, 15, 20, 30, 45]" :key="m" :value="m">{{ say.minutes(m) }}</option>
      </select></label
    >
    <label class="rest"
      >{{ say.rest }}
      <select v-model.number="keptRest" data-do="rest">
        <option v-for="s in rests" :key="s" :value="s">{{ s ? say.seconds(s) : say.asLongAsYouLike }}</option>
      </select></label
    >
  </p>
</template>

<style scoped>
.rest {
  margin-inline-start: 14px;
}
</style>
