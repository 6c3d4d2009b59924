<script setup lang="ts">
import { say } from './words'
import { computed } from 'vue'
import type { useHearing } from './useHearing'

/** Whether answers are heard: by the microphone, or from a MIDI instrument. */
const props = defineProps<{ hearing: ReturnType<typeof useHearing>; /** Calls go on beside click and drone. */ along: boolean }>()
const { mic, midi } = props.hearing
const hears = computed(() => (midi.inputs.value.length ? say.listeningTo(midi.inputs.value.join(', ')) : say.noMidiInstrumentIsConnectedYet))
</script>

<template>
  <div class="hearing">
    <span>{{ say.pressOrType }}</span>
    <button v-if="mic.supported && !mic.on.value" type="button" class="as-link" :disabled="mic.starting.value" data-do="microphone" @click="mic.start">
      {{ mic.starting.value ? say.startingTheMicrophone : say.microphone }}
    </button>
    <span v-if="mic.on.value" data-heard="on">
      {{ say.listening }} <b>{{ mic.level.value }}</b>{{ say.itCantTellANoteFrom }}<template v-if="along"> {{ say.wearHeadphonesOrTheMicrophoneHears }}</template>
      <button type="button" class="as-link" data-do="microphone-off" @click="mic.stop">{{ say.stopListening }}</button>
    </span>
    <button v-if="midi.supported && !midi.listening.value" type="button" class="as-link" data-do="listen" @click="midi.listen">{{ say.midiInstrument }}</button>
    <span v-if="midi.listening.value"
      >{{ hears }} <button type="button" class="as-link" @click="midi.leave">{{ say.stopListening }}</button></span
    >
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
