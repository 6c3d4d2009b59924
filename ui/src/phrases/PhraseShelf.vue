<script setup lang="ts">
import { say } from './words'
import { refDebounced } from '@vueuse/core'
import { ref } from 'vue'
import type { Kept } from '../api/client'
import { useLoad } from '../shared/load'
import { shelf } from '../shared/shelf'
import TryAgain from '../shared/shell/TryAgain.vue'

/** The phrases that are kept: found by words, by degrees in a row, by steps, by the scales that hold them. */
defineProps<{ now: string | undefined }>()
const emit = defineEmits<{ open: [kept: Kept] }>()
const words = ref('')
const searched = refDebounced(words, 150)
const {
  value: page,
  failure,
  again,
} = useLoad(
  () => searched.value ?? '',
  (q) => shelf('phrases').list(q),
)
defineExpose({ again })
</script>

<template>
  <section class="kept" aria-labelledby="kept-phrases">
    <h2 id="kept-phrases" class="panel-title">{{ say.onTheShelf }}</h2>
    <label>
      <span class="unseen">{{ say.findAPhraseByTitleDegrees }}</span>
      <input v-model="words" class="entry" type="search" maxlength="200" :placeholder="say.b33125Dorian" data-do="find-phrase" />
    </label>
    <TryAgain :text="failure" @again="again" />
    <ul v-if="page?.kept.length">
      <li v-for="k in page.kept" :key="k.id">
        <button type="button" :aria-pressed="k.id === now" :data-kept="k.title" :title="k.sentence" @click="emit('open', k)">
          <b>{{ k.title }}</b> <span>{{ [k.phrase?.source, ...(k.phrase?.tags ?? [])].filter(Boolean).join(' · ') }}</span>
        </button>
      </li>
    </ul>
    <p v-else-if="page" class="none">{{ words ? say.noPhraseMatches : say.noPhrasesYetPressSaveTo }}</p>
  </section>
</template>

<style scoped>
input {
  width: 100%;
}

ul {
  list-style: none;
  max-height: 320px;
  overflow-y: auto;
  padding: 0;
}

button {
  border-bottom: 1px solid var(--rule);
  display: grid;
  min-height: 40px;
  padding-block: 4px;
  text-align: start;
  width: 100%;
}

button[aria-pressed='true'] b {
  color: var(--verdigris);
}

span,
.none {
  color: var(--faint);
  font-size: var(--size-note);
}
</style>
