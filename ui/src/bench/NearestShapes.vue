<script setup lang="ts">
import { say } from './words'
import { useDraft } from '../shared/shell/site'
import { computed, shallowRef } from 'vue'
import { api, take, type NearestStop, type Plan } from '../api/client'
import { changed, toQuery, type Changes } from '../shared/brief/query'
import { useLoad } from '../shared/load'
import { pretty } from '../shared/signs'
import FoldPanel from '../shared/shell/FoldPanel.vue'

/** Which octave is nearest as the key changes under a hand that wants to stay. */
const props = defineProps<{ plan: Plan; brief: Plan['brief'] }>()
const emit = defineEmits<{ change: [changes: Changes] }>()

const typed = useDraft('changes', '')
const text = shallowRef(typed.value)
const asked = computed(() => (text.value.trim() ? { brief: props.plan.brief, text: text.value } : undefined))
const { value: answer, problems, failure } = useLoad(asked, (body, signal) => take(api.POST('/api/v1/nearest', { body, signal })))
const stops = computed(() => answer.value?.stops ?? [])
const trouble = computed(() => problems.value.map((p) => p.message).join('; ') || failure.value)

/** The keys as one run, each in the octave nearest to the hand. */
const asRound = computed(() => ({
  name: 'rounds',
  query: toQuery(
    changed(props.brief, {
      'round.order': 'own',
      'round.keys': stops.value.slice(1).map((s) => (s.scale ? `${s.tonic} ${s.scale}` : s.tonic)),
      'round.place': 'nearest',
    }),
  ),
}))

const find = () => (text.value = typed.value)
const open = (s: NearestStop) => emit('change', { 'scale.tonic': s.tonic, ...(s.scale ? { 'scale.name': s.scale } : {}), 'layout.box': s.box })
</script>

<template>
  <FoldPanel id="changes" :title="say.whenTheKeyChanges" open>
    <form class="fields" @submit.prevent="find">
      <label
        >{{ say.keysOrChords }}
        <input v-model="typed" class="entry" :placeholder="say.ebMixolydianAbDorianOrGm" maxlength="400" autocomplete="off" spellcheck="false" @change="find" />
      </label>
    </form>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <ol v-else-if="stops.length" class="stops">
      <li v-for="(s, i) in stops" :key="i">
        <button type="button" @click="open(s)">{{ s.title }}</button>
        {{ s.boxName }}<template v-if="i > 0">, {{ s.travelMm < 1 ? say.theHandStaysInPlace : say.theHandMovesMm(Math.round(s.travelMm)) }}</template
        ><template v-if="!s.complete">{{ say.cutShort }}</template>
      </li>
    </ol>
    <p v-if="stops.length > 1">
      <router-link :to="asRound" data-do="as-round">{{ say.playThemAsOneRun }}</router-link>
    </p>
    <p v-else-if="!trouble" class="faint">{{ say.typeTheKeys(pretty(plan.scale.title)) }}</p>
  </FoldPanel>
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

a {
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
