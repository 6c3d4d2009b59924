<script setup lang="ts" generic="T extends string">
import { vRoving } from './roving'

/** One of a few, side by side: a single stop of the Tab key, arrow keys go along it. */
defineProps<{ options: Record<T, string>; label: string }>()
const chosen = defineModel<T>({ required: true })
</script>

<template>
  <span v-roving="'button'" class="choices" role="radiogroup" :aria-label="label">
    <button v-for="(name, id) in options" :key="id" type="button" role="radio" :aria-checked="chosen === id" :data-choice="id" @click="chosen = id as T">{{ name }}</button>
  </span>
</template>

<style scoped>
.choices {
  border-bottom: 1px solid var(--rule);
  display: inline-flex;
  flex-wrap: wrap;
}

button {
  border-bottom: 3px solid transparent;
  font-size: var(--size-note);
  min-height: 30px;
  padding: 2px 11px;
}

button:hover {
  background: color-mix(in srgb, var(--verdigris) 10%, transparent);
}

button[aria-checked='true'] {
  border-bottom-color: var(--verdigris);
  color: var(--verdigris);
  font-weight: 700;
}

@media (pointer: coarse), (max-width: 600px) {
  button {
    min-height: 44px;
  }
}
</style>
