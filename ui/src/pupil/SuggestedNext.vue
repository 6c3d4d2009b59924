<script setup lang="ts">
import { computed, ref } from 'vue'
import type { NextProposal, PupilWork } from '../api/client'
import { lead } from '../shared/pupils/lead'
import { benchAddress } from '../shared/pupils/pupils'
import { say } from './words'

/** The next step, with its reason; others below it, two at first. */
const props = defineProps<{ work: PupilWork }>()
const emit = defineEmits<{ set: [proposal: NextProposal] }>()
const first = computed(() => props.work.proposals[0])
const all = ref(false)
const others = computed(() => props.work.proposals.slice(1))
const shown = computed(() => (all.value ? others.value : others.value.slice(0, 2)))
</script>

<template>
  <section aria-labelledby="next-title">
    <div class="part-head">
      <h2 id="next-title" class="part-title">{{ say.suggestedNext }}</h2>
    </div>
    <p v-if="!first" class="note">{{ say.noSuggestionsYetAssignSomethingFrom }}</p>
    <div v-else :data-proposal="first.kind">
      <p class="message">
        <b>{{ lead(first.words)[0] }}</b>{{ lead(first.words)[1] }}
      </p>
      <p class="note what">{{ first.title }}</p>
      <p class="buttons">
        <v-btn color="primary" variant="flat" :aria-label="say.assignThis(first.name)" data-do="set" @click="emit('set', first)">{{ say.assign }}</v-btn>
        <v-btn color="primary" variant="tonal" :to="benchAddress(first.ladder)" :aria-label="say.openThis(first.name)">{{ say.seeIt }}</v-btn>
      </p>
    </div>
    <ul v-if="shown.length" class="others" :aria-label="say.alsoPossible">
      <li v-for="p in shown" :key="p.kind" :data-proposal="p.kind">
        <p>{{ p.words }}</p>
        <p class="note">
          <router-link :to="benchAddress(p.ladder)">{{ p.title }}</router-link>
          <button type="button" class="as-link" :aria-label="say.assignThis(p.name)" data-do="set" @click="emit('set', p)">{{ say.assign }}</button>
        </p>
      </li>
    </ul>
    <button v-if="shown.length < others.length" type="button" class="as-link" @click="all = true">{{ say.showMore(others.length - shown.length) }}</button>
  </section>
</template>

<style scoped>
.what {
  padding: 4px 0 0 16px;
}

.buttons {
  display: flex;
  gap: 8px;
  padding: 12px 0;
}

.others {
  list-style: none;
  padding: 0;
}

.others li {
  border-top: 1px solid var(--rule);
  padding: 6px 0;
}

.others .note {
  align-items: center;
  display: flex;
  gap: 4px 12px;
  justify-content: space-between;
}

.others a {
  color: inherit;
  text-decoration-color: var(--verdigris);
}

.as-link {
  flex: none;
}
</style>
