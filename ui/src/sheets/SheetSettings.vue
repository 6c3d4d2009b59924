<script setup lang="ts">
import { say } from './words'
import { computed, ref } from 'vue'
import type { CallKinds } from '../api/client'
import { useCatalogue } from '../shared/catalogue'
import { keptPaper } from '../shared/shell/kept'
import ChoiceRow from '../shared/shell/ChoiceRow.vue'
import type { Asked } from '../shared/sheets'

/** What is written out, in which keys, how often. */
const props = defineProps<{ kinds: CallKinds; asked: Asked }>()
const emit = defineEmits<{ change: [asked: Partial<Asked>] }>()
const { catalogue } = useCatalogue()
const kind = computed(() => props.kinds.sheets.find((k) => k.id === props.asked.kind))
const value = (event: Event) => (event.target as HTMLInputElement).value
/** A formula is asked for, and not typed yet. */
const formula = ref(false)
function choose(event: Event) {
  formula.value = value(event) === 'formula'
  if (!formula.value) emit('change', { scale: value(event) })
}
/** A scale of one's own stands beside those of the catalogue. */
const own = computed(() => !catalogue.value?.scales.some((s) => s.id === props.asked.scale))
</script>

<template>
  <div class="settings">
    <section class="group fields" aria-labelledby="questions">
      <h2 id="questions">{{ say.questions }}</h2>
      <label>
        <span>{{ say.kind }}</span>
        <select :value="asked.kind" :title="kind?.why" data-do="sheet-kind" @change="emit('change', { kind: value($event) })">
          <option v-for="k in kinds.sheets" :key="k.id" :value="k.id">{{ k.name }}</option>
        </select>
      </label>
      <label>
        <span>{{ say.scale }}</span>
        <select :value="asked.scale" data-do="sheet-scale" @change="choose($event)">
          <option v-if="own" :value="asked.scale">{{ asked.scale }}</option>
          <option v-else value="formula">{{ say.myOwnFormula }}</option>
          <option v-for="s in catalogue?.scales" :key="s.id" :value="s.id">{{ s.name }}</option>
        </select>
      </label>
      <label v-if="own || formula">
        <span>{{ say.formula }}</span>
        <input
          class="entry"
          :value="own ? asked.scale : ''"
          maxlength="60"
          placeholder="1 b2 3 5 b6"
          data-do="sheet-formula"
          @change="emit('change', { scale: value($event).trim() || 'major' })"
        />
      </label>
      <label>
        <span>{{ say.keys }}</span>
        <input class="entry" :value="asked.keys" maxlength="160" :placeholder="say.allInUseOrFBb" data-do="sheet-keys" @change="emit('change', { keys: value($event).trim() })" />
      </label>
      <label v-if="!kind?.hangs">
        <span>{{ say.order }}</span>
        <select :value="asked.order" data-do="sheet-order" @change="emit('change', { order: value($event) })">
          <option v-for="o in kinds.orders" :key="o.id" :value="o.id">{{ o.name }}</option>
        </select>
      </label>
      <p class="note">{{ kind?.why }}</p>
    </section>
    <section v-if="!kind?.hangs" class="group" aria-labelledby="amount">
      <h2 id="amount">{{ say.amount }}</h2>
      <p class="amount">
        <input
          class="entry"
          type="number"
          min="1"
          max="6"
          :value="asked.perDay"
          :aria-label="say.sheetsADay"
          data-do="sheet-per-day"
          @change="emit('change', { perDay: Number(value($event)) })"
        />
        {{ say.sheetsADayFor(asked.perDay) }}
        <input
          class="entry"
          type="number"
          min="1"
          max="28"
          :value="asked.days"
          :aria-label="say.days"
          data-do="sheet-days"
          @change="emit('change', { days: Number(value($event)) })"
        />
        {{ say.daysWord(asked.days) }}
      </p>
      <button type="button" class="as-link" data-do="ten-days" @click="emit('change', { days: 10, perDay: 2 })">{{ say.tenDaysTwoADay }}</button>
    </section>
    <section class="group" aria-labelledby="page">
      <h2 id="page">{{ say.page }}</h2>
      <p class="paper">
        <ChoiceRow v-model="keptPaper" :options="{ a4: 'A4', letter: say.letter }" :label="say.paper" />
        <label v-if="!kind?.hangs" class="check"
          ><input type="checkbox" :checked="asked.large" data-do="sheet-large" @change="emit('change', { large: ($event.target as HTMLInputElement).checked })" />
          {{ say.largePrint }}</label
        >
      </p>
    </section>
    <p v-if="!kind?.hangs" class="group">
      <button type="button" class="as-link" data-do="other-sheets" @click="emit('change', { seed: (asked.seed + 1) % 1000, order: 'mixed' })">{{ say.newSheetOfThisKind }}</button>
    </p>
  </div>
</template>

<style scoped>
.group {
  border-top: 1px solid var(--rule);
  padding: 8px 0 16px;
}

h2 {
  font-family: var(--face-text);
  font-size: var(--size-note);
  letter-spacing: 0;
  padding-bottom: 4px;
}

.amount,
.paper {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}

.paper {
  gap: 8px 24px;
}

.amount .entry {
  height: 36px;
  width: 64px;
}

.check {
  align-items: center;
  display: flex;
  gap: 8px;
  min-height: 36px;
}

@media (pointer: coarse) {
  .amount .entry {
    height: 44px;
  }
}
</style>
