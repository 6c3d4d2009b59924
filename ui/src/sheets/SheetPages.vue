<script setup lang="ts">
import { say } from './words'
import { computed, onUnmounted, ref, watch } from 'vue'
import type { WorksheetRequest } from '../api/client'
import { fetchFile } from '../shared/brief/sheet'
import { wordsOf } from '../shared/load'

/** A sheet as it comes out of the printer, or its key. */
const props = defineProps<{
  request: WorksheetRequest
  sheet: number
  answers: boolean
  hangs: boolean
  paper: string
  pupil: string
  title: string
  /** What stands at the head of the page. */ heading: string
}>()
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
  <figure class="page" :class="[paper, { drawing: drawing && !url }]">
    <p v-if="trouble" class="message problem" role="alert">{{ trouble }}</p>
    <img v-if="url" :src="url" :alt="title" :class="{ old: drawing }" />
    <!-- The page is there at once; what stands on it comes when it is drawn. -->
    <div v-else-if="!trouble" class="skeleton" role="status" :aria-label="say.drawingThePage">
      <b>{{ heading }}</b>
      <span v-for="i in 6" :key="i" />
    </div>
    <v-progress-linear v-if="drawing && url" indeterminate color="primary" class="bar" :aria-label="say.drawingThePage" />
  </figure>
</template>

<style scoped>
.page {
  --tall: calc(100vh - 176px);

  aspect-ratio: 210 / 297;
  margin: 0 auto;
  max-height: max(var(--tall), 480px);
  max-width: 100%;
  position: relative;
}

.page.letter {
  aspect-ratio: 216 / 279;
}

img,
.skeleton {
  background: #fff;
  border: 1px solid var(--rule);
  display: block;
  height: 100%;
  width: 100%;
}

.skeleton {
  align-content: start;
  color: #1f2a37;
  display: grid;
  gap: 7%;
  padding: 6%;
}

.skeleton b {
  font-family: var(--face-heading);
  font-size: 1.125rem;
}

.skeleton span {
  border-bottom: 1px solid #cfc8b8;
  height: 24px;
}

.old {
  opacity: 0.5;
}

.bar {
  inset-block-start: 0;
  position: absolute;
}

@media (max-width: 820px) {
  .page {
    max-height: none;
  }
}
</style>
