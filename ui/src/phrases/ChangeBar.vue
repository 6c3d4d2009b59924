<script setup lang="ts">
import { say } from './words'
import { vRoving } from '../shared/shell/roving'
import { ofNotes, type Asked } from './changes'

/** What can be done with the notes that are chosen, and every step back. */
defineProps<{ chosen: [number, number] | undefined; canUndo: boolean; canRedo: boolean }>()
const emit = defineEmits<{ change: [asked: Asked]; undo: []; redo: [] }>()
</script>

<template>
  <div v-roving="'button'" class="bar" role="toolbar" :aria-label="say.changeTheSelectedNotes">
    <button type="button" :disabled="!canUndo" data-do="undo" :title="say.undoTheLastChangeU" @click="emit('undo')">{{ say.undo }}</button>
    <button type="button" :disabled="!canRedo" data-do="redo" :title="say.redoU" @click="emit('redo')">{{ say.redo }}</button>
    <template v-if="chosen">
      <span class="lead">{{ chosen[0] === chosen[1] ? say.noteChosen(chosen[0]) : say.notesChosen(chosen[0], chosen[1]) }}:</span>
      <button
        v-for="c in ofNotes"
        :key="c.does"
        type="button"
        :title="`${c.does}${c.key ? ` (${c.key})` : ''}`"
        :aria-label="`${c.label}: ${c.does}`"
        :data-change="`${c.id}${c.by ?? ''}`"
        @click="emit('change', c)"
      >
        {{ c.label }}
      </button>
    </template>
    <span v-else class="lead">{{ say.pressANoteToChangeIt }}</span>
  </div>
</template>

<style scoped>
.bar {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 6px;
  min-height: 34px;
}

button {
  border: 1px solid var(--rule);
  border-radius: 5px;
  font-size: var(--size-note);
  min-height: 30px;
  min-width: 30px;
  padding: 0 8px;
}

button:disabled {
  color: var(--faint);
  opacity: 0.6;
}

.lead {
  color: var(--faint);
  font-size: var(--size-note);
}

@media (pointer: coarse), (max-width: 600px) {
  button {
    min-height: 44px;
    min-width: 44px;
  }
}
</style>
