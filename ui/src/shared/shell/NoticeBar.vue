<script setup lang="ts">
import { say } from '../words'
import { notice, noticeOpen } from './notice'

/** What was just done, at the foot of the page, with the way to undo it; `foot` px are kept free below. */
defineProps<{ foot: number }>()

function act() {
  notice.value?.action?.run()
  noticeOpen.value = false
  document.getElementById('main')?.focus() // not in the bar that goes
}
</script>

<template>
  <v-snackbar v-model="noticeOpen" :timeout="9000" color="secondary" role="status" :style="{ paddingBottom: `${foot}px` }">
    {{ notice?.text }}
    <template #actions>
      <v-btn v-if="notice?.action" variant="outlined" @click="act">{{ notice.action.label }}</v-btn>
      <v-btn @click="noticeOpen = false">{{ say.close }}</v-btn>
    </template>
  </v-snackbar>
</template>
