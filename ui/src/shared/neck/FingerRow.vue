<script setup lang="ts">
import { say } from '../words'
import type { FingerReason } from '../../api/client'

/** The fingers that a pressed mark can have: one is held with a press. */
defineProps<{ why: FingerReason }>()
const emit = defineEmits<{ hold: [fingers: string[]] }>()
</script>

<template>
  <template v-if="why.fingers.length">
    <span class="lead">{{ say.fingerHere }}</span>
    <button
      v-for="f in why.fingers"
      :key="f.finger"
      type="button"
      class="finger"
      :aria-pressed="f.now"
      :aria-label="`${f.finger}: ${f.name}, ${f.now ? say.current : f.asks}`"
      :title="f.now ? f.name : `${f.name}: ${f.asks}`"
      :data-finger="f.finger"
      @click="emit('hold', f.fingers)"
    >
      {{ f.finger }}
    </button>
    <button v-if="why.held" type="button" class="way" data-do="free" @click="emit('hold', why.free)">{{ say.automatic }}</button>
  </template>
</template>

<style scoped>
.lead {
  color: var(--faint);
  font-size: var(--size-note);
}

.way,
.finger {
  color: var(--verdigris);
  font-size: var(--size-note);
  min-height: 28px;
}

.way:hover {
  text-decoration: underline;
}

.finger {
  border: 1px solid var(--rule);
  border-radius: 14px;
  font-weight: 700;
  margin-inline-end: -8px;
  min-width: 28px;
}

.finger[aria-pressed='true'] {
  background: var(--ink);
  border-color: var(--ink);
  color: var(--ground);
}

@media (pointer: coarse), (max-width: 600px) {
  .way,
  .finger {
    min-height: 44px;
  }

  .finger {
    border-radius: 22px;
    min-width: 44px;
  }
}
</style>
