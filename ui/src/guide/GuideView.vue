<script setup lang="ts">
import { pages } from 'virtual:guide'
import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useLoad } from '../shared/load'
import TryAgain from '../shared/shell/TryAgain.vue'
import { pageFor } from './pageFor'
import { say } from './words'

/** The guide: a page a task, beside the list of them. */
const route = useRoute()
const router = useRouter()
/** The page that is asked for, else the one for the screen that one comes from. */
const asked = computed(() => route.params.page || pageFor(String(route.query.for ?? ''))?.id)
const at = computed(() => (route.name === 'guide' ? pages.findIndex((p) => p.id === asked.value) : -1))
const page = computed(() => pages[at.value])
const next = computed(() => pages[at.value + 1])
const {
  value: html,
  failure,
  again,
} = useLoad(
  () => page.value,
  async (of) => (await of.load()).default,
)

/** Links between pages stay within the application. */
function follow(event: MouseEvent) {
  const to = (event.target as HTMLElement).closest<HTMLElement>('[data-page]')?.dataset.page
  if (!to) return
  event.preventDefault()
  void router.push({ name: 'guide', params: { page: to } })
}
const print = () => window.print()
</script>

<template>
  <div class="guide">
    <nav :aria-label="say.pages">
      <p class="part-title">{{ say.guide }}</p>
      <ol>
        <li v-for="p in pages" :key="p.id">
          <router-link :to="{ name: 'guide', params: { page: p.id } }" :aria-current="p === page ? 'page' : undefined">{{ p.title }}</router-link>
        </li>
      </ol>
    </nav>
    <article>
      <p v-if="!page">{{ say.noSuchPage }}</p>
      <TryAgain :text="failure" @again="again" />
      <!-- eslint-disable-next-line vue/no-v-html, vuejs-accessibility/click-events-have-key-events, vuejs-accessibility/no-static-element-interactions -- our own pages, made into HTML when the application is built; the links in them are links -->
      <div class="page" @click="follow" v-html="html ?? ''" />
      <p v-if="page" class="foot">
        <router-link v-if="next" :to="{ name: 'guide', params: { page: next.id } }" class="as-link">{{ say.next(next.title) }}</router-link>
        <v-btn color="primary" variant="tonal" data-do="print-guide" @click="print">{{ say.print }}</v-btn>
      </p>
    </article>
  </div>
</template>

<style scoped>
.guide {
  display: grid;
  gap: 48px;
  grid-template-columns: 260px minmax(0, 1fr);
  margin: auto;
  max-width: 1080px;
  padding: 16px 0 48px;
}

ol {
  list-style: none;
  padding: 0;
}

nav a {
  border-inline-start: 4px solid transparent;
  color: inherit;
  display: block;
  min-height: 36px;
  padding: 6px 8px;
  text-decoration: none;
}

nav a[aria-current] {
  background: var(--sheet);
  border-inline-start-color: var(--verdigris);
  font-weight: 700;
}

.page {
  max-width: 68ch;
}

.page :deep(h1) {
  font-size: var(--size-title);
  line-height: 32px;
  padding-bottom: 8px;
}

.page :deep(h2) {
  font-size: 1.125rem;
  padding: 16px 0 4px;
}

.page :deep(p),
.page :deep(li) {
  padding-bottom: 8px;
}

.page :deep(ol),
.page :deep(ul) {
  padding-inline-start: 28px;
}

.page :deep(img) {
  border: 1px solid var(--rule);
  display: block;
  height: auto;
  margin: 8px 0;
  max-width: 100%;
}

.page :deep(pre) {
  background: var(--sheet);
  border: 1px solid var(--rule);
  overflow-x: auto;
  padding: 8px 12px;
}

.page :deep(a) {
  color: var(--verdigris);
}

.foot {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 16px;
  justify-content: space-between;
  max-width: 68ch;
  padding-top: 16px;
}

@media (max-width: 800px) {
  .guide {
    gap: 16px;
    grid-template-columns: minmax(0, 1fr);
  }

  nav {
    order: 1;
  }
}

@media print {
  nav,
  .foot {
    display: none;
  }

  .guide {
    display: block;
  }
}
</style>
