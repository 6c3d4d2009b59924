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
  <section class="settings" :aria-label="say.whatToWriteOut">
    <label class="wide">
      {{ say.what }}
      <select :value="asked.kind" data-do="sheet-kind" @change="emit('change', { kind: value($event) })">
        <option v-for="k in kinds.sheets" :key="k.id" :value="k.id">{{ k.name }}</option>
      </select>
    </label>
    <p class="why">{{ kind?.why }}</p>
    <label>
      {{ say.scale }}
      <select :value="asked.scale" data-do="sheet-scale" @change="choose($event)">
        <option v-if="own" :value="asked.scale">{{ asked.scale }}</option>
        <option v-else value="formula">{{ say.myOwnFormula }}</option>
        <option v-for="s in catalogue?.scales" :key="s.id" :value="s.id">{{ s.name }}</option>
      </select>
    </label>
    <label v-if="own || formula">
      {{ say.formula }}
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
      {{ say.keys }}
      <input class="entry" :value="asked.keys" maxlength="160" :placeholder="say.allInUseOrFBb" data-do="sheet-keys" @change="emit('change', { keys: value($event).trim() })" />
    </label>
    <label v-if="!kind?.hangs">
      {{ say.order }}
      <select :value="asked.order" data-do="sheet-order" @change="emit('change', { order: value($event) })">
        <option v-for="o in kinds.orders" :key="o.id" :value="o.id">{{ o.name }}</option>
      </select>
    </label>
    <template v-if="!kind?.hangs">
      <label
        >{{ say.days }}
        <input class="entry number" type="number" min="1" max="28" :value="asked.days" data-do="sheet-days" @change="emit('change', { days: Number(value($event)) })"
      /></label>
      <label
        >{{ say.sheetsADay }}
        <input class="entry number" type="number" min="1" max="6" :value="asked.perDay" data-do="sheet-per-day" @change="emit('change', { perDay: Number(value($event)) })"
      /></label>
      <label class="check"
        ><input type="checkbox" :checked="asked.large" data-do="sheet-large" @change="emit('change', { large: ($event.target as HTMLInputElement).checked })" />
        {{ say.largePrint }}</label
      >
    </template>
    <span>{{ say.paper }} <ChoiceRow v-model="keptPaper" :options="{ a4: 'A4', letter: say.letter }" :label="say.paper" /></span>
    <p v-if="!kind?.hangs" class="presets">
      <button type="button" class="as-link" data-do="ten-days" @click="emit('change', { days: 10, perDay: 2 })">{{ say.tenDaysTwoADay }}</button>
      <button type="button" class="as-link" data-do="other-sheets" @click="emit('change', { seed: (asked.seed + 1) % 1000, order: 'mixed' })">{{ say.newSheetOfThisKind }}</button>
    </p>
  </section>
</template>

<style scoped>
.settings {
  align-content: start;
  display: grid;
  gap: 10px;
}

label {
  align-items: center;
  display: flex;
  gap: 8px;
  justify-content: space-between;
}

label.check {
  justify-content: start;
}

select,
.entry {
  max-width: 15em;
  min-height: 36px;
  width: 62%;
}

.entry.number {
  width: 5em;
}

.why {
  color: var(--faint);
  font-size: var(--size-note);
}

.presets {
  display: grid;
  justify-items: start;
}
</style>
