<script setup lang="ts">
import { say } from './words'
import { computed, ref, watch } from 'vue'
import { api, take, type Plan, type Sight } from '../api/client'
import { useLoad } from '../shared/load'
import FoldPanel from '../shared/shell/FoldPanel.vue'

/** What there is to see in the box; a press shows it on the neck. */
const props = defineProps<{ plan: Plan }>()
const places = defineModel<Set<string>>({ required: true })

const { value: answer, failure } = useLoad(
  () => props.plan.brief,
  (body, signal) => take(api.POST('/api/v1/plan/sights', { body, signal })),
  { afterFrame: true },
)
const sights = computed<Sight[]>(() => answer.value?.sights ?? [])
const seen = ref('')

watch(sights, () => {
  seen.value = ''
  places.value = new Set()
})

function show(s: Sight) {
  seen.value = seen.value === s.kind ? '' : s.kind
  places.value = new Set(seen.value ? s.places.map((p) => `${p.string}/${p.fret}`) : [])
}
</script>

<template>
  <FoldPanel id="sights" :title="say.patternsInThisBox" open>
    <p v-if="failure" class="trouble" role="alert">{{ failure }}</p>
    <ul>
      <li v-for="s in sights" :key="s.kind">
        <button type="button" :aria-pressed="seen === s.kind" :data-sight="s.kind" @click="show(s)">{{ s.words }}</button>
      </li>
    </ul>
  </FoldPanel>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
}

button {
  border-inline-start: 3px solid var(--rule);
  font-size: var(--size-fact);
  line-height: 1.35;
  margin-top: 6px;
  padding-inline-start: 9px;
  text-align: start;
}

button:hover {
  border-color: var(--verdigris);
}

button[aria-pressed='true'] {
  border-color: var(--verdigris);
  color: var(--verdigris);
}

.trouble {
  color: var(--brick);
}
</style>
