<script setup lang="ts">
import { say } from './words'
import { computed } from 'vue'
import { toQuery } from '../shared/brief/query'
import { keptFirst } from '../shared/shell/kept'
import { examples } from './examples'

/** What a new reader may press, one thing at a time; each goes for good once it was done. */
const steps = [
  { id: 'word', text: say.pressAnUnderlinedWordToChange },
  { id: 'play', text: say.pressTheSpaceBarOrPlay },
  { id: 'mark', text: say.pressAMarkOnTheNeck },
  { id: 'help', text: say.pressTheQuestionMarkForShortcuts },
]
const next = computed(() => steps.find((s) => !keptFirst.value.includes(s.id)))
</script>

<template>
  <p v-if="next" class="first" :data-first="next.id">
    {{ next.text }}
    <span class="examples"
      >{{ say.loadAnExample }}
      <template v-for="(e, i) in examples" :key="e.name"
        >{{ i ? ', ' : '' }}<router-link :to="{ query: toQuery(e.brief) }">{{ e.name }}</router-link></template
      >.</span
    >
  </p>
</template>

<style scoped>
.first {
  color: var(--faint);
  font-size: var(--size-note);
  line-height: 1.4;
}

a {
  color: var(--verdigris);
}
</style>
