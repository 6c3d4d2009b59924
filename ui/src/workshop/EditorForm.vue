<script setup lang="ts">
import { say } from './words'
/** What is being made or changed in the workshop, with the two ways out. */
defineProps<{ heading: string; changing: boolean; busy: boolean; ready: boolean }>()
const emit = defineEmits<{ keep: []; leave: [] }>()
</script>

<template>
  <form class="editor" @submit.prevent="emit('keep')">
    <h3>{{ heading }}</h3>
    <slot />
    <div class="buttons">
      <v-btn type="submit" color="primary" variant="flat" :loading="busy" :disabled="!ready">{{ changing ? say.saveChanges : say.save }}</v-btn>
      <v-btn @click="emit('leave')">{{ say.cancel }}</v-btn>
    </div>
  </form>
</template>

<style scoped>
.editor {
  border-inline-start: 3px solid var(--verdigris);
  display: grid;
  gap: 12px;
  margin: 6px 0 18px;
  padding: 4px 0 4px 18px;
}

h3 {
  font-size: var(--size-lead);
}

.buttons {
  display: flex;
  gap: 8px;
}

:slotted(.problem) {
  color: var(--brick);
}
</style>
