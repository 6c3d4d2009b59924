<script setup lang="ts">
import { say } from '../words'
import SignList from '../neck/SignList.vue'
import { useReturnFocus } from './returnFocus'
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { useLoad } from '../load'
import { keysNow } from './keys'
import { narrow } from './narrow'

/** The keys of this screen. */
const open = defineModel<boolean>({ required: true })
useReturnFocus(open)
const route = useRoute()
/** The page of the guide for this screen: read once it is asked for. */
const { value: page } = useLoad(
  () => (open.value ? String(route.name ?? '') : undefined),
  async (screen) => (await import('../../guide/pageFor')).pageFor(screen),
)
const names: Record<string, string> = { ' ': 'space' }
const keys = computed(() => [...keysNow])
</script>

<template>
  <v-dialog v-model="open" max-width="560" scrollable :fullscreen="narrow" :aria-label="say.shortcutsAndSymbols">
    <v-card class="keys" border>
      <div class="keys-head">
        <h2>{{ say.shortcutsAndSymbols }}</h2>
        <v-btn color="primary" variant="tonal" @click="open = false">{{ say.close }}</v-btn>
      </div>
      <p v-if="page" class="pages">
        <router-link :to="{ name: 'guide', params: { page: page.id } }" class="as-link" data-do="guide-page" @click="open = false">{{ say.guidePage(page.title) }}</router-link>
        <router-link :to="{ name: 'guide' }" class="as-link" @click="open = false">{{ say.allPagesOfTheGuide }}</router-link>
      </p>
      <SignList />
      <dl>
        <template v-for="k in keys" :key="k.key">
          <dt>{{ names[k.key] ?? k.key }}</dt>
          <dd>{{ k.does }}</dd>
        </template>
      </dl>
      <p>{{ say.onTheNeckArrowKeysGo }}</p>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.keys {
  gap: 12px;
  overflow-y: auto;
  padding: 20px;
}

.pages {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 24px;
}

.keys-head {
  align-items: center;
  display: flex;
  justify-content: space-between;
}

dl {
  display: grid;
  gap: 6px 16px;
  grid-template-columns: max-content 1fr;
}

dt {
  font-weight: 700;
}

dd {
  margin: 0;
}
</style>
