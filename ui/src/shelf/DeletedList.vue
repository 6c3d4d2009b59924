<script setup lang="ts">
import { say } from './words'
import { ref, shallowRef } from 'vue'
import { api, take, type Aside } from '../api/client'
import { useLoad, wordsOf } from '../shared/load'
import { tell } from '../shared/shell/notice'
import TryAgain from '../shared/shell/TryAgain.vue'

/** What was set aside, of every sort, with a way to bring it back, and one to take it away for good. */
const emit = defineEmits<{ back: [] }>()
const sortWords: Record<string, string> = {
  briefs: 'brief',
  rounds: 'round',
  phrases: 'phrase',
  instruments: 'instrument',
  scales: 'scale',
  ladders: 'ladder',
  pupils: 'pupil',
  assignments: 'set',
  weeks: 'weeks',
  homes: 'page',
  sittings: 'answers',
  takes: 'take',
}
const {
  value: page,
  failure,
  again,
} = useLoad(
  () => true,
  (_, signal) => take(api.GET('/api/v1/aside', { signal })),
)
const busy = ref(false)
async function more() {
  const now = page.value
  if (!now?.next) return
  try {
    const next = await take(api.GET('/api/v1/aside', { params: { query: { after: now.next } } }))
    page.value = { ...next, things: [...now.things, ...next.things] }
  } catch (cause) {
    tell(wordsOf(cause))
  }
}
/** What is asked about before it is taken away for good. */
const asked = shallowRef<Aside>()
const at = (of: Aside) => ({ params: { path: { sort: of.sort, id: of.id } } })
const day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: 'numeric' })

async function act(work: () => Promise<unknown>, said: string) {
  busy.value = true
  try {
    await work()
    tell(said)
    emit('back')
    await again()
  } catch (cause) {
    tell(wordsOf(cause))
  }
  asked.value = undefined
  busy.value = false
}
const bringBack = (of: Aside) => act(() => take(api.POST('/api/v1/aside/{sort}/{id}/restore', at(of))), say.restored(of.title))
const erase = (of: Aside) => act(() => take(api.DELETE('/api/v1/aside/{sort}/{id}', at(of))), say.deletedForGood(of.title))
</script>

<template>
  <TryAgain :text="failure" @again="again" />
  <v-progress-linear v-if="!failure && !page" indeterminate color="primary" :aria-label="say.loadingDeletedItems" />
  <p v-else-if="page && page.things.length === 0" class="nothing">{{ say.nothingHereDeletedItemsStayHere }}</p>
  <ul v-else-if="page" :aria-label="say.deleted">
    <li v-for="k in page.things" :key="k.sort + k.id">
      <div class="what">
        <p class="title">{{ k.title }}</p>
        <p class="sentence">
          {{ sortWords[k.sort] ?? k.sort }}<template v-if="k.whose">, {{ k.whose }}</template> · <time :datetime="k.at">{{ day.format(new Date(k.at)) }}</time>
        </p>
      </div>
      <template v-if="asked === k">
        <p>{{ say.deletePermanently }}</p>
        <v-btn color="error" variant="flat" :disabled="busy" data-do="take-away" @click="erase(k)">{{ say.delete }}</v-btn>
        <v-btn data-do="stay" @click="asked = undefined">{{ say.cancel }}</v-btn>
      </template>
      <template v-else>
        <v-btn color="primary" variant="tonal" :disabled="busy" :aria-label="say.restore(k.title)" @click="bringBack(k)">{{ say.restore2 }}</v-btn>
        <v-btn :disabled="busy" :aria-label="say.deleteThis(k.title)" data-do="for-good" @click="asked = k">{{ say.deletePermanently3 }}</v-btn>
      </template>
    </li>
  </ul>
  <v-btn v-if="page?.next" color="primary" variant="tonal" data-do="more-deleted" @click="more">{{ say.showMore }}</v-btn>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
}

li {
  align-items: start;
  border-top: 1px solid var(--rule);
  display: flex;
  flex-wrap: wrap;
  gap: 8px 20px;
  padding: 10px 0;
}

.what {
  flex: 1 1 260px;
  min-width: 0;
}

.title {
  font-family: var(--face-heading);
  font-size: var(--size-fact);
  font-weight: 600;
  overflow-wrap: anywhere;
}

.sentence {
  color: var(--faint);
}

.nothing {
  padding: 32px 0;
}
</style>
