<script setup lang="ts">
import { say } from '../words'
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef, watch } from 'vue'
import { away } from '../../api/away'
import { leave, outbox, send } from '../../api/outbox'
import { tell } from './notice'
import { phoneBar } from './phoneBar'

/** Says what waits to be sent, for as long as something does. */
const words = computed(() => {
  const counts = new Map<string, number>()
  for (const w of outbox.waiting.value) counts.set(w, (counts.get(w) ?? 0) + 1)
  return [...counts].map(([what, n]) => (n === 1 ? what : say.times(what, n))).join(', ')
})
/** How high it is: the page keeps as much free below, and what else is said there stands above it. */
const height = defineModel<number>('height', { required: true })
const bar = useTemplateRef<HTMLElement>('bar')
const { height: measured } = useElementSize(bar, undefined, { box: 'border-box' })
watch(measured, (now) => (height.value = bar.value ? now : 0))
const whys = {
  away: say.cantReachEvenLadderItWaits,
  'signed out': say.youreSignedOutItWaitsOn,
  'not kept': say.itWaitsOnThisDeviceTrying,
}
function leaveThem() {
  const back = leave()
  tell(say.unsentChangesDiscarded, { label: say.undo, run: back })
}
</script>

<template>
  <aside v-if="away && !outbox.waiting.value.length" ref="bar" class="unsaved" :style="{ bottom: `${phoneBar}px` }" role="status" data-away>
    <p>
      <b>{{ say.cantReachEvenLadder }}</b> {{ say.thisIsThisDevicesLastCopy }}
    </p>
  </aside>
  <aside v-else-if="outbox.waiting.value.length" ref="bar" class="unsaved" :style="{ bottom: `${phoneBar}px` }" role="status" data-unsaved>
    <p>
      <b>{{ say.notSavedYet(words) }}</b> {{ outbox.trouble.value }} {{ whys[outbox.why.value] }}
    </p>
    <a v-if="outbox.why.value === 'signed out'" href="/signin" target="_blank" rel="noopener" class="as-link">{{ say.signIn }}</a>
    <button type="button" class="as-link" data-unsaved="send" @click="send">{{ say.sendNow }}</button>
    <button type="button" class="as-link" data-unsaved="leave" @click="leaveThem">{{ say.discard }}</button>
  </aside>
  <div :style="{ height: `${height}px` }" />
</template>

<style scoped>
.unsaved {
  align-items: baseline;
  background: var(--sheet);
  border-top: 3px solid var(--marigold);
  display: flex;
  flex-wrap: wrap;
  gap: 4px 20px;
  inset-inline: 0;
  padding: 10px 24px;
  position: fixed;
  z-index: 3000; /* above a dialog that waits for it */
}

.unsaved p {
  flex: 1 1 320px;
}
</style>
