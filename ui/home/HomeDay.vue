<script setup lang="ts">
import { say } from './words'
import type { HomePage } from './main'

/** A day of weeks of practice: what to play for how long, each a press from its work. */
defineProps<{ day: HomePage['days'][number] }>()
const emit = defineEmits<{ go: [work: number] }>()
</script>

<template>
  <section class="day" :aria-label="day.words" :data-day="day.date">
    <b>{{ day.words }}</b> <span class="faint">{{ say.min(day.minutes) }}</span>
    <p v-for="(item, i) in day.items" :key="i">
      {{ say.min(item.minutes) }} <button v-if="item.work >= 0" type="button" class="plain" @click="emit('go', item.work)">{{ item.what }}</button>
      <template v-else>{{ item.what }}</template>
    </p>
  </section>
</template>
