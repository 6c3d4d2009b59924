<script setup lang="ts">
import type { Run } from '../api/client'
import { pretty } from '../shared/signs'

/** What a run comes to, in one line. */
defineProps<{ run: Run }>()
</script>

<template>
  {{ run.notes }} {{ run.notes === 1 ? 'note' : 'notes' }} in {{ run.bars }} {{ run.bars === 1 ? 'bar' : 'bars' }},
  <span :title="`As many notes: ${run.equalTempos.map((t) => `${t.name} at ${t.tempoBpm}`).join(', ')}`">{{ run.notesPerMinute }} notes a minute</span>, ends on
  <b>{{ run.endsOn.degree === '1' ? 'the root' : `degree ${pretty(run.endsOn.degree)}` }}</b>
</template>
