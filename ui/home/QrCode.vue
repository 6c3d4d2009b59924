<script setup lang="ts">
import { computed } from 'vue'
import { codePath } from '../src/shared/code'

/** A text as a QR code. */
const props = defineProps<{ text: string; label: string }>()
const made = computed(() => codePath(props.text))
</script>

<template>
  <svg class="code" :viewBox="`-4 -4 ${made.size + 8} ${made.size + 8}`" role="img" :aria-label="label">
    <rect x="-4" y="-4" :width="made.size + 8" :height="made.size + 8" fill="#fff" />
    <path :d="made.path" fill="#000" />
  </svg>
</template>

<style scoped>
.code {
  display: block;
  max-width: 320px;
  width: 100%;
}
</style>
