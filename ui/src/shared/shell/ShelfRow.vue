<script setup lang="ts">
import { say } from '../words'
import { mdiContentCopy, mdiPencilOutline, mdiTrashCanOutline } from '@mdi/js'
import { computed, nextTick, onUnmounted, ref } from 'vue'
import type { RouteLocationRaw } from 'vue-router'
import type { Outline } from '../../api/client'
import MoreMenu, { type More } from './MoreMenu.vue'
import WorkPicture from './WorkPicture.vue'

/** One kept thing: its name that opens it, what it is, and what can be done with it. */
const props = defineProps<{
  name: string
  to: RouteLocationRaw
  date?: string
  rename?: ((name: string) => Promise<boolean>) | undefined
  /** Nothing can be done to it. */ reads?: boolean
  outline?: Outline | undefined
  /** What else can be done with it. */ also?: More[]
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
  if (near?.isConnected) near.querySelector<HTMLElement>('a, button')?.focus()
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

const more = computed<More[]>(() => [
  ...(props.rename ? [{ id: 'rename', title: say.rename, icon: mdiPencilOutline, run: () => void start() }] : []),
  ...(props.also ?? []),
  ...(props.reads
    ? []
    : [
        { id: 'duplicate', title: say.duplicate2, icon: mdiContentCopy, run: () => emit('copy') },
        { id: 'delete', title: say.delete, icon: mdiTrashCanOutline, run: remove },
      ]),
])

const day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' })
</script>

<template>
  <li ref="row">
    <WorkPicture v-if="outline" :of="outline" class="picture" />
    <div class="what">
      <form v-if="renaming" ref="form" class="rename" @submit.prevent="finish">
        <v-text-field v-model="newName" :label="say.name2" maxlength="160" hide-details @keydown.esc="renaming = false" />
        <v-btn type="submit" color="primary" variant="flat" :disabled="!newName.trim()">{{ say.rename }}</v-btn>
        <v-btn @click="renaming = false">{{ say.cancel }}</v-btn>
      </form>
      <router-link v-else :to="to" class="title">{{ name }}</router-link>
      <slot />
    </div>
    <time v-if="date" :datetime="date" class="note">{{ day.format(new Date(date)) }}</time>
    <div class="actions">
      <slot name="more" />
      <MoreMenu v-if="more.length" :items="more" :alone="say.moreFor(name)" />
    </div>
  </li>
</template>

<style scoped>
li {
  align-items: center;
  border-top: 1px solid var(--rule);
  column-gap: 24px;
  display: flex;
  min-height: 72px;
  padding: 8px 0;
}

.what {
  flex: 1;
  min-width: 0;
}

.title {
  color: inherit;
  font-weight: 700;
  overflow-wrap: anywhere;
  text-decoration-color: var(--verdigris);
  text-underline-offset: 3px;
}

.rename {
  align-items: center;
  display: flex;
  gap: 8px;
}

.actions {
  align-items: center;
  display: flex;
  gap: 8px;
}

@media (max-width: 900px) {
  time {
    display: none;
  }
}

@media (max-width: 600px) {
  li {
    column-gap: 12px;
  }

  .picture {
    height: auto;
    width: 72px;
  }
}
</style>
