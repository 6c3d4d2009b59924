<script setup lang="ts">
import { say } from './words'
import { mdiArchiveOutline, mdiHammerWrench, mdiMagnify, mdiTrashCanOutline, mdiUpload } from '@mdi/js'
import { refDebounced } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { api, take, type Brief, type Kept } from '../api/client'
import { toQuery } from '../shared/brief/query'
import { chosenFile } from '../shared/file'
import { useLoad, wordsOf } from '../shared/load'
import { asQuery } from '../shared/ladderAddress'
import { shelf, useShelf } from '../shared/shelf'
import ChoiceRow from '../shared/shell/ChoiceRow.vue'
import { keptShelf } from '../shared/shell/kept'
import MoreMenu from '../shared/shell/MoreMenu.vue'
import ShelfRow from '../shared/shell/ShelfRow.vue'
import TryAgain from '../shared/shell/TryAgain.vue'
import DeletedList from './DeletedList.vue'
import SafeKeeping from './SafeKeeping.vue'
import { site } from '../shared/shell/site'

/** What else is shown in place of a shelf. */
const beside = ref<'' | 'deleted' | 'keeping'>('')
const showsDeleted = computed(() => beside.value === 'deleted')
const search = ref('')
const searched = refDebounced(search, 150)
type Shown = 'briefs' | 'rounds' | 'phrases' | 'ladders'

const {
  value: pages,
  failure,
  again,
} = useLoad(
  () => searched.value ?? '',
  async (words) => {
    const [briefs, rounds, phrases, ladders] = await Promise.all([
      shelf('briefs').rows(words),
      shelf('rounds').rows(words),
      shelf('phrases').rows(words),
      shelf('ladders').rows(words),
    ])
    return { briefs, rounds, phrases, ladders }
  },
)
/** The shelf that is shown; none while something else stands in its place. */
const shownShelf = computed({
  get: () => (beside.value ? ('' as Shown) : keptShelf.value),
  set: (which: Shown) => {
    beside.value = ''
    keptShelf.value = which
  },
})
const shown = computed(() => pages.value?.[keptShelf.value]?.kept ?? [])
const longer = computed(() => !!pages.value?.[keptShelf.value]?.next)
const count = (k: Shown) => `${pages.value?.[k]?.kept.length ?? 0}${pages.value?.[k]?.next ? '+' : ''}`
const kinds = computed(() => {
  const work = { briefs: say.briefs(count('briefs')), rounds: say.rounds(count('rounds')), phrases: say.phrases(count('phrases')) }
  return site.stand ? (work as Record<Shown, string>) : { ...work, ladders: say.ladders(count('ladders')) }
})
const more = computed(() => [
  { id: 'open-file', title: say.openAFile, icon: mdiUpload, run: () => picker.value?.click() },
  ...(site.stand
    ? []
    : [
        { id: 'to-workshop', title: say.workshop, icon: mdiHammerWrench, to: { name: 'workshop' } },
        { id: 'deleted', title: say.deleted, icon: mdiTrashCanOutline, run: () => (beside.value = 'deleted') },
        { id: 'keeping', title: say.backups, icon: mdiArchiveOutline, run: () => (beside.value = 'keeping') },
      ]),
])
const briefOf = (k: Kept) => k.brief ?? k.phrase?.brief
/** A ladder is practised, a round and a brief are worked on. */
const practised = (k: Kept) =>
  k.ladder
    ? { name: 'practise', query: { ...toQuery(k.ladder.brief), ...asQuery(k.ladder), ladder: k.id } }
    : { name: 'practise', query: briefOf(k) ? toQuery(briefOf(k) as Brief) : {} }
const address = (k: Kept) => (k.ladder ? practised(k) : work(k))
const work = (k: Kept) =>
  k.kind === 'phrases'
    ? { name: 'phrases', query: { saved: k.id } }
    : { name: k.kind === 'rounds' ? 'rounds' : 'bench', query: { ...(k.brief ? toQuery(k.brief) : {}), saved: k.id } }

const { act, remove } = useShelf(again)
const on = () => shelf(keptShelf.value)
const rename = (k: Kept) => (title: string) =>
  act(() =>
    on().update(k.id, k.version, {
      title,
      notes: k.notes,
      ...(k.brief ? { brief: k.brief } : {}),
      ...(k.ladder ? { ladder: k.ladder } : {}),
      ...(k.phrase ? { phrase: k.phrase } : {}),
    }),
  )
const copy = (k: Kept) => act(() => on().duplicate(k.id))

const router = useRouter()
const picker = ref<HTMLInputElement>()
const unread = ref('')

