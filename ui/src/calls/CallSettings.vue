<script setup lang="ts">
import { say } from './words'
import { computed } from 'vue'
import type { CallKinds } from '../api/client'
import { bounds } from '../api/fields'
import { keptHelp, keptSpoken } from '../shared/shell/kept'
import ChoiceRow from '../shared/shell/ChoiceRow.vue'
import { ownProgression, type Asked } from '../shared/calls'

/** What is called: the kind, how hard, how it goes on. */
const props = defineProps<{ kinds: CallKinds; asked: Asked; minor: boolean; speaks: boolean; tempo: number }>()
const emit = defineEmits<{ change: [asked: Partial<Asked>]; tempo: [bpm: number] }>()
const kind = computed(() => props.kinds.kinds.find((k) => k.id === props.asked.kind))
const numbers = computed(() => props.asked.kind === 'numbers')
/** Calls that are answered by one press or one word can go on beat by beat. */
const plays = computed(() => kind.value?.by === 'place' || kind.value?.by === 'yes')
const helps = { numbers: say.fretNumbers, landmarks: 'landmarks', bare: 'bare' }
</script>

<template>
  <section class="settings" :aria-label="say.kindOfCall">
    <ul class="kinds">
      <li v-for="k in kinds.kinds" :key="k.id">
        <button type="button" :aria-pressed="k.id === asked.kind" :data-kind="k.id" :title="k.why" @click="emit('change', { kind: k.id, level: 0, every: 0 })">{{ k.name }}</button>
      </li>
    </ul>
    <p class="why">{{ kind?.why }}</p>
    <div class="rows">
      <label>
        {{ say.level }}
        <select :value="asked.level" data-do="level" @change="emit('change', { level: Number(($event.target as HTMLSelectElement).value) })">
          <option :value="0">{{ say.adaptsToYourAnswers }}</option>
          <option v-for="(l, i) in kind?.levels" :key="i" :value="i + 1">{{ i + 1 }}: {{ l }}</option>
        </select>
      </label>
      <label v-if="plays">
        {{ say.calls }}
        <select :value="asked.every" data-do="every" @change="emit('change', { every: Number(($event.target as HTMLSelectElement).value) })">
          <option v-for="b in kinds.beats" :key="b" :value="b">{{ b === 0 ? say.waitForMyAnswer : b === 1 ? say.oneEveryBeat : say.oneEveryBeats(b) }}</option>
        </select>
      </label>
      <label v-if="plays && asked.every">
        {{ say.tempo }}
        <input
          class="entry"
          type="number"
          v-bind="bounds['rhythm.tempoBpm']"
          :value="tempo"
          data-do="tempo"
          @change="emit('tempo', Number(($event.target as HTMLInputElement).value))"
        />
      </label>
      <label v-if="numbers">
        {{ say.order }}
        <select :value="asked.progression" data-do="progression" @change="emit('change', { progression: ($event.target as HTMLSelectElement).value })">
          <option value="">{{ say.random }}</option>
          <option v-for="p in kinds.progressions" :key="p.id" :value="p.id">{{ p.name }}</option>
          <option :value="ownProgression">{{ say.myOwn }}</option>
        </select>
      </label>
      <label v-if="numbers && asked.progression === ownProgression">
        {{ say.degrees }}
        <input
          class="entry own"
          :value="asked.own"
          maxlength="160"
          placeholder="6 4 b7 1"
          data-do="own-progression"
          @change="emit('change', { own: ($event.target as HTMLInputElement).value.trim() })"
        />
      </label>
      <label v-if="numbers && minor">
        {{ say.countMinor }}
        <select :value="asked.minor" data-do="minor" @change="emit('change', { minor: ($event.target as HTMLSelectElement).value })">
          <option v-for="m in kinds.minors" :key="m.id" :value="m.id === 'own' ? '' : m.id">{{ m.name }}</option>
        </select>
      </label>
      <label v-if="asked.kind === 'name'">
        {{ say.answerWith }}
        <select :value="asked.as" data-do="as" @change="emit('change', { as: ($event.target as HTMLSelectElement).value })">
          <option v-for="s in kinds.sayings" :key="s.id" :value="s.id === 'note' ? '' : s.id">{{ s.name }}</option>
        </select>
      </label>
      <span>{{ say.showOnTheNeck }} <ChoiceRow v-model="keptHelp" :options="helps" :label="say.showOnTheNeck" /></span>
      <label v-if="speaks"><input v-model="keptSpoken" type="checkbox" data-do="spoken" /> {{ say.sayItAloudToo }}</label>
    </div>
  </section>
</template>

<style scoped>
.kinds {
  display: flex;
  flex-wrap: wrap;
  gap: 0 2px;
  list-style: none;
  padding: 0;
}

.kinds button {
  border-bottom: 3px solid var(--rule);
  min-height: 40px;
  padding: 4px 12px;
}

.kinds button:hover {
  background: color-mix(in srgb, var(--verdigris) 10%, transparent);
}

.kinds button[aria-pressed='true'] {
  border-bottom-color: var(--verdigris);
  color: var(--verdigris);
  font-weight: 700;
}

.why {
  color: var(--faint);
  padding: 6px 0;
}

.rows {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 24px;
}

.rows .entry.own {
  width: 14em;
}

.rows .entry {
  margin-inline-start: 6px;
  width: 5em;
}

select {
  max-width: min(26em, 86vw);
}

@media (pointer: coarse), (max-width: 600px) {
  .kinds button,
  select {
    min-height: 44px;
  }
}
</style>
