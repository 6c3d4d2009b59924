<script setup lang="ts">
import { say } from '../words'
import { mdiMetronome, mdiMinus, mdiMusicClefTreble, mdiNumeric4BoxMultipleOutline, mdiPlay, mdiPlus, mdiRepeat, mdiStop, mdiVolumeMedium } from '@mdi/js'
import { onMounted, onUnmounted, ref, type ComponentPublicInstance } from 'vue'
import ToggleButton from '../shell/ToggleButton.vue'
import { narrow } from '../shell/narrow'
import { usePhoneBar } from '../shell/phoneBar'
import CountIn from './CountIn.vue'
import { playButton } from './playButton'
import { speeds, stepSpeed } from './speeds'
import { keptClick, keptCountIn, keptDrone, keptDrums, keptGroove, keptLevel, keptRun, keptSpeed, keptStaff, keptVamp } from '../shell/kept'

/** Plays and stops a run, with what sounds beside it. */
const props = defineProps<{
  tempo: number
  chords: boolean
  staff?: boolean
  repeats?: boolean
  /** It starts and stops elsewhere on the screen. */
  elsewhere?: boolean
  /** On a phone it stands at the foot of the screen. */
  foot?: boolean
  /** Always at its own tempo. */
  steady?: boolean
  playing: boolean
  starting: boolean
  blocked: string
  counting: number
  loop: [number, number] | undefined
}>()
const emit = defineEmits<{ toggle: []; repeat: [] }>()
if (props.foot) usePhoneBar()
const button = ref<ComponentPublicInstance>()
onMounted(() => (playButton.value = button.value?.$el as HTMLElement))
onUnmounted(() => (playButton.value = undefined))

const barsOf = (loop: [number, number]) => (loop[0] === loop[1] ? say.barNumber(loop[0]) : say.bars(loop[0], loop[1]))
</script>

<template>
  <div class="play-bar" :class="{ foot }">
    <v-btn
      v-if="!elsewhere"
      id="play"
      ref="button"
      class="start"
      color="primary"
      variant="flat"
      :loading="starting"
      :aria-label="playing ? say.stopSpace : say.playTheRunSpace"
      data-do="play"
      @click="emit('toggle')"
    >
      <v-icon :icon="playing ? mdiStop : mdiPlay" size="24" />
    </v-btn>
    <span v-if="!steady" class="speed" role="group" :aria-label="say.tempo">
      <v-btn :icon="mdiMinus" variant="text" :disabled="keptSpeed <= (speeds[0] ?? 0)" :aria-label="say.slower" data-do="slower" @click="stepSpeed(-1)" />
      <span class="tempo" aria-live="polite" :class="{ changed: keptSpeed !== 1 }">{{ Math.round(tempo * keptSpeed) }}</span>
      <v-btn :icon="mdiPlus" variant="text" :disabled="keptSpeed >= (speeds.at(-1) ?? 0)" :aria-label="say.faster" data-do="faster" @click="stepSpeed(1)" />
    </span>
    <ToggleButton
      v-if="repeats"
      :model-value="!!loop"
      :icon="mdiRepeat"
      :aria-label="loop ? say.repeatingStopR(barsOf(loop)) : say.repeatTheBarOfTheSelected"
      data-do="repeat"
      @update:model-value="emit('repeat')"
    />
    <b v-if="loop" class="looped">{{ barsOf(loop) }}</b>
    <ToggleButton
      v-if="!(foot && narrow)"
      v-model="keptCountIn"
      :icon="mdiNumeric4BoxMultipleOutline"
      :aria-label="say.countInOnOff"
      :title="say.countInOnOff"
      data-do="count-in"
    />
    <ToggleButton v-model="keptClick" :icon="mdiMetronome" :aria-label="say.clickM" :title="say.clickM" />
    <ToggleButton v-if="staff && !(foot && narrow)" v-model="keptStaff" :icon="mdiMusicClefTreble" :aria-label="say.staffS" :title="say.staffS" data-do="staff" />
    <b v-if="counting" class="counting" role="status">{{ counting }}</b>
    <v-menu :close-on-content-click="false" location="top end">
      <template #activator="{ props: activator }">
        <v-btn v-bind="activator" :icon="mdiVolumeMedium" :aria-label="say.soundVolumeSpeedCountInBacking" data-do="sound" />
      </template>
      <div class="drop sound" role="dialog" :aria-label="say.sound">
        <label>{{ say.volume }} <input v-model.number="keptLevel" type="range" min="-40" max="0" step="1" :aria-valuetext="say.decibels(keptLevel)" /></label>
        <label v-if="!steady">
          {{ say.speed }}
          <select v-model.number="keptSpeed">
            <option v-for="s in speeds" :key="s" :value="s">{{ say.beatsAMinute(Math.round(s * 100), Math.round(tempo * s)) }}</option>
          </select>
        </label>
        <label v-if="staff && narrow"><input v-model="keptStaff" type="checkbox" data-do="staff" /> {{ say.staffS }}</label>
        <CountIn />
        <label><input v-model="keptRun" type="checkbox" /> {{ say.theRun }}</label>
        <label><input v-model="keptDrone" type="checkbox" /> {{ say.droneOnTheTonic }}</label>
        <label><input v-model="keptGroove" type="checkbox" /> {{ say.grooveOnTheTonic }}</label>
        <label><input v-model="keptVamp" type="checkbox" :disabled="!chords" /> {{ say.vampOnTheChordsOfThe }}</label>
        <label><input v-model="keptDrums" type="checkbox" :disabled="!keptVamp && !keptGroove" data-do="drums" /> {{ say.drumsWithTheBacking }}</label>
        <p class="care">{{ say.keepTheVolumeLowInHeadphones }}</p>
      </div>
    </v-menu>
    <slot name="tools" />
    <span class="facts"><slot /></span>
    <p v-if="blocked" class="blocked" role="alert">{{ blocked }}</p>
  </div>
