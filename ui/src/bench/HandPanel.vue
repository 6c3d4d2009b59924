<script setup lang="ts">
import { mdiAlertOutline } from '@mdi/js'
import { computed } from 'vue'
import type { Plan } from '../api/client'

const props = defineProps<{ plan: Plan }>()
const box = computed(() => props.plan.boxes[props.plan.box])
const many = (n: number, one: string, more: string) => `${n || 'no'} ${n === 1 ? one : more}`
</script>

<template>
  <section v-if="box">
    <h2 class="panel-title">Hand, box {{ box.id }}</h2>
    <p class="width" :class="{ over: box.overLimit }">{{ box.spanMm.toFixed(0) }} <small>mm widest span</small></p>
    <p class="fact">
      {{ many(box.reaches, 'reach', 'reaches') }}, {{ many(box.shifts, 'shift', 'shifts') }} on the way up;
      {{ many(plan.run.crossings, 'string crossing', 'string crossings') }} in the run
    </p>
    <p v-if="box.corrections.length > 2" class="fact">
      The shape moves, in frets towards the bridge, at strings
      <span v-for="c in box.corrections" :key="c.fromString" class="crossing">{{ c.fromString }}–{{ c.toString }} by {{ c.frets > 0 ? '+' : '−' }}{{ Math.abs(c.frets) }} </span>
    </p>
    <template v-else>
      <p v-for="c in box.corrections" :key="c.fromString" class="fact">
        From string {{ c.fromString }} to {{ c.toString }} the shape moves {{ many(Math.abs(c.frets), 'fret', 'frets') }} {{ c.frets > 0 ? 'towards the bridge' : 'towards the nut' }}.
      </p>
    </template>
    <ul v-if="plan.cautions.length" class="cautions">
      <li v-for="c in plan.cautions" :key="c.code" :class="c.code">
        <v-icon v-if="c.code !== 'care'" :icon="mdiAlertOutline" size="16" /> {{ c.message }}
      </li>
    </ul>
  </section>
</template>

<style scoped>
.width {
  font-family: var(--face-heading);
  font-size: 1.5rem;
  font-weight: 600;
  line-height: 1.2;
}

.width small {
  font-family: var(--face-text);
  font-size: 0.9rem;
  font-weight: 400;
}

.width.over {
  color: var(--brick);
}

.fact {
  font-size: 0.92rem;
  line-height: 1.4;
  margin-top: 4px;
}

.crossing {
  white-space: nowrap;
}

.cautions {
  list-style: none;
  padding: 0;
}

.cautions li {
  border-inline-start: 3px solid var(--brick);
  font-size: 0.88rem;
  line-height: 1.4;
  margin-top: 8px;
  padding-inline-start: 10px;
}

.cautions .v-icon {
  color: var(--brick);
}

.cautions .care {
  color: var(--faint);
}
</style>
