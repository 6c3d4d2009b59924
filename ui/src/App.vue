<script setup lang="ts">
import { say } from './shared/words'
import { mdiChevronDown, mdiHelpCircleOutline, mdiWeatherNight, mdiWhiteBalanceSunny } from '@mdi/js'
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { useTheme } from 'vuetify'
import { onSignedOut } from './api/client'
import { begin, onAdopted, type Waiting } from './api/outbox'
import { did, keptTheme } from './shared/shell/kept'
import { compactBar } from './shared/shell/narrow'
import { phoneBar } from './shared/shell/phoneBar'
import { tell } from './shared/shell/notice'
import { screens } from './router'
import { useKeys } from './shared/shell/keys'
import { site } from './shared/shell/site'
import UnsavedBar from './shared/shell/UnsavedBar.vue'
import { playButton } from './shared/sound/playButton'
import { adoptedAnswer } from './shared/versions/adopted'

const NoticeBar = defineAsyncComponent(() => import('./shared/shell/NoticeBar.vue'))
const TwoVersions = defineAsyncComponent(() => import('./shared/versions/TwoVersions.vue'))
const KeysDialog = defineAsyncComponent(() => import('./shared/shell/KeysDialog.vue'))

const theme = useTheme()
const route = useRoute()
const dark = computed(() => keptTheme.value === 'lamp')
const keysOpen = ref(false)
/** What the bar of what waits takes of the window's foot. */
const foot = ref(0)

watch(keptTheme, (name) => theme.change(name))
watch(keysOpen, (now) => now && did('help'))
useKeys([{ key: '?', does: say.showThisList, run: () => (keysOpen.value = true) }])

if (!site.stand) begin()
onAdopted((of: Waiting, response) => void adoptedAnswer(of, response))
onSignedOut(() => tell(say.youreSignedOutSignInAgain, { label: say.signIn, run: () => void window.open('/signin', '_blank', 'noopener') }))

function toPlay() {
  playButton.value?.focus()
}
</script>

<template>
  <v-app>
    <nav :aria-label="say.shortcuts">
      <a href="#main" class="skip">{{ say.skipToTheContent }}</a>
      <a v-if="playButton" href="#play" class="skip" @click.prevent="toPlay">{{ say.skipToThePlayBar }}</a>
    </nav>
    <header>
      <router-link to="/" class="mark">
        <svg width="20" height="28" viewBox="0 0 20 28" aria-hidden="true">
          <path d="M0 9h20M0 19h20" class="line" />
          <rect x="2" y="3" width="6" height="12" rx="3" class="ink" />
          <rect x="12" y="12" width="6" height="12" rx="3" class="root" />
          <path d="M13.5 23v4M16.5 23v4" class="feet" />
        </svg>
        <span :class="{ unseen: compactBar }">Even Ladder</span>
      </router-link>
      <a v-if="site.room && !site.stand" href="/" class="room" :title="say.switchRooms(site.room)" data-do="rooms-of-teacher">{{ site.room }}</a>
      <v-menu v-if="compactBar">
        <template #activator="{ props: activator }">
          <v-btn v-bind="activator" :append-icon="mdiChevronDown" variant="text" data-do="screens">{{ route.meta.title }}</v-btn>
        </template>
        <nav class="drop" :aria-label="say.screens">
          <router-link v-for="s in screens" :key="s.name" :to="s.path" class="screen">{{ s.title }}</router-link>
        </nav>
      </v-menu>
      <nav v-else :aria-label="say.screens">
        <router-link v-for="s in screens" :key="s.name" :to="s.path">{{ s.title }}</router-link>
      </nav>
      <span class="grow" />
      <v-btn :icon="dark ? mdiWhiteBalanceSunny : mdiWeatherNight" :aria-label="dark ? say.daylightColours : say.lampLightColours" @click="keptTheme = dark ? 'paper' : 'lamp'" />
      <v-btn :icon="mdiHelpCircleOutline" :aria-label="say.shortcutsQuestionMark" @click="keysOpen = true" />
    </header>
    <main id="main" tabindex="-1" :style="phoneBar ? { paddingBottom: `${phoneBar + 16}px` } : undefined">
      <router-view />
    </main>
    <UnsavedBar v-model:height="foot" />
    <KeysDialog v-model="keysOpen" />
    <TwoVersions />
    <NoticeBar :foot="foot + phoneBar" />
  </v-app>
</template>

<style scoped>
header {
  align-items: center;
  border-bottom: 1px solid var(--rule);
  display: flex;
  gap: 28px;
  padding: 1px 24px;
}

.mark {
  align-items: center;
  color: inherit;
  display: flex;
  font-family: var(--face-heading);
  font-size: var(--size-lead);
  font-weight: 700;
  gap: 10px;
  text-decoration: none;
}

.mark .line {
  stroke: var(--rule);
}

.mark .ink {
  fill: var(--ink);
}

.mark .root {
  fill: var(--marigold);
}

.mark .feet {
  stroke: var(--ink);
  stroke-width: 1.4;
}

.room {
  border: 1px solid var(--rule);
  border-radius: 5px;
  color: inherit;
  font-size: var(--size-note);
  max-width: 12rem;
  overflow: hidden;
  padding: 2px 10px;
  text-decoration: none;
  text-overflow: ellipsis;
  white-space: nowrap;
}

nav {
  display: flex;
  gap: 20px;
}

nav.drop {
  display: block;
}

nav a {
  border-bottom: 2px solid transparent;
  color: inherit;
  padding: 6px 0;
  text-decoration: none;
}

nav a.router-link-exact-active {
  border-bottom-color: var(--verdigris);
}

.screen {
  color: inherit;
  display: block;
  min-height: 44px;
  padding: 10px 20px;
  text-decoration: none;
}

.screen.router-link-exact-active {
  border-inline-start: 3px solid var(--verdigris);
}

.grow {
  flex: 1;
}

main {
  margin: 0 auto;
  max-width: 1500px;
  outline: none;
  padding: 8px 24px 32px;
  width: 100%;
}

.skip {
  left: -999px;
  position: absolute;
}

.skip:focus {
  background: var(--sheet);
  left: 8px;
  padding: 8px;
  top: 4px;
  z-index: 10;
}

@media (max-width: 600px) {
  header {
    gap: 4px;
    padding-inline: 12px;
  }

  main {
    padding: 8px 16px 24px;
  }
}
</style>
