<script setup lang="ts">
import { RouterLink, type RouteLocationRaw } from 'vue-router'
import { vRoving } from './roving'

/** One thing to choose in a menu: a place to go, a file to save, or something to do. */
export interface Item {
  id: string
  title: string
  /** What it comes to, in a second line. */
  note?: string | undefined
  icon?: string
  to?: RouteLocationRaw | undefined
  href?: string
}
defineProps<{ items: Item[] }>()
const emit = defineEmits<{ choose: [index: number] }>()
const tagOf = (i: Item) => (i.to ? RouterLink : i.href ? 'a' : 'button')
const propsOf = (i: Item) => (i.to ? { to: i.to } : i.href ? { href: i.href, download: '' } : { type: 'button' })
</script>

<template>
  <div v-roving.column="'[role=menuitem]'" class="drop menu" role="menu">
    <component :is="tagOf(i)" v-for="(i, at) in items" :key="i.title" v-bind="propsOf(i)" role="menuitem" :data-do="i.id" @click="emit('choose', at)">
      <v-icon v-if="i.icon" :icon="i.icon" size="20" />
      <span
        >{{ i.title }}<small v-if="i.note">{{ i.note }}</small></span
      >
    </component>
  </div>
</template>

<style scoped>
.menu {
  display: flex;
  flex-direction: column;
  min-width: 190px;
  padding: 4px 0;
}

[role='menuitem'] {
  align-items: center;
  color: inherit;
  display: flex;
  gap: 14px;
  min-height: 44px;
  padding: 4px 18px 4px 14px;
  text-align: start;
  text-decoration: none;
}

[role='menuitem']:hover,
[role='menuitem']:focus-visible {
  background: var(--tonal);
}

small {
  color: var(--faint);
  display: block;
  font-size: var(--size-note);
}
</style>
