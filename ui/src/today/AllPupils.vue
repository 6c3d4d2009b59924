<script setup lang="ts">
import { say } from './words'
import { refDebounced } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { StoredPupil } from '../api/client'
import { useLoad, wordsOf } from '../shared/load'
import { pupils, weekdays } from '../shared/pupils/pupils'
import ChoiceRow from '../shared/shell/ChoiceRow.vue'
import FoldPanel from '../shared/shell/FoldPanel.vue'
import { tell } from '../shared/shell/notice'

/** Every pupil by name, page by page; those that were set aside can be brought back, or erased for good. */
interface Listed {
  of: 'here' | 'aside'
  rows: { id: string; name: string; beside: string }[]
  next?: string | undefined
}
const emit = defineEmits<{ change: [] }>()
const words = ref('')
const searched = refDebounced(words, 150)
const which = ref<'here' | 'aside'>('here')
/** A page of either list, in the same rows. */
async function ask(which: 'here' | 'aside', words: string, after?: string): Promise<Listed> {
  if (which === 'aside') {
    const { things, next } = await pupils.aside(after)
    return { of: which, rows: things.map((t) => ({ id: t.id, name: t.title, beside: '' })), next }
  }
  const { pupils: found, next } = await pupils.list(words, after)
  return { of: which, rows: found.map((p) => ({ id: p.id, name: p.pupil.name, beside: lesson(p) })), next }
}
const {
  value: page,
  failure,
  again,
} = useLoad(
  () => ({ words: searched.value, which: which.value }),
  ({ words, which }) => ask(which, words),
)
/** Those of the other list are not to be taken for these while these are on their way. */
const arrived = computed(() => (page.value?.of === which.value ? page.value : undefined))
const list = computed(() => arrived.value?.rows ?? [])
const lesson = (p: StoredPupil) => (p.pupil.day ? `${weekdays[p.pupil.day as keyof typeof weekdays]} ${p.pupil.at ?? ''}` : say.noLessonDay)

async function more() {
  const now = page.value
  if (!now?.next) return
  const next = await ask(now.of, searched.value, now.next)
  page.value = { ...next, rows: [...now.rows, ...next.rows] }
}

async function act(work: () => Promise<unknown>, said: string) {
  try {
    await work()
    await again()
    emit('change')
    tell(said)
  } catch (cause) {
    tell(wordsOf(cause))
  }
}

const erasing = ref('')
</script>

<template>
  <FoldPanel id="all-pupils" :title="say.allPupils">
    <p class="filters">
      <ChoiceRow v-model="which" :options="{ here: say.active, aside: say.archived }" :label="say.whichPupils" />
      <input v-if="which === 'here'" v-model="words" class="entry" type="search" maxlength="200" :aria-label="say.findAPupil" :placeholder="say.nameOrNote" data-do="find-pupil" />
    </p>
    <p v-if="failure" class="trouble" role="alert">{{ failure }}</p>
    <p v-else-if="arrived && list.length === 0" class="faint">{{ which === 'aside' ? say.noArchivedPupils : words ? say.noPupilMatches(words) : say.noPupilsYet }}</p>
    <ul v-else>
      <li v-for="p in list" :key="p.id">
        <router-link v-if="which === 'here'" :to="{ name: 'pupil', params: { id: p.id } }">{{ p.name }}</router-link>
        <span v-else>{{ p.name }}</span>
        <span v-if="p.beside" class="faint">{{ p.beside }}</span>
        <template v-if="which === 'aside'">
          <button type="button" class="as-link" data-do="bring-back" @click="act(() => pupils.restore(p.id), say.isRestored(p.name))">{{ say.restore }}</button>
          <button v-if="erasing !== p.id" type="button" class="as-link" data-do="erase" @click="erasing = p.id">{{ say.erasePermanently }}</button>
          <span v-else class="sure"
            >{{ say.thisAlsoErasesTheLogTakes }}
            <button type="button" class="as-link" data-do="erase-sure" @click="act(() => pupils.erase(p.id), say.isErased(p.name))">{{ say.erase(p.name) }}</button>
            <button type="button" class="as-link" @click="erasing = ''">{{ say.cancel }}</button></span
          >
        </template>
      </li>
    </ul>
    <button v-if="arrived?.next" type="button" class="as-link" @click="more">{{ say.showMore }}</button>
  </FoldPanel>
</template>

<style scoped>
.filters {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 6px 22px;
}

ul {
  list-style: none;
  padding: 0;
}

li {
  border-bottom: 1px solid var(--rule);
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  padding: 6px 0;
}

a {
  color: var(--verdigris);
  min-width: 12em;
}

.faint {
  color: var(--faint);
}

.trouble,
.sure {
  color: var(--brick);
}
</style>
