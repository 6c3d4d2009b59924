<script setup lang="ts">
import { keptClick, keptDrone, keptVamp } from '../shared/shell/kept'

/** What sounds beside calls that play on. */
</script>

<template>
  <span class="sounds" role="group" aria-label="What sounds beside">
    <label><input v-model="keptClick" type="checkbox" data-do="click" /> click</label>
    <label><input v-model="keptDrone" type="checkbox" data-do="drone" /> drone</label>
    <label><input v-model="keptVamp" type="checkbox" data-do="vamp" /> vamp</label>
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
