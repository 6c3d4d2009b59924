<script setup lang="ts">
import { say } from './words'
import { computed, onUnmounted, ref, watch } from 'vue'
import type { WorksheetRequest } from '../api/client'
import { fetchFile } from '../shared/brief/sheet'
import { wordsOf } from '../shared/load'

/** A sheet as it comes out of the printer, or its key. */
const props = defineProps<{ request: WorksheetRequest; sheet: number; answers: boolean; hangs: boolean; paper: string; pupil: string; title: string }>()
const asked = computed(() => ({ ...props }))
const url = ref('')
const trouble = ref('')
const drawing = ref(false)

watch(
  asked,
  async (now) => {
    drawing.value = true
    trouble.value = ''
    try {
      const page = now.answers && !now.hangs ? 2 * now.sheet : now.sheet
      const { blob } = await fetchFile(
        '/api/v1/worksheet/document',
        { format: 'png', paper: now.paper, page: String(page), ...(now.answers && !now.hangs ? { answers: 'true' } : {}), ...(now.pupil && now.hangs ? { pupil: now.pupil } : {}) },
        now.request,
      )
      if (asked.value !== now) return
      URL.revokeObjectURL(url.value)
      url.value = URL.createObjectURL(blob)
    } catch (cause) {
      if (asked.value === now) trouble.value = wordsOf(cause)
    } finally {
      if (asked.value === now) drawing.value = false
    }
  },
  { immediate: true },
)
onUnmounted(() => URL.revokeObjectURL(url.value))
</script>

<template>
  <figure class="page">
    <v-progress-linear v-if="drawing" indeterminate color="primary" :aria-label="say.drawingThePage" />
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <img v-if="url" :src="url" :alt="title" :class="{ old: drawing }" />
  </figure>
</template>

<style scoped>
.page {
  margin: 0;
  min-height: 300px;
}

img {
  border: 1px solid var(--rule);
  display: block;
  max-width: 100%;
}

.old {
  opacity: 0.5;
}

.trouble {
  color: var(--brick);
}
</style>
