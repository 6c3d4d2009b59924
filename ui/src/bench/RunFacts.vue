<script setup lang="ts">
import { say } from './words'
import type { Run } from '../api/client'
import { pretty } from '../shared/signs'

/** What a run comes to, in one line. */
defineProps<{ run: Run }>()
</script>

<template>
  {{ say.notesInBars(run.notes, run.bars) }}
  <span :title="say.sameNotesAMinute(run.equalTempos.map((t) => `${t.name} at ${t.tempoBpm}`).join(', '))">{{ say.notesAMinute(run.notesPerMinute) }}</span>{{ say.endsOn }}
  <b>{{ run.endsOn.degree === '1' ? say.theRoot : say.degree(pretty(run.endsOn.degree)) }}</b>
</template>
