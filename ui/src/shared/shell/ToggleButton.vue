<script setup lang="ts">
/** A button that is on or off, with an icon or a word on it. */
defineProps<{ icon?: string }>()
const on = defineModel<boolean>({ required: true })
</script>

<template>
  <v-btn :icon="!!icon" class="toggle" :class="{ on }" :color="on ? 'primary' : undefined" :variant="on ? 'tonal' : 'text'" :aria-pressed="on" @click="on = !on">
    <v-icon v-if="icon" :icon="icon" />
    <slot v-else />
  </v-btn>
</template>

<style scoped>
.toggle {
  border-bottom: 2px solid transparent;
  border-radius: 6px;
  height: 36px;
  letter-spacing: 0;
  min-width: 36px;
  padding-inline: 10px;
}

.toggle.v-btn--icon {
  padding-inline: 0;
  width: 36px;
}

.toggle.on {
  border-bottom-color: var(--verdigris);
}

@media (pointer: coarse) {
  .toggle,
  .toggle.v-btn--icon {
    height: 44px;
    min-width: 44px;
  }
}
</style>
