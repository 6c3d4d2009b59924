<script setup lang="ts">
import { say } from '../words'
/** What went wrong with a call, and the way to make it again. */
defineProps<{ text: string }>()
const emit = defineEmits<{ again: [] }>()
</script>

<template>
  <div v-if="text" class="failure" role="alert">
    {{ text }}
    <v-btn color="primary" variant="outlined" @click="emit('again')">{{ say.tryAgain }}</v-btn>
  </div>
</template>

<style scoped>
.failure {
  align-items: center;
  border-inline-start: 4px solid var(--brick);
  display: flex;
  gap: 16px;
  margin-bottom: 12px;
  padding: 6px 14px;
}
</style>
