<script setup lang="ts">
import { refDebounced } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { StoredPupil } from '../api/client'
import { useLoad, wordsOf } from '../shared/load'
import { pupils, weekdays } from '../shared/pupils/pupils'
import ChoiceRow from '../shared/shell/ChoiceRow.vue'
import FoldPanel from '../shared/shell/FoldPanel.vue'
import { tell } from '../shared/shell/notice'

/** Every pupil by name, page by page; those that were set aside can be brought back, or erased for good. */
const emit = defineEmits<{ change: [] }>()
const words = ref('')
const searched = refDebounced(words, 150)
const which = ref<'here' | 'aside'>('here')
const {
  value: page,
  failure,
  again,
} = useLoad(
  () => ({ words: searched.value, which: which.value }),
  async ({ words, which }) => ({ of: which, ...(which === 'aside' ? await pupils.trash() : await pupils.list(words)) }),
)
/** Those of the other list are not to be taken for these while these are on their way. */
const arrived = computed(() => (page.value?.of === which.value ? page.value : undefined))
const list = computed(() => arrived.value?.pupils ?? [])
const lesson = (p: StoredPupil) => (p.pupil.day ? `${weekdays[p.pupil.day as keyof typeof weekdays]} ${p.pupil.at ?? ''}` : 'no lesson day')

async function more() {
  const now = page.value
  if (!now?.next) return
  const next = await pupils.list(searched.value, now.next)
  page.value = { of: now.of, pupils: [...now.pupils, ...next.pupils], ...(next.next ? { next: next.next } : {}) }
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
  <FoldPanel id="all-pupils" title="All pupils">
    <p class="filters">
      <ChoiceRow v-model="which" :options="{ here: 'here', aside: 'set aside' }" label="Which pupils" />
      <input v-if="which === 'here'" v-model="words" class="entry" type="search" maxlength="200" aria-label="Find a pupil" placeholder="name or note" data-do="find-pupil" />
    </p>
    <p v-if="failure" class="trouble" role="alert">{{ failure }}</p>
    <p v-else-if="arrived && list.length === 0" class="faint">{{ which === 'aside' ? 'Nobody is set aside.' : words ? `Nobody is called “${words}”.` : 'No pupil yet.' }}</p>
    <ul v-else>
      <li v-for="p in list" :key="p.id">
        <router-link v-if="which === 'here'" :to="{ name: 'pupil', params: { id: p.id } }">{{ p.pupil.name }}</router-link>
        <span v-else>{{ p.pupil.name }}</span>
        <span class="faint">{{ lesson(p) }}</span>
        <template v-if="which === 'aside'">
          <button type="button" class="as-link" data-do="bring-back" @click="act(() => pupils.restore(p.id), `${p.pupil.name} is back.`)">Bring back</button>
          <button v-if="erasing !== p.id" type="button" class="as-link" data-do="erase" @click="erasing = p.id">Erase for good</button>
          <span v-else class="sure"
            >The log, the takes and all that was set go with it, and nothing brings them back.
            <button type="button" class="as-link" data-do="erase-sure" @click="act(() => pupils.erase(p.id), `${p.pupil.name} is erased.`)">Erase {{ p.pupil.name }}</button>
            <button type="button" class="as-link" @click="erasing = ''">Leave it</button></span
          >
        </template>
      </li>
    </ul>
    <button v-if="arrived?.next" type="button" class="as-link" @click="more">show more</button>
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
