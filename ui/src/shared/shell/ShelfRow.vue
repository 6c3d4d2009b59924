<script setup lang="ts">
import { say } from '../words'
import { mdiContentCopy, mdiPencilOutline, mdiTrashCanOutline } from '@mdi/js'
import { nextTick, onUnmounted, ref } from 'vue'
import type { RouteLocationRaw } from 'vue-router'

/** One kept thing: its name that opens it, what it is, and what can be done with it. */
const props = defineProps<{
  name: string
  to: RouteLocationRaw
  date?: string
  rename?: ((name: string) => Promise<boolean>) | undefined
  /** Nothing can be done to it. */ reads?: boolean
}>()
const emit = defineEmits<{ copy: []; remove: [] }>()

const row = ref<HTMLElement>()
let near: Element | null | undefined

/** Once the row has gone, the focus goes to the one beside it. */
function remove() {
  near = row.value?.nextElementSibling ?? row.value?.previousElementSibling
  emit('remove')
}
onUnmounted(() => {
  if (near?.isConnected) near.querySelector<HTMLElement>('a')?.focus()
})

const renaming = ref(false)
const newName = ref('')
const form = ref<HTMLFormElement>()

async function start() {
  newName.value = props.name
  renaming.value = true
  await nextTick()
  const input = form.value?.querySelector('input')
  input?.focus()
  input?.select()
}

async function finish() {
  if (await props.rename?.(newName.value)) renaming.value = false
}

const day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: 'numeric' })
</script>

<template>
  <li ref="row">
    <div class="what">
      <form v-if="renaming" ref="form" class="rename" @submit.prevent="finish">
        <v-text-field v-model="newName" :label="say.name2" maxlength="160" hide-details @keydown.esc="renaming = false" />
        <v-btn type="submit" color="primary" variant="flat" :disabled="!newName.trim()">{{ say.rename }}</v-btn>
        <v-btn @click="renaming = false">{{ say.cancel }}</v-btn>
      </form>
      <router-link v-else :to="to" class="title">{{ name }}</router-link>
      <slot />
    </div>
    <time v-if="date" :datetime="date">{{ day.format(new Date(date)) }}</time>
    <div class="actions">
      <v-btn color="primary" variant="tonal" :to="to" :aria-label="say.open(name)">{{ say.open2 }}</v-btn>
      <v-btn v-if="rename" :icon="mdiPencilOutline" :aria-label="say.renameThis(name)" @click="start" />
      <slot name="more" />
      <v-btn v-if="!reads" :icon="mdiContentCopy" :aria-label="say.duplicate(name)" @click="emit('copy')" />
      <v-btn v-if="!reads" :icon="mdiTrashCanOutline" :aria-label="`Delete ${name}`" @click="remove" />
    </div>
  </li>
</template>

<style scoped>
li {
  align-items: start;
  border-top: 1px solid var(--rule);
  column-gap: 20px;
  display: flex;
  padding: 10px 0;
}

.what {
  flex: 1;
  min-width: 0;
}

.title {
  color: inherit;
  font-family: var(--face-heading);
  font-size: var(--size-lead);
  font-weight: 600;
  overflow-wrap: anywhere;
}

.rename {
  align-items: center;
  display: flex;
  gap: 8px;
}

time {
  color: var(--faint);
  font-size: var(--size-note);
  padding-top: 4px;
}

.actions {
  display: flex;
  gap: 4px;
}

@media (max-width: 900px) {
  time {
    display: none;
  }
}

@media (max-width: 600px) {
  li {
    flex-wrap: wrap;
    row-gap: 6px;
  }

  .what {
    flex-basis: 100%;
  }
}
</style>
