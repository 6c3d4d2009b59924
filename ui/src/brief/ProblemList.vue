<script setup lang="ts">
import type { FieldError } from '../api/client'
import type { Changes } from './useWork'
import WordPicker from './WordPicker.vue'
import { words, type Setting } from './words'

defineProps<{ problems: FieldError[]; setting: Setting | undefined; back: string }>()
const emit = defineEmits<{ change: [changes: Changes]; back: [] }>()
</script>

<template>
  <div class="problems" role="alert">
    <p v-for="p in problems" :key="p.field + p.message">
      <b>{{ words[p.field]?.title ?? p.field }}:</b> {{ p.message }}
      <WordPicker v-if="words[p.field]" :field="p.field" text="choose another" :setting="setting" plain @change="emit('change', $event)" />
    </p>
    <v-btn color="primary" variant="outlined" size="small" @click="emit('back')">{{ back }}</v-btn>
  </div>
</template>

<style scoped>
.problems {
  border-inline-start: 4px solid var(--brick);
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  margin-top: 8px;
  padding: 4px 14px;
}
</style>
