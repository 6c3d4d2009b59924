<script setup lang="ts">
import { computed } from 'vue'
import type { Answer } from './useCalls'
import { say } from './words'

/** The last answers and the one that is waited for, as ten ticks: filled where right, crossed where wrong, hollow now. */
const props = defineProps<{ answers: Answer[] }>()
const ticks = 10
const shown = computed(() => props.answers.slice(-(ticks - 1)))
const right = computed(() => props.answers.filter((a) => a.right).length)
const step = 14
const x = (i: number) => i * step + 7
</script>

<template>
  <svg :width="ticks * step" height="24" role="img" :aria-label="say.rightSoFar(right, answers.length)">
    <template v-for="(a, i) in shown" :key="i">
      <rect v-if="a.right" class="right" :x="x(i) - 3" y="4" width="6" height="16" rx="3" />
      <path v-else class="wrong" :d="`M${x(i) - 4} 8l8 8m0 -8l-8 8`" />
    </template>
    <rect class="now" :x="x(shown.length) - 3.5" y="4" width="7" height="16" rx="3.5" />
    <path v-for="i in ticks - shown.length - 1" :key="`e${i}`" class="empty" :d="`M${x(shown.length + i)} 8v8`" />
  </svg>
</template>

<style scoped>
svg {
  display: block;
  flex: none;
}

.right {
  fill: var(--ink);
}

.wrong,
.now,
.empty {
  fill: none;
  stroke: var(--faint);
  stroke-width: 1.5;
}

.wrong {
  stroke: var(--brick);
  stroke-width: 2;
}

.now {
  stroke: var(--verdigris);
}
</style>
