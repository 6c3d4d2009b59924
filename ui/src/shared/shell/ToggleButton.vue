<script setup lang="ts">
/** A button that is on or off, with an icon or a word on it. */
defineProps<{ icon?: string }>()
const on = defineModel<boolean>({ required: true })
</script>

<template>
  <v-btn :icon="!!icon" size="small" :color="on ? 'primary' : undefined" :variant="on ? 'tonal' : 'text'" :aria-pressed="on" @click="on = !on">
    <v-icon v-if="icon" :icon="icon" />
    <slot v-else />
  </v-btn>
</template>
