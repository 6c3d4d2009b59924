<script setup lang="ts">
import { mdiAlertOutline } from '@mdi/js'
import { computed } from 'vue'
import type { Plan } from '../api/client'
import { pretty } from '../shared/signs'

const props = defineProps<{ plan: Plan }>()
const box = computed(() => props.plan.boxes[props.plan.box])
const rings = computed(() => {
  const notes = box.value?.notes ?? []
  const sum = notes.reduce((total, n) => total + (n.ring ?? 0), 0)
  return sum ? (sum / notes.length).toFixed(1) : ''
})
const many = (n: number, one: string, more: string) => `${n || 'no'} ${n === 1 ? one : more}`
</script>

<template>
  <section v-if="box">
    <h2 class="panel-title">Hand, box {{ box.id }}</h2>
    <p class="width" :class="{ over: box.overLimit }">{{ box.spanMm.toFixed(0) }} <small>mm widest span</small></p>
    <p class="fact">{{ many(box.reaches, 'reach', 'reaches') }}, {{ many(box.shifts, 'shift', 'shifts') }} on the way up</p>
    <p v-if="rings" class="fact">Each note rings through {{ rings }} notes on average, itself the first.</p>
    <p v-if="box.corrections.length > 2" class="fact">
      The shape moves, in frets towards the bridge, at strings
      <span v-for="c in box.corrections" :key="c.fromString" class="crossing">{{ c.fromString }}–{{ c.toString }} by {{ c.frets > 0 ? '+' : '−' }}{{ Math.abs(c.frets) }} </span>
    </p>
    <template v-else>
      <p v-for="c in box.corrections" :key="c.fromString" class="fact">
        From string {{ c.fromString }} to {{ c.toString }} the shape moves {{ many(Math.abs(c.frets), 'fret', 'frets') }}
        {{ c.frets > 0 ? 'towards the bridge' : 'towards the nut' }}.
      </p>
    </template>
    <details v-if="plan.comfort" class="fact">
      <summary>{{ plan.comfort.message }}</summary>
      <table v-if="plan.comfort.days.length" class="days">
        <thead>
          <tr>
            <th scope="col">day</th>
            <th scope="col">lowest fret</th>
            <th scope="col">key</th>
            <th scope="col">opening</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="d in plan.comfort.days" :key="d.day">
            <td>{{ d.day }}</td>
            <td>{{ d.fret }}</td>
            <td>{{ pretty(d.tonic) }}</td>
            <td>{{ Math.round(d.openMm) }} mm</td>
          </tr>
        </tbody>
      </table>
    </details>
    <ul v-if="plan.cautions.length" class="cautions">
      <li v-for="c in plan.cautions" :key="c.code" :class="{ quiet: c.quiet }"><v-icon v-if="!c.quiet" :icon="mdiAlertOutline" size="16" /> {{ c.message }}</li>
    </ul>
  </section>
</template>

<style scoped>
.width {
  font-family: var(--face-heading);
  font-size: var(--size-title);
  font-weight: 600;
  line-height: 1.2;
}

.width small {
  font-family: var(--face-text);
  font-size: var(--size-fact);
  font-weight: 400;
}

.width.over {
  color: var(--brick);
}

.fact {
  font-size: var(--size-fact);
  line-height: 1.4;
  margin-top: 4px;
}

summary {
  color: var(--verdigris);
  cursor: pointer;
}

.days {
  border-collapse: collapse;
  font-size: var(--size-note);
  margin-top: 4px;
}

.days th {
  color: var(--faint);
  font-weight: 400;
}

.days th,
.days td {
  padding: 1px 12px 1px 0;
  text-align: start;
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
  font-size: var(--size-note);
  line-height: 1.4;
  margin-top: 8px;
  padding-inline-start: 10px;
}

.cautions .v-icon {
  color: var(--brick);
}

.cautions .quiet {
  border-inline-start-color: var(--rule);
  color: var(--faint);
}
</style>
