<script setup lang="ts">
import { computed } from 'vue'
import type { Phrase } from '../api/client'
import { pretty } from '../shared/signs'

/** The notes of a phrase in their time: name over degree, and what is no note of the scale told by its frame and in words. */
const props = defineProps<{ phrase: Phrase; marked: number[]; sounding: number; way: Phrase['ways'][number] | undefined }>()
const emit = defineEmits<{ choose: [n: number] }>()
/** Pixels of a beat. */
const beat = 58
const least = 34
const total = computed(() => Math.max(...props.phrase.notes.map((n) => n.at + n.beats), 1) * beat)
const kinds: Record<string, string> = { 'in the scale': 'in', colour: 'colour', neighbour: 'neighbour', outside: 'outside' }
const words = (n: Phrase['notes'][number]) => {
  const on = props.way?.notes[n.n - 1]
  return `note ${n.n}, ${n.place}${on ? `, string ${on.string}, fret ${on.fret}, finger ${on.finger}` : ''}`
}
</script>

<template>
  <div class="notes" tabindex="-1">
    <ol :style="{ width: `${total}px` }" aria-label="The notes of the phrase">
      <li v-for="n in phrase.notes" :key="n.n" :style="{ insetInlineStart: `${n.at * beat}px`, width: `${Math.max(n.beats * beat - 4, least - 6)}px` }">
        <button
          type="button"
          :class="[kinds[n.place], { marked: marked.includes(n.n), sounding: sounding === n.n, root: n.degree === '1' }]"
          :title="words(n)"
          :data-note="n.n"
          :data-place-is="kinds[n.place]"
          @click="emit('choose', n.n)"
        >
          <b>{{ pretty(n.name) }}</b>
          <span>{{ pretty(n.degree) }}</span>
          <span class="unseen">, {{ words(n) }}</span>
        </button>
      </li>
    </ol>
  </div>
</template>

<style scoped>
.notes {
  overflow-x: auto;
  padding-block: 4px 8px;
}

ol {
  height: 62px;
  list-style: none;
  margin: 0;
  min-width: 100%;
  padding: 0;
  position: relative;
}

li {
  position: absolute;
}

button {
  border: 1.5px solid var(--ink);
  border-radius: 5px;
  display: grid;
  min-height: 54px;
  overflow: hidden;
  padding: 2px 4px;
  place-content: center;
  width: 100%;
}

button span {
  color: var(--faint);
  font-size: var(--size-note);
}

.root {
  border-bottom: 5px double var(--marigold);
}

.colour {
  border-color: var(--plum);
  border-width: 3px;
}

.neighbour {
  border-style: dashed;
}

.outside {
  border-color: var(--brick);
  border-style: dotted;
  border-width: 3px;
}

.marked {
  background: color-mix(in srgb, var(--verdigris) 16%, transparent);
}

.sounding {
  background: var(--verdigris);
  color: var(--ground);
}

.sounding span {
  color: var(--ground);
}
</style>
