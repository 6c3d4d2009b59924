<script setup lang="ts">
import { computed } from 'vue'
import type { CallKinds } from '../api/client'
import { vRoving } from '../shared/shell/roving'
import KindPicture from './KindPicture.vue'
import { say } from './words'

/** All kinds of call under small headings, each with a line on what it asks. One stop of the Tab key, arrow keys go along it. */
const props = defineProps<{ kinds: CallKinds; chosen: string }>()
const emit = defineEmits<{ choose: [kind: string] }>()
const groups = computed(() => props.kinds.groups.map((g) => ({ ...g, kinds: props.kinds.kinds.filter((k) => k.group === g.id) })))
</script>

<template>
  <div class="list">
    <div v-roving="'button'" role="radiogroup" :aria-label="say.kindOfCall">
      <section v-for="g in groups" :key="g.id">
        <h2 class="group">{{ g.name }}</h2>
        <button v-for="k in g.kinds" :key="k.id" type="button" role="radio" :aria-checked="k.id === chosen" :data-kind="k.id" @click="emit('choose', k.id)">
          <KindPicture :kind="k.id" />
          <span class="words"
            ><b>{{ k.name }}</b
            ><span class="note">{{ k.why }}</span></span
          >
        </button>
      </section>
    </div>
    <slot />
  </div>
</template>

<style scoped>
.list {
  column-gap: 40px;
  columns: 2;
}

section {
  border-top: 1px solid var(--rule);
  break-inside: avoid;
  margin-bottom: 12px;
}

.group {
  font-family: var(--face-text);
  font-size: var(--size-note);
  letter-spacing: 0;
  padding: 6px 0 2px;
}

.group::first-letter,
b::first-letter {
  text-transform: uppercase;
}

button {
  align-items: center;
  border-inline-start: 4px solid transparent;
  display: flex;
  gap: 12px;
  min-height: 56px;
  padding: 4px 8px 4px 4px;
  text-align: start;
  width: 100%;
}

button:hover {
  background: color-mix(in srgb, var(--verdigris) 8%, transparent);
}

button[aria-checked='true'] {
  background: var(--sheet);
  border-inline-start-color: var(--verdigris);
}

button[aria-checked='true'] b {
  color: var(--verdigris);
}

.words,
.words b,
.words .note {
  display: block;
}

@media (pointer: coarse) {
  button {
    min-height: 64px;
  }
}

@media (max-width: 700px) {
  .list {
    columns: 1;
  }
}
</style>
