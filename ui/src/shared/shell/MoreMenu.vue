<script setup lang="ts">
import { mdiDotsHorizontal } from '@mdi/js'
import type { RouteLocationRaw } from 'vue-router'
import { say } from '../words'

/** What can also be done here, behind one button. */
export interface More {
  id: string
  title: string
  icon?: string
  to?: RouteLocationRaw | undefined
  /** A file to be saved. */
  href?: string
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
    <v-list density="comfortable" border>
      <v-list-item
        v-for="i in items"
        :key="i.id"
        :title="i.title"
        :prepend-icon="i.icon"
        :to="i.to"
        :href="i.href"
        :download="i.href ? '' : undefined"
        :data-do="i.id"
        @click="chosen = i.run"
      />
    </v-list>
  </v-menu>
</template>
