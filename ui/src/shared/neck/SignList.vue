<script setup lang="ts">
import NoteMark from './NoteMark.vue'

/** What the signs of the neck and the lanes mean, each drawn as it is there. */
const marks = [
  { name: 'a note, with the finger that stops it', mark: { label: '2' } },
  { name: 'two feet: the root', mark: { label: '1', root: true } },
  { name: 'hollow: a note laid over the core', mark: { label: '4', added: true } },
  { name: 'a wedge: the finger reaches to that side, the hand stays', mark: { label: '4', wedge: 1 } },
  { name: 'a frame: in both, in the chord, or what was asked to be shown', mark: { label: '3', shared: true } },
  { name: 'pale: the run goes there, beyond the box', mark: { label: '1', onward: true } },
]
</script>

<template>
  <ul class="signs" aria-label="Signs">
    <li v-for="s in marks" :key="s.name">
      <svg width="40" height="38" aria-hidden="true"><NoteMark :x="20" :y="17" :w="15" :h="26" v-bind="s.mark" /></svg>{{ s.name }}
    </li>
    <li>
      <svg width="40" height="38" aria-hidden="true"><path class="tick" d="M20 10v14" /></svg>a tick: a note of the scale outside the box
    </li>
    <li>
      <svg width="40" height="38" aria-hidden="true"><path class="triangle" d="M13 14h14l-7 11z" /></svg>a triangle under the lanes: the hand moves before this note
    </li>
    <li>
      <svg width="40" height="38" aria-hidden="true"><path class="crossing" d="M20 12v12" /></svg>a thin line there: on to another string
    </li>
  </ul>
</template>

<style scoped>
.signs {
  columns: 2 220px;
  list-style: none;
  padding: 0;
}

li {
  align-items: center;
  break-inside: avoid;
  display: flex;
  font-size: var(--size-fact);
  gap: 6px;
  line-height: 1.25;
}

svg {
  flex: 0 0 40px;
}

.tick {
  stroke: var(--faint);
  stroke-width: 2;
}

.triangle {
  fill: var(--brick);
}

.crossing {
  stroke: var(--faint);
}
</style>
