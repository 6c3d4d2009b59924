<script setup lang="ts">
import { ref } from 'vue'
import type { Kept } from '../api/client'
import { useLoad, wordsOf } from '../shared/load'
import { shelf, shelfKinds, type ShelfKind } from '../shared/shelf'
import { tell } from '../shared/shell/notice'
import TryAgain from '../shared/shell/TryAgain.vue'

/** What was deleted, of every kind, with a way to bring it back. */
const emit = defineEmits<{ back: [] }>()
const kindWords: Record<ShelfKind, string> = { briefs: 'brief', rounds: 'round', phrases: 'phrase', instruments: 'instrument', scales: 'scale', ladders: 'ladder' }
const {
  value: deleted,
  failure,
  again,
} = useLoad(
  () => true,
  async () => (await Promise.all(shelfKinds.map((k) => shelf(k).trash()))).flatMap((page) => page.kept),
)
const busy = ref(false)

async function bringBack(kept: Kept) {
  busy.value = true
  try {
    await shelf(kept.kind as ShelfKind).restore(kept.id)
    tell(`“${kept.title}” is back.`)
    emit('back')
    await again()
  } catch (cause) {
    tell(wordsOf(cause))
  }
  busy.value = false
}
</script>

<template>
  <TryAgain :text="failure" @again="again" />
  <v-progress-linear v-if="!failure && !deleted" indeterminate color="primary" aria-label="Fetching what was deleted" />
  <p v-else-if="deleted && deleted.length === 0" class="nothing">Nothing is deleted. What you delete stays here until you bring it back.</p>
  <ul v-else-if="deleted" aria-label="Deleted">
    <li v-for="k in deleted" :key="k.id">
      <div class="what">
        <p class="title">{{ k.title }}</p>
        <p class="sentence">{{ kindWords[k.kind as ShelfKind] }}: {{ k.sentence }}</p>
      </div>
      <v-btn color="primary" variant="tonal" size="small" :disabled="busy" :aria-label="`Bring back ${k.title}`" @click="bringBack(k)">Bring back</v-btn>
    </li>
  </ul>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
}

li {
  align-items: start;
  border-top: 1px solid var(--rule);
  display: flex;
  gap: 20px;
  padding: 10px 0;
}

.what {
  flex: 1;
  min-width: 0;
}

.title {
  font-family: var(--face-heading);
  font-size: var(--size-lead);
  font-weight: 600;
  overflow-wrap: anywhere;
}

.sentence {
  color: var(--faint);
}

.nothing {
  padding: 32px 0;
}
</style>
