<script setup lang="ts">
import { say } from './words'
import { computed, ref } from 'vue'
import { api, take, type RoundStop } from '../api/client'
import { useLoad } from '../shared/load'
import FingerRow from '../shared/neck/FingerRow.vue'
import type { LabelKind } from '../shared/neck/labels'
import NeckDrawing from '../shared/neck/NeckDrawing.vue'
import { narrow } from '../shared/shell/narrow'

/** The fingers of one key of a round: a mark is pressed, and a finger is held on it in this key alone. */
const props = defineProps<{ stop: RoundStop; label: LabelKind }>()
const emit = defineEmits<{ hold: [fingers: string[]] }>()
const open = defineModel<boolean>({ required: true })

const note = ref(-1)
const asked = computed(() => (open.value && note.value >= 0 ? { brief: props.stop.plan.brief, note: note.value } : undefined))
const { value: why, failure } = useLoad(asked, ({ brief, note }, signal) => take(api.POST('/api/v1/plan/why', { params: { query: { note } }, body: brief, signal })))
const held = computed(() => props.stop.plan.brief.hand?.fingers ?? [])
</script>

<template>
  <v-dialog v-model="open" max-width="760" :fullscreen="narrow" :aria-label="say.fingersIn(stop.title)">
    <v-card border class="fingers">
      <h2>{{ say.fingersIn(stop.title) }}</h2>
      <NeckDrawing :plan="stop.plan" spacing="even" :label="label" :current="-1" box-only @choose="(n) => (note = n)" />
      <p role="status">{{ note < 0 ? say.pressANoteThenItsFinger : failure || why?.why }}</p>
      <div class="row">
        <FingerRow v-if="note >= 0 && why" :why="why" @hold="(fingers) => emit('hold', fingers)" />
      </div>
      <div class="actions">
        <v-btn v-if="held.length" color="primary" data-do="free-all" @click="emit('hold', [])">{{ say.allAutomatic }}</v-btn>
        <v-btn color="primary" variant="tonal" @click="open = false">{{ say.close }}</v-btn>
      </div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.fingers {
  padding: 20px;
}

h2 {
  font-size: var(--size-heading);
}

p {
  font-size: var(--size-fact);
  min-height: 2.6em;
}

.row,
.actions {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 0 14px;
  min-height: 44px;
}

.actions {
  justify-content: end;
}
</style>
