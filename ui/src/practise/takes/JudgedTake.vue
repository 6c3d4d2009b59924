<script setup lang="ts">
import { say } from '../words'
import type { Take } from '../../api/client'

/** What became of a take, in words. */
defineProps<{ take: Take }>()
</script>

<template>
  <p role="status" class="proposal">{{ say.youDecideTheResult(take.why) }}</p>
  <ul>
    <li v-for="f in [...take.facts, ...take.remarks]" :key="f">{{ f }}</li>
  </ul>
</template>

<style scoped>
.proposal {
  border-inline-start: 4px solid var(--marigold);
  margin-top: 6px;
  padding-inline-start: 10px;
}

ul {
  font-size: var(--size-fact);
  padding-inline-start: 1.2em;
}
</style>
