<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import { computed, shallowRef } from 'vue'
import { api, take, type NearestStop, type Plan } from '../api/client'
import { noBox, type Changes } from '../shared/brief/query'
import { useLoad } from '../shared/load'
import { pretty } from '../shared/signs'

/** Which octave is nearest as the key changes under a hand that wants to stay. */
const props = defineProps<{ plan: Plan }>()
const emit = defineEmits<{ change: [changes: Changes] }>()

const typed = useLocalStorage('even-ladder.changes', '')
const text = shallowRef(typed.value)
const asked = computed(() => (text.value.trim() ? { brief: props.plan.brief, text: text.value } : undefined))
const { value: answer, problems, failure } = useLoad(asked, (body, signal) => take(api.POST('/api/v1/nearest', { body, signal })))
const stops = computed(() => answer.value?.stops ?? [])
const trouble = computed(() => problems.value.map((p) => p.message).join('; ') || failure.value)

const find = () => (text.value = typed.value)
const open = (s: NearestStop) =>
  emit('change', { 'scale.tonic': s.tonic, ...(s.scale ? { 'scale.name': s.scale, 'scale.formula': undefined } : {}), ...noBox, 'layout.box': s.box })
</script>

<template>
  <section>
    <h2 class="panel-title">As the key changes</h2>
    <form @submit.prevent="find">
      <v-text-field v-model="typed" label="Keys, apart by commas" placeholder="Eb mixolydian, Ab dorian" hide-details autocomplete="off" spellcheck="false" @change="find" />
    </form>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <ol v-else-if="stops.length">
      <li v-for="(s, i) in stops" :key="i">
        <button type="button" @click="open(s)">{{ s.title }}</button>
        {{ s.boxName }}<template v-if="i > 0">, {{ s.travelMm < 1 ? 'the hand stays' : `the hand goes ${Math.round(s.travelMm)} mm` }}</template
        ><template v-if="!s.complete">, cut short</template>
      </li>
    </ol>
    <p v-else class="faint">Type the keys of the tune: each gets the octave that the hand reaches with the least travel from {{ pretty(plan.scale.title) }}.</p>
  </section>
</template>

<style scoped>
form {
  padding: 4px 0 8px;
}

ol {
  padding-inline-start: 1.3em;
}

li,
p {
  font-size: var(--size-fact);
  line-height: 1.45;
}

button {
  color: var(--verdigris);
  font-weight: 700;
}

.trouble {
  color: var(--brick);
}

.faint {
  color: var(--faint);
}
</style>
