<script setup lang="ts">
import { say } from './words'
import { mdiGuitarAcoustic, mdiTimerOutline, mdiTrashCanOutline } from '@mdi/js'
import { refDebounced } from '@vueuse/core'
import { ref } from 'vue'
import type { Kept } from '../api/client'
import { useLoad } from '../shared/load'
import { toQuery } from '../shared/brief/query'
import { shelf, useShelf } from '../shared/shelf'
import MoreMenu from '../shared/shell/MoreMenu.vue'
import { narrow } from '../shared/shell/narrow'
import { site } from '../shared/shell/site'
import TryAgain from '../shared/shell/TryAgain.vue'
import WorkPicture from '../shared/shell/WorkPicture.vue'
import { pretty } from '../shared/signs'
import PlayOne from '../shared/sound/PlayOne.vue'

/** The phrases that are kept: found by words, by degrees in a row, by steps, by the scales that hold them. */
defineProps<{ now: string | undefined; /** Each with its line drawn, before one is open. */ wide?: boolean }>()
const emit = defineEmits<{ open: [kept: Kept] }>()
const words = ref('')
const searched = refDebounced(words, 150)
const {
  value: page,
  failure,
  again,
} = useLoad(
  () => searched.value ?? '',
  (q) => shelf('phrases').rows(q),
)
const { remove } = useShelf(again)
const more = (k: Kept) => {
  const query = k.phrase ? toQuery(k.phrase.brief) : {}
  return [
    { id: 'phrase-practise-kept', title: say.practise, icon: mdiTimerOutline, to: { name: 'practise', query } },
    { id: 'phrase-bench-kept', title: say.openOnTheBench, icon: mdiGuitarAcoustic, to: { name: 'bench', query } },
    ...(site.stand ? [] : [{ id: 'delete', title: say.delete, icon: mdiTrashCanOutline, run: () => void remove(k) }]),
  ]
}
defineExpose({ again })
</script>

<template>
  <section class="kept" aria-labelledby="kept-phrases">
    <div v-if="wide" class="head">
      <h1 id="kept-phrases">{{ say.phrases }}</h1>
      <span class="grow" />
      <label>
        <span class="unseen">{{ say.findAPhraseByTitleDegrees }}</span>
        <input v-model="words" class="entry find" type="search" maxlength="200" :placeholder="say.titleTagOrDegrees" data-do="find-phrase" />
      </label>
    </div>
    <template v-else>
      <h2 id="kept-phrases" class="panel-title">{{ say.onTheShelf }}</h2>
      <label>
        <span class="unseen">{{ say.findAPhraseByTitleDegrees }}</span>
        <input v-model="words" class="entry" type="search" maxlength="200" :placeholder="say.b33125Dorian" data-do="find-phrase" />
      </label>
    </template>
    <TryAgain :text="failure" @again="again" />
    <ul v-if="page?.kept.length && wide" class="wide" :aria-label="say.onTheShelf">
      <li v-for="k in page.kept" :key="k.id">
        <WorkPicture v-if="k.outline" :of="k.outline" :width="narrow ? 120 : 248" :height="72" :degrees="!narrow" />
        <div class="what">
          <button type="button" class="title" :data-kept="k.title" :title="k.sentence" @click="emit('open', k)">{{ k.title }}</button>
          <p v-if="k.phrase?.source" class="source">{{ k.phrase.source }}</p>
          <p class="note">{{ [...(k.phrase?.tags ?? []), pretty(k.phrase?.brief.scale.tonic ?? '')].join(' · ') }}</p>
        </div>
        <PlayOne :name="k.title" :brief="k.phrase?.brief" />
        <MoreMenu :items="more(k)" :alone="say.moreFor(k.title)" />
      </li>
    </ul>
    <ul v-else-if="page?.kept.length" class="close">
      <li v-for="k in page.kept" :key="k.id">
        <button type="button" :aria-pressed="k.id === now" :data-kept="k.title" :title="k.sentence" @click="emit('open', k)">
          <b>{{ k.title }}</b> <span class="note">{{ [k.phrase?.source, ...(k.phrase?.tags ?? [])].filter(Boolean).join(' · ') }}</span>
        </button>
      </li>
    </ul>
    <p v-else-if="page" class="note">{{ words ? say.noPhraseMatches : wide ? say.noPhrasesYet : say.noPhrasesYetPressSaveTo }}</p>
  </section>
</template>

<style scoped>
.head {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  padding: 12px 0;
}

h1 {
  font-size: var(--size-title);
  line-height: 32px;
}

.grow {
  flex: 1;
}

.entry {
  width: 100%;
}

.find {
  height: 36px;
  width: 320px;
}

ul {
  list-style: none;
  padding: 0;
}

.close {
  max-height: 320px;
  overflow-y: auto;
}

.close button {
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

.wide li {
  align-items: center;
  border-top: 1px solid var(--rule);
  display: flex;
  gap: 8px 24px;
  min-height: 96px;
  padding: 8px 0;
}

.what {
  flex: 1;
  font-size: var(--size-note);
  min-width: 0;
}

.title {
  font-size: var(--size-body);
  font-weight: 700;
  overflow-wrap: anywhere;
  text-align: start;
  text-decoration: underline var(--verdigris);
  text-underline-offset: 4px;
}

.source::first-letter {
  text-transform: uppercase;
}

@media (max-width: 600px) {
  .wide li {
    gap: 8px;
  }

  .find {
    width: 100%;
  }
}
</style>
