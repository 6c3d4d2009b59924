<script setup lang="ts">
import { say } from './words'
import { computed } from 'vue'
import type { Plan } from '../api/client'
import type { Changes } from '../shared/brief/query'
import FoldPanel from '../shared/shell/FoldPanel.vue'

/** The chain of boxes that lead on from the chosen one, root to root. */
const props = defineProps<{ plan: Plan }>()
const emit = defineEmits<{ change: [changes: Changes] }>()

const chain = computed(() => {
  const out = []
  const seen = new Set([props.plan.box])
  for (let at = props.plan.box; ;) {
    const link = props.plan.boxes[at]?.links[0]
    if (!link || seen.has(link.box)) return out
    seen.add(link.box)
    out.push({ ...link, same: link.from.string === link.to.string && link.from.fret === link.to.fret, box: props.plan.boxes[link.box], index: link.box })
    at = link.box
  }
})
</script>

<template>
  <FoldPanel id="links" :title="say.rootToRoot" open>
    <p v-if="chain.length === 0">{{ say.noBoxOfThisLayoutContinues }}</p>
    <ol v-else>
      <li v-for="link in chain" :key="link.index">
        {{ link.same ? say.atStringFret(link.to.string, link.to.fret) : say.fromStringFretToStringFret(link.from.string, link.from.fret, link.to.string, link.to.fret) }}
        <button type="button" @click="emit('change', { 'layout.box': link.index })">{{ say.boxCalled(link.box?.id) }}</button>
      </li>
    </ol>
  </FoldPanel>
</template>

<style scoped>
ol {
  padding-inline-start: 1.3em;
}

p,
li {
  font-size: var(--size-fact);
  line-height: 1.45;
}

button {
  color: var(--verdigris);
}

button:hover {
  text-decoration: underline;
}
</style>
