<script setup lang="ts">
import { mdiChevronDown, mdiChevronUp } from '@mdi/js'
import { computed } from 'vue'
import { narrow } from '../shell/narrow'
import { say } from '../words'
import { summaryOf } from './title'

/** On a phone the brief is two short lines that open the whole sentence; elsewhere it is the sentence. */
const props = defineProps<{ parts: { text: string; field?: string }[]; heading: 'h1' | 'h2' }>()
const open = defineModel<boolean>({ required: true })
const summary = computed(() => summaryOf(props.parts))
</script>

<template>
  <div v-if="narrow" class="summary">
    <button type="button" :aria-expanded="open" :title="open ? say.foldTheBrief : say.changeTheBrief" data-do="brief" @click="open = !open">
      <component :is="heading" class="title">{{ summary.title }}</component>
      <span class="note">{{ summary.note }}</span>
      <v-icon :icon="open ? mdiChevronUp : mdiChevronDown" />
    </button>
    <slot name="more" />
  </div>
  <div v-show="!narrow || open"><slot /></div>
</template>

<style scoped>
.summary {
  align-items: center;
  display: flex;
  gap: 4px;
}

button {
  display: grid;
  flex: 1;
  grid-template-columns: minmax(0, 1fr) max-content;
  min-height: 56px;
  min-width: 0;
  text-align: start;
}

.title {
  color: var(--verdigris);
  font-size: 1.125rem;
  line-height: 1.33;
  text-decoration: underline;
  text-decoration-thickness: 2px;
  text-underline-offset: 4px;
}

.note {
  grid-row: 2;
}

button .v-icon {
  align-self: center;
  grid-row: 1 / 3;
  grid-column: 2;
}
</style>
