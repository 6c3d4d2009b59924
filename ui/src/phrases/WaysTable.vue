<script setup lang="ts">
import { say } from './words'
import { computed } from 'vue'
import type { Phrase } from '../api/client'

/** The ways to play a phrase, compared: what each asks of the hand. */
const props = defineProps<{ phrase: Phrase }>()
const at = defineModel<number>({ required: true })
const frets = (w: Phrase['ways'][number]) => (w.highFret ? (w.lowFret === w.highFret ? String(w.lowFret) : `${w.lowFret}–${w.highFret}`) : 'open')
const columns = ['frets', 'shifts', 'reaches', 'widest', 'crossings'] as const
const values = (w: Phrase['ways'][number]) => [frets(w), w.shifts, w.reaches, say.mm(Math.round(w.spanMm)), w.crossings]
/** The boxes by whether they have the phrase. */
const fits = computed(() => props.phrase.boxes.filter((b) => b.lacks.length === 0))
const fitting = (b: Phrase['boxes'][number]) => props.phrase.ways.findIndex((w) => w.system === b.system && w.index === b.box && w.way === 'box')
const lacks = (b: Phrase['boxes'][number]) =>
  b.lacks.length === 1 ? say.noteDoesntFit(b.lacks[0]) : say.notesDontFit(b.lacks.length, b.lacks.slice(0, 5).join(', '), b.lacks.length > 5 ? ' …' : '')
</script>

<template>
  <p v-if="phrase.ways.length === 0" class="trouble">{{ say.thisNeckDoesntHaveAllOf }}</p>
  <div v-else class="frame" tabindex="0" role="region" :aria-label="say.compareTheWays">
    <table>
      <thead>
        <tr>
          <th scope="col">{{ say.way }}</th>
          <th v-for="c in columns" :key="c" scope="col">{{ c }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(w, i) in phrase.ways" :key="`${w.title} ${i}`" :class="{ now: i === at }">
          <th scope="row">
            <button type="button" :aria-pressed="i === at" :data-way="w.system" @click="at = i">{{ w.title }}</button>
          </th>
          <td v-for="(v, k) in values(w)" :key="k">{{ v }}</td>
        </tr>
      </tbody>
    </table>
  </div>
  <p v-if="phrase.boxes.length" class="boxes">
    <b>{{ say.fitsOf(fits.length, phrase.boxes.length) }}</b> {{ say.boxesFitTheWholePhrase }}
    <template v-for="b in phrase.boxes" :key="b.box">
      <button v-if="fitting(b) >= 0" type="button" class="as-link" :data-box="b.name" @click="at = fitting(b)">{{ b.name }}</button>
      <span v-else :title="b.lacks.length ? lacks(b) : say.showAsAWay" :class="{ lacks: b.lacks.length }"
        >{{ b.name }}<span v-if="b.lacks.length" class="unseen">: {{ lacks(b) }}</span></span
      >
    </template>
  </p>
</template>

<style scoped>
.frame {
  max-height: 300px;
  overflow: auto;
}

table {
  border-collapse: collapse;
  width: 100%;
}

th,
td {
  border-bottom: 1px solid var(--rule);
  font-size: var(--size-note);
  font-weight: inherit;
  padding: 0 8px;
  text-align: end;
  white-space: nowrap;
}

thead th {
  background: var(--ground);
  color: var(--faint);
  inset-block-start: 0;
  position: sticky;
}

th:first-child {
  padding-inline-start: 0;
  text-align: start;
}

tbody button {
  min-height: 32px;
  text-align: start;
}

.now button {
  color: var(--verdigris);
  font-weight: 700;
}

.boxes {
  align-items: baseline;
  display: flex;
  flex-wrap: wrap;
  font-size: var(--size-note);
  gap: 2px 12px;
  margin-block-start: 8px;
}

.lacks {
  color: var(--faint);
  text-decoration: line-through;
}

.trouble {
  color: var(--brick);
}

@media (pointer: coarse), (max-width: 600px) {
  tbody button {
    min-height: 44px;
  }
}
</style>
