<script setup lang="ts">
import { mdiContentCopy, mdiMagnify, mdiPencilOutline, mdiTrashCanOutline } from '@mdi/js'
import { refDebounced } from '@vueuse/core'
import { nextTick, ref, shallowRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api, CallError, take, type SavedBrief } from '../api/client'
import { toQuery } from '../brief/query'
import { tell } from '../shell/notice'

const router = useRouter()
const briefs = shallowRef<SavedBrief[]>()
const search = ref('')
const searched = refDebounced(search, 150)
const failure = ref('')
const renaming = ref<string>()
const newTitle = ref('')

async function load() {
  try {
    briefs.value = (await take(api.GET('/api/v1/briefs', { params: { query: { q: searched.value } } }))).briefs
    failure.value = ''
  } catch (cause) {
    failure.value = (cause as Error).message
  }
}
watch(searched, load, { immediate: true })

const path = (b: SavedBrief) => ({ params: { path: { id: b.id } } })
const address = (b: SavedBrief) => ({ name: 'bench', query: { ...toQuery(b.brief), saved: b.id } })

async function act(work: () => Promise<unknown>) {
  try {
    await work()
    await load()
    return true
  } catch (cause) {
    const error = cause as CallError
    tell(error.status === 409 ? 'It was changed somewhere else in between; here is the list as it is now.' : error.fields[0]?.message ?? error.message)
    if (error.status === 409) await load()
    return false
  }
}

async function startRename(b: SavedBrief) {
  renaming.value = b.id
  newTitle.value = b.title
  await nextTick()
  document.querySelector<HTMLInputElement>('[data-rename] input')?.select()
}

async function rename(b: SavedBrief) {
  const done = await act(() => take(api.PUT('/api/v1/briefs/{id}', { ...path(b), body: { title: newTitle.value, notes: b.notes, brief: b.brief, version: b.version } })))
  if (done) renaming.value = undefined
}

async function remove(b: SavedBrief) {
  const done = await act(() => take(api.DELETE('/api/v1/briefs/{id}', path(b))))
  if (done) tell(`“${b.title}” is deleted.`, { label: 'Undo', run: () => void act(() => take(api.POST('/api/v1/briefs/{id}/restore', path(b)))) })
}

async function copy(b: SavedBrief) {
  if (await act(() => take(api.POST('/api/v1/briefs/{id}/duplicate', path(b))))) tell('A copy stands on top.')
}

const day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: 'numeric' })
</script>

<template>
  <div class="library">
    <div class="head">
      <h1>Saved briefs</h1>
      <v-text-field v-model="search" class="search" label="Find by title, words or notes" :prepend-inner-icon="mdiMagnify" clearable hide-details autocomplete="off" @click:clear="search = ''" />
    </div>
    <p v-if="failure" class="failure" role="alert">{{ failure }} <v-btn color="primary" variant="outlined" @click="load">Try again</v-btn></p>
    <v-progress-linear v-else-if="!briefs" indeterminate color="primary" aria-label="Fetching saved briefs" />
    <div v-else-if="briefs.length === 0" class="empty">
      <template v-if="search">
        <p>No saved brief holds “{{ search }}”.</p>
        <v-btn color="primary" variant="tonal" @click="search = ''">Show all</v-btn>
      </template>
      <template v-else>
        <p>Nothing is saved yet. Lay something out on the bench and press Save.</p>
        <v-btn color="primary" variant="tonal" to="/">To the bench</v-btn>
      </template>
    </div>
    <ul v-else aria-label="Saved briefs">
      <li v-for="b in briefs" :key="b.id">
        <div class="what">
          <form v-if="renaming === b.id" class="rename" data-rename @submit.prevent="rename(b)">
            <v-text-field v-model="newTitle" label="Title" maxlength="160" hide-details @keydown.esc="renaming = undefined" />
            <v-btn type="submit" color="primary" variant="flat" :disabled="!newTitle.trim()">Rename</v-btn>
            <v-btn @click="renaming = undefined">Leave</v-btn>
          </form>
          <router-link v-else :to="address(b)" class="title">{{ b.title }}</router-link>
          <p class="sentence">{{ b.sentence }}</p>
          <p v-if="b.notes" class="notes">{{ b.notes }}</p>
        </div>
        <time :datetime="b.updatedAt">{{ day.format(new Date(b.updatedAt)) }}</time>
        <div class="actions">
          <v-btn color="primary" variant="tonal" size="small" @click="router.push(address(b))">Open</v-btn>
          <v-btn :icon="mdiPencilOutline" size="small" :aria-label="`Rename ${b.title}`" @click="startRename(b)" />
          <v-btn :icon="mdiContentCopy" size="small" :aria-label="`Copy ${b.title}`" @click="copy(b)" />
          <v-btn :icon="mdiTrashCanOutline" size="small" :aria-label="`Delete ${b.title}`" @click="remove(b)" />
        </div>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.library {
  margin: auto;
  max-width: 1080px;
}

.head {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 12px 32px;
  padding: 6px 0 10px;
}

h1 {
  font-size: 1.5rem;
}

.search {
  max-width: 420px;
  min-width: 260px;
}

ul {
  list-style: none;
  padding: 0;
}

li {
  align-items: start;
  border-top: 1px solid var(--rule);
  display: grid;
  gap: 4px 20px;
  grid-template-columns: minmax(0, 1fr) max-content max-content;
  padding: 10px 0;
}

.title {
  color: inherit;
  font-family: var(--face-heading);
  font-size: 1.08rem;
  font-weight: 600;
  overflow-wrap: anywhere;
}

.rename {
  align-items: center;
  display: flex;
  gap: 8px;
}

.sentence,
time {
  color: var(--faint);
}

time {
  font-size: 0.85rem;
  padding-top: 4px;
}

.notes {
  border-inline-start: 3px solid var(--rule);
  margin-top: 4px;
  overflow-wrap: anywhere;
  padding-inline-start: 10px;
  white-space: pre-line;
}

.empty {
  display: grid;
  gap: 12px;
  justify-items: start;
  padding: 32px 0;
}

.failure {
  color: var(--brick);
}

.actions {
  display: flex;
  gap: 4px;
}

@media (max-width: 900px) {
  li {
    grid-template-columns: minmax(0, 1fr) max-content;
  }

  time {
    grid-row: 2;
  }

  .actions {
    grid-column: 2;
    grid-row: 1;
  }
}
</style>
