<script setup lang="ts">
import { mdiDotsHorizontal } from '@mdi/js'
import type { RouteLocationRaw } from 'vue-router'
import { say } from '../words'

/** What can also be done here, behind one button. */
export interface More {
  id: string
  title: string
  icon?: string
  to?: RouteLocationRaw
  run?: () => void
}
defineProps<{ items: More[] }>()

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
      <v-btn v-bind="activator" color="primary" variant="tonal" :prepend-icon="mdiDotsHorizontal" data-do="more">{{ say.more }}</v-btn>
    </template>
    <v-list density="comfortable" border>
      <v-list-item v-for="i in items" :key="i.id" :title="i.title" :prepend-icon="i.icon" :to="i.to" :data-do="i.id" @click="chosen = i.run" />
    </v-list>
  </v-menu>
</template>
