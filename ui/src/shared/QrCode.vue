<script setup lang="ts">
import { say } from './words'
import { computed } from 'vue'
import { codePath } from './code'

/** An address as a QR code, dark on light in both themes. */
const props = defineProps<{ address: string }>()
const code = computed(() => codePath(props.address))
</script>

<template>
  <svg class="code" :viewBox="`-4 -4 ${code.size + 8} ${code.size + 8}`" role="img" :aria-label="say.theAddressAsAQrCode">
    <rect x="-4" y="-4" :width="code.size + 8" :height="code.size + 8" fill="#fff" />
    <path :d="code.path" fill="#000" />
  </svg>
</template>

<style scoped>
.code {
  display: block;
  max-width: 200px;
  width: 100%;
}
</style>
