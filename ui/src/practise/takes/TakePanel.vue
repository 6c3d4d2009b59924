<script setup lang="ts">
import { say } from '../words'
import { computed } from 'vue'
import { api, take, type Brief } from '../../api/client'
import { chosenFile } from '../../shared/file'
import { useLoad } from '../../shared/load'
import FoldPanel from '../../shared/shell/FoldPanel.vue'
import { keptHeadphones } from '../../shared/shell/kept'
import HeardNote from './HeardNote.vue'
import JudgedTake from './JudgedTake.vue'
import SimulatedPlayer from './SimulatedPlayer.vue'
import type { useTake } from './useTake'

/** What is played is heard, by a microphone, an instrument or from a file, and judged. */
const props = defineProps<{ brief: Brief; takes: ReturnType<typeof useTake>; current: number; strike: (midi: number) => void }>()
const keep = defineModel<boolean>('keep', { required: true })
const { mic, midi } = props.takes
const { value: said } = useLoad(
  () => props.brief,
  (body, signal) => take(api.POST('/api/v1/take/limits', { body, signal })),
)
const hears = computed(() => (midi.inputs.value.length ? say.listeningToWhileItPlays(midi.inputs.value.join(', ')) : say.noMidiInstrumentIsConnectedYet))
const needle = computed(() => `${Math.round(Math.min(Math.sqrt(mic.peak.value), 1) * 100)}%`)

function handIn(event: Event) {
  const file = chosenFile(event)
  if (file) void props.takes.judgeFile(file)
}
</script>

<template>
  <FoldPanel id="take" :title="say.recordATake" open>
    <div class="sources">
      <v-btn v-if="mic.supported && !mic.on.value" variant="tonal" :loading="mic.starting.value" data-do="microphone" @click="mic.start">{{ say.microphone }}</v-btn>
      <v-btn v-if="midi.supported && !midi.listening.value" variant="tonal" data-do="listen" @click="midi.listen">{{ say.midiInstrument }}</v-btn>
      <label class="hand-in"
        ><input type="file" class="unseen" accept=".wav,.mid,.midi,audio/wav,audio/midi" data-do="take" :disabled="takes.busy.value" @change="handIn" />
        {{ say.uploadAWavOrMidiFile }}</label
      >
    </div>
    <div v-if="mic.on.value" class="microphone">
      <p class="meter">
        <span class="scale" role="meter" :aria-label="say.microphoneLevel" aria-valuemin="0" aria-valuemax="100" :aria-valuenow="Math.round(mic.peak.value * 100)"
          ><span class="needle" :class="mic.level.value.replace(' ', '-')" :style="{ width: needle }"
        /></span>
        <b role="status">{{ mic.level.value }}</b>
        <button type="button" class="as-link" data-do="microphone-off" @click="mic.stop">{{ say.stopListening }}</button>
      </p>
      <label><input v-model="keptHeadphones" type="checkbox" data-do="headphones" /> {{ say.imWearingHeadphones }}</label>
      <p class="faint">
        {{ say.beforeStart(keptHeadphones) }}
      </p>
    </div>
    <p v-if="midi.listening.value">
      {{ hears }} <button type="button" class="as-link" @click="midi.leave">{{ say.stopListening }}</button>
    </p>
    <p v-for="t in [mic.trouble.value, midi.trouble.value, takes.trouble.value].filter(Boolean)" :key="t" class="trouble" role="alert">{{ t }}</p>
    <v-progress-linear v-if="takes.busy.value" indeterminate color="primary" :aria-label="say.listeningToTheTake" />
    <template v-if="takes.judged.value">
      <JudgedTake :take="takes.judged.value" />
      <HeardNote :take="takes.judged.value" :event="current" :file="takes.file.value" :strike="strike" />
      <label v-if="takes.sound.value"><input v-model="keep" type="checkbox" data-do="keep-take" /> {{ say.saveThisTakeWithTheTry(takes.size.value) }}</label>
    </template>
    <template v-else>
      <p v-for="l in said?.limits" :key="l" class="faint">{{ l }}</p>
      <SimulatedPlayer :busy="takes.busy.value" @play="takes.simulate" />
    </template>
    <p class="faint">{{ say.theSoundStaysOnThisMachine }}</p>
  </FoldPanel>
</template>

<style scoped>
.sources,
.meter {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  padding: 4px 0;
}

.scale {
  background: var(--rule);
  block-size: 12px;
  border-radius: 6px;
  display: inline-block;
  inline-size: 160px;
  overflow: hidden;
}

.needle {
  background: var(--verdigris);
  block-size: 100%;
  display: block;
}

.needle.too-loud {
  background: var(--brick);
}

.needle.too-quiet {
  background: var(--faint);
}

.faint {
  color: var(--faint);
  font-size: var(--size-note);
}

.trouble {
  color: var(--brick);
}

.hand-in {
  color: var(--verdigris);
  cursor: pointer;
  min-height: 32px;
  padding: 4px 0;
  position: relative;
}

.hand-in:hover {
  text-decoration: underline;
}

.hand-in:focus-within {
  outline: 2px solid var(--verdigris);
  outline-offset: 2px;
}
</style>
