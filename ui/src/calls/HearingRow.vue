<script setup lang="ts">
import { computed } from 'vue'
import type { useHearing } from './useHearing'

/** Whether answers are heard: by the microphone, or from a MIDI instrument. */
const props = defineProps<{ hearing: ReturnType<typeof useHearing>; /** Calls go on beside click and drone. */ along: boolean }>()
const { mic, midi } = props.hearing
const hears = computed(() => (midi.inputs.value.length ? `Hears ${midi.inputs.value.join(', ')}.` : 'No instrument is plugged in yet.'))
</script>

<template>
  <div class="hearing">
    <v-btn v-if="mic.supported && !mic.on.value" size="small" variant="text" :loading="mic.starting.value" data-do="microphone" @click="mic.start">Answer by microphone</v-btn>
    <span v-if="mic.on.value" data-heard="on">
      The microphone listens: <b>{{ mic.level.value }}</b>. A note an octave off cannot be told from the right one.<template v-if="along">
        Wear headphones: it hears the click and the drone as well.</template
      >
      <button type="button" class="as-link" data-do="microphone-off" @click="mic.stop">leave it</button>
    </span>
    <v-btn v-if="midi.supported && !midi.listening.value" size="small" variant="text" data-do="listen" @click="midi.listen">Answer by a MIDI instrument</v-btn>
    <span v-if="midi.listening.value">{{ hears }} <button type="button" class="as-link" @click="midi.leave">leave it</button></span>
    <p v-for="t in [mic.trouble.value, midi.trouble.value].filter(Boolean)" :key="t" class="trouble" role="alert">{{ t }}</p>
  </div>
</template>

<style scoped>
.hearing {
  align-items: center;
  color: var(--faint);
  display: flex;
  flex-wrap: wrap;
  font-size: var(--size-note);
  gap: 4px 16px;
}

.trouble {
  color: var(--brick);
}
</style>
