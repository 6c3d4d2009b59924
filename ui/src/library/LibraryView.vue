<script setup lang="ts">
import { mdiMagnify } from '@mdi/js'
import { refDebounced } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { api, take, type SavedBrief } from '../api/client'
import { toQuery } from '../brief/query'
import { keptShelf } from '../shell/kept'
import { useShelf } from '../shell/useShelf'
import ShelfRow from './ShelfRow.vue'
import TryAgain from '../shell/TryAgain.vue'

const briefs = shallowRef<SavedBrief[]>()
const search = ref('')
const searched = refDebounced(search, 150)
const failure = ref('')

async function load() {
  try {
    briefs.value = (await take(api.GET('/api/v1/briefs', { params: { query: { q: searched.value ?? '' } } }))).briefs
    failure.value = ''
  } catch (cause) {
    failure.value = (cause as Error).message
  }
}
watch(searched, load, { immediate: true })

const at = (kept: { id: string }) => ({ params: { path: { id: kept.id } } })
const isRound = (b: SavedBrief) => !!b.brief.round
const shelves = computed(() => ({ briefs: (briefs.value ?? []).filter((b) => !isRound(b)), rounds: (briefs.value ?? []).filter(isRound) }))
const shown = computed(() => shelves.value[keptShelf.value])
const briefAddress = (b: SavedBrief) => ({ name: isRound(b) ? 'rounds' : 'bench', query: { ...toQuery(b.brief), saved: b.id } })

const { act, remove } = useShelf(load)

const renameBrief = (b: SavedBrief) => (title: string) =>
  act(() => take(api.PUT('/api/v1/briefs/{id}', { ...at(b), body: { title, notes: b.notes, brief: b.brief, version: b.version } })))
const removeBrief = (b: SavedBrief) =>
  remove(b.title, () => take(api.DELETE('/api/v1/briefs/{id}', at(b))), () => take(api.POST('/api/v1/briefs/{id}/restore', at(b))))
const copyBrief = (b: SavedBrief) => act(() => take(api.POST('/api/v1/briefs/{id}/duplicate', at(b))))
</script>

<template>
  <div class="library">
    <div class="head">
      <h1>Saved</h1>
      <v-btn-toggle v-model="keptShelf" mandatory density="compact" color="primary" aria-label="What is shown">
        <v-btn value="briefs" data-shelf="briefs">briefs ({{ shelves.briefs.length }})</v-btn>
        <v-btn value="rounds" data-shelf="rounds">rounds ({{ shelves.rounds.length }})</v-btn>
      </v-btn-toggle>
      <v-text-field v-model="search" class="search" label="Find by title, words or notes" :prepend-inner-icon="mdiMagnify" clearable hide-details autocomplete="off" @click:clear="search = ''" />
    </div>
    <TryAgain :text="failure" @again="load" />
    <v-progress-linear v-if="!failure && !briefs" indeterminate color="primary" aria-label="Fetching saved briefs" />
    <div v-else-if="briefs && shown.length === 0" class="empty">
      <template v-if="search">
        <p>No saved {{ keptShelf === 'rounds' ? 'round' : 'brief' }} holds “{{ search }}”.</p>
        <v-btn color="primary" variant="tonal" @click="search = ''">Show all</v-btn>
      </template>
      <template v-else-if="keptShelf === 'rounds'">
        <p>No round is saved yet. Carry a brief through the keys and press Save.</p>
        <v-btn color="primary" variant="tonal" to="/rounds">To the rounds</v-btn>
      </template>
      <template v-else>
        <p>No brief is saved yet. Lay something out on the bench and press Save.</p>
        <v-btn color="primary" variant="tonal" to="/">To the bench</v-btn>
      </template>
    </div>
    <ul v-else-if="briefs" :aria-label="keptShelf === 'rounds' ? 'Saved rounds' : 'Saved briefs'">
      <ShelfRow v-for="b in shown" :key="b.id" :name="b.title" :to="briefAddress(b)" :date="b.updatedAt" :rename="renameBrief(b)" @copy="copyBrief(b)" @remove="removeBrief(b)">
        <p class="sentence">{{ b.sentence }}</p>
        <p v-if="b.notes" class="notes">{{ b.notes }}</p>
      </ShelfRow>
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

.sentence {
  color: var(--faint);
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
</style>
