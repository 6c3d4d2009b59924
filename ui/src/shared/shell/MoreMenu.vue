<script setup lang="ts">
import { mdiDotsHorizontal } from '@mdi/js'
import { say } from '../words'
import MenuList, { type Item } from './MenuList.vue'

/** What can also be done here, behind one button. */
export interface More extends Item {
  run?: () => void
}
/** With a name, the button is three dots alone, as in rows: the name is read out. */
defineProps<{ items: More[]; alone?: string }>()

// What is chosen runs once the menu has gone: a dialog that opens at once would get the rest of the same press of Enter.
let chosen: (() => void) | undefined
function run() {
  chosen?.()
  chosen = undefined
}
</script>

<template>
  <v-menu @after-leave="run">
    <template #activator="{ props: activator }">
      <v-btn v-if="alone" v-bind="activator" color="primary" :icon="mdiDotsHorizontal" :aria-label="alone" data-do="more" />
      <v-btn v-else v-bind="activator" color="primary" variant="tonal" :prepend-icon="mdiDotsHorizontal" data-do="more">{{ say.more }}</v-btn>
    </template>
    <MenuList :items="items" @choose="(at) => (chosen = items[at]?.run)" />
  </v-menu>
</template>