/** Opens a plan or a round that was exported, or a brief in a file, where it is worked on. */
async function openFile(event: Event) {
  const file = chosenFile(event)
  if (!file) return
  unread.value = ''
  try {
    const given = JSON.parse(await file.text()) as Brief & { brief?: Brief }
    const { brief } = await take(api.POST('/api/v1/plan', { body: given }))
    const round = (given.brief ?? given).round
    await router.push({ name: round ? 'rounds' : 'bench', query: toQuery(round ? { ...brief, round } : brief) })
  } catch (cause) {
    const words = cause instanceof SyntaxError ? say.thisIsntJsonChooseAnExported : wordsOf(cause)
    unread.value = `${file.name}: ${words}`
  }
}

async function showMore() {
  const kind = keptShelf.value
  const page = pages.value?.[kind]
  if (!pages.value || !page?.next) return
  const next = await shelf(kind).rows(searched.value ?? '', page.next)
  const longer = { kept: [...page.kept, ...next.kept], ...(next.next ? { next: next.next } : {}) }
  pages.value = { ...pages.value, [kind]: longer }
}
</script>

<template>
  <div class="library">
    <div class="head">
      <h1>{{ say.shelf }}</h1>
      <ChoiceRow v-model="shownShelf" :options="kinds" :label="say.show" />
      <span class="grow" />
      <v-text-field
        v-if="!beside"
        v-model="search"
        class="search"
        :label="keptShelf === 'phrases' ? say.findByTitleDegreesB33 : say.findByTitleOrNotes"
        :prepend-inner-icon="mdiMagnify"
        clearable
        hide-details
        autocomplete="off"
        @click:clear="search = ''"
      />
      <MoreMenu :items="more" :alone="say.moreOnTheShelf" />
      <input ref="picker" type="file" accept=".json,application/json" hidden :aria-label="say.aPlanRoundOrBriefAs" @change="openFile" />
    </div>
    <p v-if="unread" class="failure" role="alert">{{ unread }}</p>
    <DeletedList v-if="showsDeleted" @back="again" />
    <SafeKeeping v-else-if="beside === 'keeping'" :reload="again" />
    <template v-else>
      <TryAgain :text="failure" @again="again" />
      <v-progress-linear v-if="!failure && !pages" indeterminate color="primary" :aria-label="say.loadingTheShelf" />
      <div v-else-if="pages && shown.length === 0" class="empty">
        <template v-if="search">
          <p>{{ say.noSavedMatches(keptShelf.slice(0, -1), search) }}</p>
          <v-btn color="primary" variant="tonal" @click="search = ''">{{ say.showAll }}</v-btn>
        </template>
        <template v-else-if="keptShelf === 'ladders'">
          <p>{{ say.noLaddersYetPractiseSomethingAnd }}</p>
          <v-btn color="primary" variant="tonal" to="/practise">{{ say.goToPractise }}</v-btn>
        </template>
        <template v-else-if="keptShelf === 'phrases'">
          <p>{{ say.noPhrasesYetBringOneIn }}</p>
          <v-btn color="primary" variant="tonal" to="/phrases">{{ say.goToPhrases }}</v-btn>
        </template>
        <template v-else-if="keptShelf === 'rounds'">
          <p>{{ say.noRoundsYetTakeABrief }}</p>
          <v-btn color="primary" variant="tonal" to="/rounds">{{ say.goToRounds }}</v-btn>
        </template>
        <template v-else>
          <p>{{ say.noBriefsYetLaySomethingOut }}</p>
          <v-btn color="primary" variant="tonal" to="/">{{ say.goToTheBench }}</v-btn>
        </template>
      </div>
      <ul v-else-if="pages" :aria-label="say.saved(keptShelf)">
        <ShelfRow
          v-for="b in shown"
          :key="b.id"
          :name="b.title"
          :to="address(b)"
          :date="b.updatedAt"
          :rename="site.stand ? undefined : rename(b)"
          :reads="site.stand"
          :outline="b.outline"
          @copy="copy(b)"
          @remove="remove(b)"
        >
          <p class="line" :title="b.sentence">{{ b.outline?.line ?? b.sentence }}</p>
          <p v-if="b.phrase" class="note">{{ [b.phrase.source, ...(b.phrase.tags ?? [])].filter(Boolean).join(' · ') }}</p>
          <p v-if="b.notes && search" class="notes">{{ b.notes }}</p>
          <template #more>
            <v-btn v-if="!site.stand" color="primary" variant="tonal" :to="practised(b)" :aria-label="say.practise(b.title)" data-do="practise">{{ say.practise2 }}</v-btn>
          </template>
        </ShelfRow>
      </ul>
      <v-btn v-if="longer" color="primary" variant="tonal" @click="showMore">{{ say.showMore }}</v-btn>
    </template>
  </div>
</template>

<style scoped>
.failure {
  color: var(--brick);
}

.library {
  margin: auto;
  max-width: 1320px;
}

.grow {
  flex: 1;
}

.head {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 24px;
  padding: 12px 0;
}

h1 {
  font-size: var(--size-title);
}

.search {
  flex: 0 1 320px;
  min-width: 240px;
}

ul {
  list-style: none;
  padding: 0;
}

.line {
  font-size: var(--size-note);
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
