<script setup lang="ts">
import { computed } from 'vue'
import NoteMark from '../shared/neck/NoteMark.vue'
import { pictures } from './pictures'

/** What a kind of call asks, as a small picture: marks on strings, or letters. The name beside it says the same. */
const props = defineProps<{ kind: string }>()
const of = computed(() => pictures[props.kind] ?? {})
const strings = [8, 20, 32]
</script>

<template>
  <svg class="picture" width="64" height="40" aria-hidden="true">
    <path v-for="y in of.marks ? strings : []" :key="y" class="string" :d="`M2 ${y}H62`" />
    <NoteMark v-for="(m, i) in of.marks" :key="`m${i}`" :x="m.x" :y="strings[m.string - 1]!" :w="9" :h="14" :label="m.label ?? ''" :root="m.root ?? false" />
    <path v-for="d in of.lines" :key="d" class="line" :d="d" />
    <text v-for="(t, i) in of.texts" :key="`t${i}`" :class="{ asked: t.asked, big: t.big }" :x="t.x" :y="t.y" dy="0.36em">{{ t.text }}</text>
  </svg>
</template>

<style scoped>
.picture {
  display: block;
  flex: none;
}

.string {
  stroke: var(--rule);
}

.line {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
}

text {
  fill: var(--ink);
  font-size: 12px;
  font-weight: 700;
  text-anchor: middle;
}

text.big {
  font-family: var(--face-heading);
  font-size: 18px;
}

text.asked {
  fill: var(--verdigris);
}
</style>
