<script setup lang="ts">
import { say } from '../words'
import NoteMark from './NoteMark.vue'

/** What the signs of the neck and the lanes mean, each drawn as it is there. */
const marks = [
  { name: say.aNoteWithItsFinger, mark: { label: '2' } },
  { name: say.twoFeetTheRoot, mark: { label: '1', root: true } },
  { name: say.hollowANoteAddedToThe, mark: { label: '4', added: true } },
  { name: say.aWedgeTheFingerReachesThat, mark: { label: '4', wedge: 1 } },
  { name: say.aFrameInBothPlansIn, mark: { label: '3', shared: true } },
  { name: say.paleTheRunGoesThereOutside, mark: { label: '1', onward: true } },
]
</script>

<template>
  <ul class="signs" :aria-label="say.symbols">
    <li v-for="s in marks" :key="s.name">
      <svg width="40" height="38" aria-hidden="true"><NoteMark :x="20" :y="17" :w="15" :h="26" v-bind="s.mark" /></svg>{{ s.name }}
    </li>
    <li>
      <svg width="40" height="38" aria-hidden="true"><path class="tick" d="M20 10v14" /></svg>{{ say.aTickANoteOfThe }}
    </li>
    <li>
      <svg width="40" height="38" aria-hidden="true"><path class="triangle" d="M13 14h14l-7 11z" /></svg>{{ say.aTriangleUnderTheLanesThe }}
    </li>
    <li>
      <svg width="40" height="38" aria-hidden="true"><path class="crossing" d="M20 12v12" /></svg>{{ say.aThinLineThereTheNext }}
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
