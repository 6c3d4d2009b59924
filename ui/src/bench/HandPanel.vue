<script setup lang="ts">
import { say } from './words'
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
    <h2 class="panel-title">{{ say.handBox(box.id) }}</h2>
    <p class="width" :class="{ over: box.overLimit }">
      {{ box.spanMm.toFixed(0) }} <small>{{ say.mmWidestSpan }}</small>
    </p>
    <p class="fact">{{ say.effortGoingUp(many(box.reaches, 'reach', 'reaches'), many(box.shifts, 'shift', 'shifts')) }}</p>
    <p v-if="rings" class="fact">{{ say.rings(rings) }}</p>
    <p v-if="box.corrections.length > 2" class="fact">
      {{ say.whereTheShapeMovesInFrets }}
      <span v-for="c in box.corrections" :key="c.fromString" class="crossing">{{ say.stringsShift(c.fromString, c.toString, c.frets > 0 ? '+' : '−', Math.abs(c.frets)) }} </span>
    </p>
    <template v-else>
      <p v-for="c in box.corrections" :key="c.fromString" class="fact">
        {{ say.shapeMoves(c.fromString, c.toString, many(Math.abs(c.frets), 'fret', 'frets'), c.frets) }}
      </p>
    </template>
    <details v-if="plan.comfort" class="fact">
      <summary>{{ plan.comfort.message }}</summary>
      <table v-if="plan.comfort.days.length" class="days">
        <thead>
          <tr>
            <th scope="col">{{ say.day }}</th>
            <th scope="col">{{ say.lowestFret }}</th>
            <th scope="col">{{ say.key }}</th>
            <th scope="col">{{ say.opening }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="d in plan.comfort.days" :key="d.day">
            <td>{{ d.day }}</td>
            <td>{{ d.fret }}</td>
            <td>{{ pretty(d.tonic) }}</td>
            <td>{{ say.openingMm(Math.round(d.openMm)) }}</td>
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
