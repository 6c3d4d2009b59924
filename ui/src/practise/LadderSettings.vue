<script setup lang="ts">
import { say } from './words'
import { computed, ref } from 'vue'
import type { Kept, Ladder } from '../api/client'
import { bounds } from '../api/fields'
import { useCatalogue } from '../shared/catalogue'
import ChoiceRow from '../shared/shell/ChoiceRow.vue'
import type { Asked } from '../shared/ladderAddress'
import FoldPanel from '../shared/shell/FoldPanel.vue'

/** Where the ladder begins, where it ends, what grows on the way, and what of the run is climbed; it can be kept. */
const props = defineProps<{
  ladder: Ladder
  asked: Asked
  kept: Kept | undefined
  /** What is wrong with the rungs that were typed. */
  wrong: string | undefined
  /** The notes of the stretch that is marked on the lanes. */
  marked: { from: number; to: number } | undefined
}>()
const emit = defineEmits<{ set: [change: Asked]; keep: [title: string] }>()
const { catalogue } = useCatalogue()
const ways = computed(() => Object.fromEntries((catalogue.value?.ways ?? []).map((w) => [w.id, w.name])))
const why = computed(() => catalogue.value?.ways.find((w) => w.id === props.ladder.way)?.why)
const ends = ['from', 'goal'] as const
const endNames = { from: say.startWith, goal: say.finishWith }

/** A point is chosen from those that fit, or written in one's own words. */
const pointWords = computed(() => props.ladder.points.find((p) => p.id === props.asked.point)?.words ?? props.asked.point ?? '')
const pointOf = (words: string) => props.ladder.points.find((p) => p.words === words)?.id ?? words

const parts = computed(() => props.asked.parts ?? [])
const title = ref('')

function togglePart(id: string) {
  emit('set', { parts: parts.value.includes(id) ? parts.value.filter((p) => p !== id) : [...parts.value, id] })
}

function keep() {
  if (title.value.trim()) emit('keep', title.value.trim())
  title.value = ''
}

function change(end: 'from' | 'goal', what: 'perBeat' | 'tempoBpm', event: Event) {
  const n = Number((event.target as HTMLInputElement).value)
  if (Number.isInteger(n)) emit('set', { [end]: { ...props.ladder[end], [what]: n }, rungs: '' })
}
</script>

<template>
  <FoldPanel id="ladder" :title="say.theLadder">
    <p v-for="end in ends" :key="end" class="end">
      {{ endNames[end] }}
      <select :value="ladder[end].perBeat" :aria-label="say.subdivision(endNames[end])" :data-do="`${end}-per-beat`" @change="change(end, 'perBeat', $event)">
        <option v-for="s in catalogue?.subdivisions" :key="s.id" :value="s.id">{{ s.name }}</option>
      </select>
      {{ say.at }}
      <input
        type="number"
        v-bind="bounds['rhythm.tempoBpm']"
        :value="ladder[end].tempoBpm"
        :aria-label="say.tempo(endNames[end])"
        :data-do="`${end}-tempo`"
        @change="change(end, 'tempoBpm', $event)"
      />
    </p>
    <ChoiceRow :model-value="ladder.way" :options="ways" :label="say.whatChangesFromRungToRung" @update:model-value="emit('set', { way: $event, rungs: '' })" />
    <p v-if="why" class="why">{{ why }}</p>
    <label class="own"
      >{{ say.ownRungs }}
      <input
        type="text"
        maxlength="2000"
        :value="asked.rungs"
        :placeholder="say.ownRungsSuchAs"
        :aria-invalid="!!wrong"
        data-do="own-rungs"
        @change="emit('set', { rungs: ($event.target as HTMLInputElement).value.trim() })"
    /></label>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <p v-if="asked.stretch" class="end">
      {{ say.onlyNotesTo(asked.stretch.from, asked.stretch.to) }}
      <button type="button" class="as-link" data-do="whole" @click="emit('set', { stretch: undefined })">{{ say.backToTheWholeRun }}</button>
    </p>
    <template v-else>
      <fieldset v-if="ladder.offers.length" class="parts">
        <legend>{{ say.practiseWhereItGoesWrong }}</legend>
        <label v-for="o in ladder.offers" :key="o.id" :title="o.why"
          ><input type="checkbox" :checked="parts.includes(o.id)" :data-part="o.id" @change="togglePart(o.id)" /> {{ o.name }}</label
        >
      </fieldset>
      <p v-if="marked" class="end">
        <button type="button" class="as-link" data-do="stretch" @click="emit('set', { stretch: marked, parts: [] })">
          {{ say.ladderForNotes(marked.from, marked.to) }}
        </button>
      </p>
    </template>
    <label class="end"
      >{{ say.eachRung }}
      <select :value="ladder.times" data-do="times" @change="emit('set', { times: Number(($event.target as HTMLSelectElement).value) })">
        <option v-for="n in 8" :key="n" :value="n">{{ n === 1 ? 'once' : say.timesWithoutAStop(n) }}</option>
      </select></label
    >
    <label class="own"
      >{{ say.technique }}
      <input
        type="text"
        maxlength="200"
        list="technique-points"
        :value="pointWords"
        :placeholder="say.anotherEachDay"
        data-do="technique"
        @change="emit('set', { point: pointOf(($event.target as HTMLInputElement).value.trim()) })"
    /></label>
    <datalist id="technique-points">
      <option v-for="p in ladder.points" :key="p.id" :value="p.words" />
    </datalist>
    <p v-if="kept" class="why">{{ say.savedLadder(kept.title) }}</p>
    <form class="end" @submit.prevent="keep">
      <label>{{ say.saveItAs }} <input v-model="title" type="text" maxlength="120" :placeholder="say.aNameSuchAsAPupils" data-do="ladder-title" /></label>
      <button type="submit" class="as-link" :disabled="!title.trim()" data-do="keep-ladder">{{ say.save }}</button>
    </form>
  </FoldPanel>
</template>

<style scoped>
.end {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  padding-top: 6px;
}

.wrong {
  color: var(--brick);
}

.own {
  display: grid;
  gap: 2px;
  padding-top: 6px;
}

.own input[type='text'] {
  width: 100%;
}

.parts {
  border: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  padding-top: 6px;
}

input[type='text'] {
  width: 14em;
}

input[type='number'],
input[type='text'] {
  background: var(--sheet);
  border: 1px solid var(--faint);
  border-radius: 5px;
  color: inherit;
  font: inherit;
  padding: 3px 6px;
}

input[type='number'] {
  width: 5em;
}

.why {
  color: var(--faint);
  font-size: var(--size-note);
}
</style>