</template>

<style scoped>
.play-bar {
  align-items: center;
  border-top: 1px solid var(--rule);
  display: flex;
  flex-wrap: wrap;
  gap: 4px 8px;
  margin-top: 4px;
  padding: 4px 0;
}

.start {
  min-width: 44px;
  padding: 0;
}

.facts {
  color: var(--faint);
  font-size: var(--size-note);
  margin-inline-start: auto;
  padding-inline-end: 8px;
}

.facts :deep(b) {
  color: var(--ink);
}

.counting {
  color: var(--verdigris);
  font-family: var(--face-heading);
  font-size: var(--size-title);
  line-height: 1;
  min-width: 1.2em;
  text-align: center;
}

.speed {
  align-items: center;
  display: inline-flex;
}

.tempo {
  font-weight: 700;
  min-width: 2em;
  text-align: center;
}

.tempo.changed {
  color: var(--verdigris);
  font-weight: 700;
}

.looped {
  color: var(--verdigris);
}

.sound {
  display: grid;
  gap: 10px;
  padding: 14px 18px;
}

.sound label {
  align-items: center;
  display: flex;
  gap: 10px;
}

.care {
  color: var(--faint);
  font-size: var(--size-note);
}

.blocked {
  color: var(--brick);
  width: 100%;
}

@media (max-width: 600px) {
  .foot {
    background: var(--sheet);
    bottom: 0;
    flex-wrap: nowrap;
    inset-inline: 0;
    justify-content: space-between;
    margin: 0;
    min-height: 76px;
    padding: 0 12px;
    position: fixed;
    z-index: 5;
  }

  .foot .start {
    height: 56px;
    min-width: 76px;
  }

  .foot .facts {
    display: none;
  }

  .foot .looped,
  .foot .counting,
  .foot .blocked {
    background: var(--sheet);
    bottom: 76px;
    inset-inline-start: 0;
    padding: 4px 16px;
    position: absolute;
  }
}
</style>
