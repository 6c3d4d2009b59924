<script setup lang="ts">
import { say } from '../words'
import type { Brief, FieldError } from '../../api/client'
import { useCatalogue } from '../catalogue'
import type { Changes } from './query'
import WordPicker from './WordPicker.vue'

defineProps<{ problems: FieldError[]; brief: Brief | undefined; back: string }>()
const { titles } = useCatalogue()
const emit = defineEmits<{ change: [changes: Changes]; back: [] }>()
</script>

<template>
  <div class="problems" role="alert">
    <p v-for="p in problems" :key="p.field + p.message">
      <b>{{ titles[p.field] ?? p.field }}:</b> {{ p.message }}
      <WordPicker v-if="titles[p.field]" :field="p.field" :text="say.chooseAnother" :brief="brief" plain @change="emit('change', $event)" />
    </p>
    <v-btn color="primary" variant="outlined" @click="emit('back')">{{ back }}</v-btn>
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
