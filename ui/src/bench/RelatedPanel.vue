<script setup lang="ts">
import { say } from './words'
import type { Plan } from '../api/client'
import type { Changes } from '../shared/brief/query'
import FoldPanel from '../shared/shell/FoldPanel.vue'

defineProps<{ plan: Plan }>()
const emit = defineEmits<{ change: [changes: Changes] }>()

type Related = Plan['scale']['related'][number]
const kinds: Record<Related['relation'], string> = { relative: 'relative', parallel: 'parallel', mode: say.sameNotes, enharmonic: say.easierSpelling }

function go(r: Related) {
  emit('change', { 'scale.tonic': r.tonic, 'scale.name': r.name })
}
</script>

<template>
  <FoldPanel v-if="plan.scale.related.length" id="related" :title="say.goTo" open>
    <div class="related">
      <button v-for="r in plan.scale.related" :key="r.relation + r.title" type="button" @click="go(r)">
        {{ r.title }} <span class="kind">{{ kinds[r.relation] }}</span>
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
