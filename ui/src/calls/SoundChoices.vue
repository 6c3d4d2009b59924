<script setup lang="ts">
import { say } from './words'
import { keptClick, keptDrone, keptVamp } from '../shared/shell/kept'

/** What sounds beside calls that play on. */
</script>

<template>
  <span class="sounds" role="group" :aria-label="say.backing">
    <label><input v-model="keptClick" type="checkbox" data-do="click" /> {{ say.click }}</label>
    <label><input v-model="keptDrone" type="checkbox" data-do="drone" /> {{ say.drone }}</label>
    <label><input v-model="keptVamp" type="checkbox" data-do="vamp" /> {{ say.vamp }}</label>
  </span>
</template>

<style scoped>
.sounds {
  display: inline-flex;
  gap: 14px;
}

label {
  align-items: center;
  display: inline-flex;
  gap: 6px;
  min-height: 32px;
}
</style>
