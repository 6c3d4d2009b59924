<script setup lang="ts">
import { say } from '../words'
import { onMounted, ref, watch } from 'vue'
import type { Score } from '../../api/client'
import { tell } from '../shell/notice'
import type { Columns } from '../lanes/columns'
import { engrave, ready } from './engrave'

/** The run as it is written down, note over note with the lanes. */
const props = defineProps<{ score: Score; columns: Columns; current: number }>()
const emit = defineEmits<{ choose: [event: number] }>()
const host = ref<HTMLElement>()

function draw() {
  if (!host.value) return
  engrave(host.value, props.score, props.columns)
  mark()
}

function mark() {
  host.value?.querySelector('.now')?.classList.remove('now')
  if (props.current >= 0) host.value?.querySelector(`[data-staff="${props.current}"]`)?.classList.add('now')
}

function choose(event: MouseEvent) {
  const at = (event.target as Element).closest('[data-staff]')?.getAttribute('data-staff')
  if (at) emit('choose', Number(at))
}

onMounted(async () => {
  try {
    await ready()
  } catch {
    tell(say.couldntLoadTheMusicFont)
    return
  }
  draw()
  watch(() => [props.score, props.columns], draw)
  watch(() => props.current, mark)
})
</script>

<template>
  <!-- The lanes below are the keyboard's way to the same notes. -->
  <!-- eslint-disable-next-line vuejs-accessibility/click-events-have-key-events, vuejs-accessibility/no-static-element-interactions -->
  <div ref="host" class="staff" @click="choose" />
</template>

<style scoped>
.staff {
  color: var(--ink);
}

.staff :deep(svg) {
  display: block;
  fill: currentColor;
  stroke: currentColor;
}

.staff :deep(.vf-stavenote path),
.staff :deep(.vf-stem path) {
  stroke: currentColor;
}

.staff :deep(.vf-stavenote) {
  cursor: pointer;
}

.staff :deep(.now) {
  color: var(--verdigris);
}

.staff :deep(.vf-stave path) {
  stroke: color-mix(in srgb, var(--ink) 50%, transparent);
}
</style>
