<script setup lang="ts">
import { say } from './words'
import { nextTick, ref, watch } from 'vue'
import type { Ladder } from '../api/client'
import { vRoving } from '../shared/shell/roving'
import { unitOf } from './usePractise'

/** The rungs of the ladder, the slowest at the foot: where it stands, and what was tried. */
const props = defineProps<{ ladder: Ladder; at: number }>()
const emit = defineEmits<{ choose: [rung: number] }>()
const rail = ref<HTMLElement>()

watch(
  () => [props.at, props.ladder],
  async () => {
    await nextTick()
    const on = rail.value?.querySelector<HTMLElement>('[aria-current]')
    if (rail.value && on) rail.value.scrollTop = on.offsetTop - rail.value.clientHeight / 2 + on.clientHeight / 2
  },
  { immediate: true },
)
</script>

<template>
  <!-- eslint-disable-next-line vuejs-accessibility/no-noninteractive-tabindex -->
  <ol ref="rail" v-roving="'button'" class="rail" reversed :aria-label="say.rungsFastestFirst">
    <li v-for="{ r, i } in ladder.rungs.map((r, i) => ({ r, i })).reverse()" :key="i">
      <button type="button" :aria-current="i === at ? 'step' : undefined" :data-rung="i" :class="{ next: i === ladder.next }" @click="emit('choose', i)">
        <span class="name"
          >{{ r.speed }}<template v-if="r.part.name">, {{ r.part.name }}</template></span
        >
        <span class="facts"
          >{{ r.notesPerMinute }}<span class="unseen"> {{ unitOf(r.measure) }}</span
          ><template v-if="r.tries">{{ say.cleanOfTries(r.clean, r.tries) }}</template
          ><template v-if="i === ladder.next"
            ><span class="unseen">{{ say.next }}</span></template
          ></span
        >
      </button>
    </li>
  </ol>
</template>

<style scoped>
/* Two uprights, and a rung between them for each step. */
.rail {
  border-inline: 4px solid var(--rule);
  list-style: none;
  max-height: 192px;
  overflow-y: auto;
  padding: 0;
  position: relative;
}

li {
  border-bottom: 3px solid var(--rule);
}

button {
  align-items: baseline;
  display: flex;
  gap: 8px;
  justify-content: space-between;
  min-height: 34px;
  padding: 4px 12px;
  text-align: start;
  width: 100%;
}

button:hover {
  background: color-mix(in srgb, var(--verdigris) 10%, transparent);
}

button:focus-visible {
  outline-offset: -2px;
}

button.next .name {
  color: var(--verdigris);
  font-weight: 700;
}

button[aria-current] {
  background: var(--sheet);
  box-shadow: inset 5px 0 0 var(--marigold);
}

.facts {
  color: var(--faint);
  font-size: var(--size-note);
  white-space: nowrap;
}

@media (pointer: coarse), (max-width: 600px) {
  button {
    min-height: 44px;
  }
}

.name {
  display: inline-block;
}

.name::first-letter {
  text-transform: uppercase;
}
</style>
