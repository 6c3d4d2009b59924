<script setup lang="ts">
import { computed } from 'vue'
import { say } from './words'
import type { Plan } from '../api/client'
import type { Changes } from '../shared/brief/query'
import FoldPanel from '../shared/shell/FoldPanel.vue'

const props = defineProps<{ plan: Plan }>()
const emit = defineEmits<{ change: [changes: Changes] }>()

type Related = Plan['scale']['related'][number]
const kinds: Record<Exclude<Related['relation'], 'neighbour'>, string> = { relative: 'relative', parallel: 'parallel', mode: say.sameNotes, enharmonic: say.easierSpelling }

const kind = (r: Related) => (r.relation === 'neighbour' ? (r.words ?? '') : kinds[r.relation])
/** The same notes or the same root on the one hand, one note away on the other. */
const groups = computed(() =>
  [
    { title: say.goTo, id: 'related', all: props.plan.scale.related.filter((r) => r.relation !== 'neighbour') },
    { title: say.oneNoteAway, id: 'neighbours', all: props.plan.scale.related.filter((r) => r.relation === 'neighbour') },
  ].filter((g) => g.all.length > 0),
)

function go(r: Related) {
  emit('change', { 'scale.tonic': r.tonic, 'scale.name': r.name })
}
</script>

<template>
  <FoldPanel v-for="g in groups" :id="g.id" :key="g.id" :title="g.title" open>
    <div class="related">
      <button v-for="r in g.all" :key="r.relation + r.title" type="button" @click="go(r)">
        {{ r.title }} <span class="kind">{{ kind(r) }}</span>
      </button>
    </div>
  </FoldPanel>
</template>

<style scoped>
.related {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
}

button {
  color: var(--verdigris);
  padding: 3px 0;
  text-align: start;
}

button:hover {
  text-decoration: underline;
}

.kind {
  color: var(--faint);
  font-size: var(--size-caption);
}
</style>
