<script setup lang="ts">
import { say } from './words'
import { computed } from 'vue'
import type { Brief, Phrase } from '../api/client'
import { useCatalogue } from '../shared/catalogue'
import { changed, toQuery } from '../shared/brief/query'
import { toSide } from '../shared/brief/side'
import { ofAll, type Asked } from './changes'
import { site } from '../shared/shell/site'

/** Where the phrase can be carried: into other keys and modes, backwards, along the neck, and to the screens that play it. */
const props = defineProps<{ phrase: Phrase; played: Brief; other: Brief | undefined }>()
const emit = defineEmits<{ change: [asked: Asked] }>()
const { catalogue } = useCatalogue()
const home = computed(() => props.phrase.homes[0])
const everyKey = computed(() => ({ name: 'rounds', query: toQuery(changed(props.played, { 'round.order': 'fourths' })) }))
const compare = computed(() => (props.other ? { name: 'compare', query: toSide([props.played, props.other]) } : undefined))
function into(event: Event) {
  const select = event.target as HTMLSelectElement
  const [tonic, name] = select.value.split('|')
  if (tonic && name) emit('change', { id: 'scale', scale: { tonic, name } })
  select.value = ''
}
const tonics = computed(() => catalogue.value?.tonics ?? [])
</script>

<template>
  <div class="carry">
    <p class="row">
      <router-link v-if="!site.stand" :to="{ name: 'practise', query: toQuery(played) }" class="as-link" data-do="phrase-practise">{{ say.practise }}</router-link>
      <router-link :to="everyKey" class="as-link" data-do="phrase-round">{{ say.everyKey }}</router-link>
      <router-link :to="{ name: 'bench', query: toQuery(played) }" class="as-link" data-do="phrase-bench">{{ say.openOnTheBench }}</router-link>
      <router-link v-if="compare" :to="compare" class="as-link" data-do="phrase-compare">{{ say.compareWithTheNextWay }}</router-link>
      <router-link v-if="!site.stand" :to="{ name: 'calls', query: { ...toQuery(played), kind: 'run' } }" class="as-link" data-do="phrase-calls">{{
        say.practiseAsCalls
      }}</router-link>
    </p>
    <p class="row">
      <button v-for="c in ofAll" :key="c.does" type="button" :title="c.does" :data-change="`all-${c.id}${c.by ?? ''}`" @click="emit('change', c)">{{ c.label }}</button>
      <label v-if="catalogue && home"
        ><span class="unseen">{{ say.moveToAnotherKeyOrMode }}</span>
        <select class="entry" data-do="into" @change="into">
          <option value="">{{ say.anotherKeyOrMode }}</option>
          <optgroup :label="say.onTonic(home.tonic)">
            <option v-for="s in catalogue.scales" :key="s.id" :value="`${home.tonic}|${s.id}`">{{ s.name }}</option>
          </optgroup>
          <optgroup :label="say.inAnotherKey">
            <option v-for="t in tonics" :key="t.id" :value="`${t.id}|${home.name}`">{{ t.name }}</option>
          </optgroup>
        </select></label
      >
    </p>
  </div>
</template>

<style scoped>
.row {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
}

.row + .row {
  margin-block-start: 6px;
}

a {
  margin-inline-end: 10px;
}

button {
  border: 1px solid var(--rule);
  border-radius: 5px;
  font-size: var(--size-note);
  min-height: 32px;
  padding: 0 10px;
}

@media (pointer: coarse), (max-width: 600px) {
  button,
  a {
    min-height: 44px;
  }
}
</style>
