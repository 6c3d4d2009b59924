<script setup lang="ts">
import { say } from './words'
import { computed, ref } from 'vue'
import type { LogResult } from '../api/client'
import { useCatalogue } from '../shared/catalogue'
import { keyOf } from './usePractise'

/** How did it go? Three large answers, each with its key, and a remark that may be left out. */
defineProps<{ proposed?: LogResult | undefined }>()
const remark = defineModel<string>('remark', { required: true })
const emit = defineEmits<{ answer: [result: LogResult] }>()
const noting = ref(false)
const { catalogue } = useCatalogue()
const results = computed(() => (catalogue.value?.results ?? []).map((r) => ({ id: r.id as LogResult, key: keyOf[r.id as LogResult], name: r.name, why: r.why ?? '' })))
</script>

<template>
  <div class="ask" role="group" :aria-label="say.howDidItGo">
    <button v-for="r in results" :key="r.id" type="button" class="result" :class="[r.id, { proposed: proposed === r.id }]" :data-result="r.id" @click="emit('answer', r.id)">
      <b>{{ r.name }}</b>
      <span
        >{{ r.key }} · {{ r.why }}<template v-if="proposed === r.id">{{ say.suggestedByTheTake }}</template></span
      >
    </button>
    <button v-if="!noting && !remark" type="button" class="as-link" data-do="add-note" @click="noting = true">{{ say.addANote }}</button>
    <input v-else v-model="remark" type="text" maxlength="500" class="remark" :aria-label="say.addANote" :placeholder="say.noteForTheLogBeforeYou" data-do="remark" />
  </div>
</template>

<style scoped>
.ask {
  display: grid;
  gap: 10px;
  grid-template-columns: repeat(3, minmax(0, 1fr)) max-content;
  margin-top: 12px;
}

.result {
  border: 2px solid var(--rule);
  border-radius: 8px;
  min-height: 64px;
  padding: 4px 12px;
  text-align: start;
}

.result b {
  display: block;
  font-family: var(--face-heading);
  font-size: var(--size-heading);
  line-height: 1.2;
}

.result b::first-letter {
  text-transform: uppercase;
}

.result span {
  color: var(--faint);
  font-size: var(--size-note);
}

.result:hover {
  background: color-mix(in srgb, var(--verdigris) 10%, transparent);
}

.result.clean {
  border-color: var(--verdigris);
}

.result.proposed {
  background: color-mix(in srgb, var(--marigold) 18%, transparent);
}

.result.not-yet {
  border-color: var(--brick);
}

.remark {
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 5px;
  color: inherit;
  font: inherit;
  grid-column: 1 / -1;
  padding: 5px 10px;
}

@media (max-width: 760px) {
  .ask {
    grid-template-columns: repeat(3, minmax(0, 1fr));
  }

  .as-link {
    grid-column: 1 / -1;
    justify-self: start;
  }
}

@media (max-width: 600px) {
  .ask {
    background: var(--sheet);
    bottom: 0;
    inset-inline: 0;
    gap: 8px;
    margin: 0;
    padding: 0 12px 10px;
    position: fixed;
    z-index: 5;
  }

  .as-link,
  .remark {
    min-height: 44px;
    order: -1;
  }

  .result {
    min-height: 56px;
    text-align: center;
  }

  .result span {
    display: none;
  }
}
</style>
