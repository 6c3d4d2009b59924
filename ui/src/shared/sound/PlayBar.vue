<script setup lang="ts">
import { mdiMetronome, mdiMusicClefTreble, mdiPlay, mdiStop, mdiVolumeMedium } from '@mdi/js'
import { keptClick, keptCountIn, keptDrone, keptLevel, keptSpeed, keptStaff, keptVamp } from '../shell/kept'

/** Plays and stops a run, with what sounds beside it. */
defineProps<{ tempo: number; chords: boolean; staff?: boolean; playing: boolean; starting: boolean; blocked: string; counting: number; loop: [number, number] | undefined }>()
const emit = defineEmits<{ toggle: []; unloop: [] }>()
const speeds = [0.4, 0.5, 0.6, 0.7, 0.8, 0.9, 1, 1.1, 1.25, 1.5]
</script>

<template>
  <div class="play-bar">
    <v-btn
      :icon="playing ? mdiStop : mdiPlay"
      color="primary"
      variant="tonal"
      size="small"
      :loading="starting"
      :aria-label="playing ? 'Stop (space)' : 'Play the run (space)'"
      data-do="play"
      @click="emit('toggle')"
    />
    <v-btn
      :icon="mdiMetronome"
      size="small"
      :color="keptClick ? 'primary' : undefined"
      :variant="keptClick ? 'tonal' : 'text'"
      :aria-pressed="keptClick"
      aria-label="Click (m)"
      @click="keptClick = !keptClick"
    />
    <v-btn
      v-if="staff"
      :icon="mdiMusicClefTreble"
      size="small"
      :color="keptStaff ? 'primary' : undefined"
      :variant="keptStaff ? 'tonal' : 'text'"
      :aria-pressed="keptStaff"
      aria-label="Staff above the lanes (s)"
      data-do="staff"
      @click="keptStaff = !keptStaff"
    />
    <b v-if="counting" class="counting" role="status">{{ counting }}</b>
    <span class="facts"><slot /></span>
    <v-menu :close-on-content-click="false" location="top end">
      <template #activator="{ props: activator }">
        <v-btn v-bind="activator" :icon="mdiVolumeMedium" size="small" aria-label="Sound: level, speed, count-in, drone, vamp" data-do="sound" />
      </template>
      <v-card class="sound" border role="dialog" aria-label="Sound">
        <label>Level <input v-model.number="keptLevel" type="range" min="-40" max="0" step="1" :aria-valuetext="`${keptLevel} decibels`" /></label>
        <label>
          Speed
          <select v-model.number="keptSpeed">
            <option v-for="s in speeds" :key="s" :value="s">{{ Math.round(s * 100) }} %, {{ Math.round(tempo * s) }} a minute</option>
          </select>
        </label>
        <label><input v-model="keptCountIn" type="checkbox" /> two bars counted in</label>
        <label><input v-model="keptDrone" type="checkbox" /> drone on the tonic</label>
        <label><input v-model="keptVamp" type="checkbox" :disabled="!chords" /> vamp on two chords of the key</label>
        <p class="care">Keep the click quiet in headphones.</p>
      </v-card>
    </v-menu>
    <v-btn v-if="loop" size="small" color="primary" variant="tonal" data-do="unloop" @click="emit('unloop')"
      >{{ loop[0] === loop[1] ? `Bar ${loop[0]}` : `Bars ${loop[0]}–${loop[1]}` }} again and again: end</v-btn
    >
    <p v-if="blocked" class="blocked" role="alert">{{ blocked }}</p>
  </div>
</template>

<style scoped>
.play-bar {
  align-items: center;
  border-top: 1px solid var(--rule);
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-top: 8px;
  padding: 8px 0 4px;
}

.counting {
  color: var(--verdigris);
  font-family: var(--face-heading);
  font-size: var(--size-title);
  line-height: 1;
  min-width: 1.2em;
  text-align: center;
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
</style>
