<script setup lang="ts">
import { say } from './words'
import { computed, nextTick, ref, watch } from 'vue'
import HomeDay from './HomeDay.vue'
import HomeWork from './HomeWork.vue'
import QrCode from './QrCode.vue'
import { read, write } from './kept'
import { useLog } from './log'
import { paint } from './theme'
import type { HomePage } from './main'

/** The page that a pupil takes home: what to practise, one work at a time, and what goes back to the teacher. */
const props = defineProps<{ page: HomePage }>()
const themeKey = 'even-ladder.home.theme'
const log = useLog(props.page)
const at = ref(0)
const now = new Date()
const today = `${now.getFullYear()}-${String(now.getMonth() + 1).padStart(2, '0')}-${String(now.getDate()).padStart(2, '0')}`
const dark = ref(read(themeKey) === 'lamp' || (!read(themeKey) && matchMedia('(prefers-color-scheme: dark)').matches))
watch(dark, paint, { immediate: true })
function turn() {
  dark.value = !dark.value
  write(themeKey, dark.value ? 'lamp' : 'paper')
}
/** The day of practice that is today's or the next one; the others stand behind a press. */
const first = computed(() => props.page.days.find((d) => d.date >= today) ?? props.page.days[0])
const rest = computed(() => props.page.days.filter((d) => d !== first.value))
async function go(work: number) {
  at.value = work
  await nextTick()
  document.querySelector('.work')?.scrollIntoView({ block: 'start' })
}
const back = ref(false)
const shownCode = ref(0)
const count = computed(() => log.tries.value.length)
const said = ref('')
const text = ref<HTMLTextAreaElement>()
/** How long a file that is saved is kept for the browser, in ms. */
const keptMs = 60_000

async function copy() {
  try {
    await navigator.clipboard.writeText(log.text.value)
    said.value = say.textCopied
  } catch {
    said.value = say.browserWontCopy
    back.value = true
    await nextTick()
    text.value?.select()
  }
}

function save() {
  const a = document.createElement('a')
  a.href = URL.createObjectURL(new Blob([`${log.text.value}\n`], { type: 'text/plain' }))
  a.download = 'practice-results.txt'
  a.click()
  // Safari reads it only later.
  setTimeout(() => URL.revokeObjectURL(a.href), keptMs)
}
</script>

<template>
  <header>
    <h1>{{ page.title }}</h1>
    <button type="button" class="plain" @click="turn">{{ dark ? say.daylightColours : say.lampLightColours }}</button>
  </header>
  <template v-if="page.days.length">
    <HomeDay v-if="first" :day="first" @go="go" />
    <details>
      <summary>{{ say.thisWeek }}</summary>
      <ol class="days">
        <li v-for="d in rest" :key="d.date"><HomeDay :day="d" @go="go" /></li>
      </ol>
    </details>
  </template>
  <nav v-else-if="page.works.length > 1" :aria-label="say.whatToPractise">
    <button v-for="(w, i) in page.works" :key="w.assignment" type="button" :aria-current="at === i ? 'true' : undefined" :data-work="i" @click="at = i">{{ w.title }}</button>
  </nav>
  <main>
    <HomeWork :key="at" :page="page" :index="at" :log="log" :single="page.works.length === 1" />
    <section class="back" aria-labelledby="back">
      <h2 id="back">{{ say.backToYourTeacher }}</h2>
      <p v-if="count === 0" class="faint">{{ say.triesStayHere }}</p>
      <template v-else>
        <p>{{ say.triesSaved(count) }}</p>
        <p v-if="!log.lasting.value" class="look" role="alert">{{ say.nothingIsSaved }}</p>
        <p class="go">
          <button type="button" data-do="code" :aria-expanded="back" @click="back = !back">{{ back ? say.hideTheCode : say.showTheCode }}</button>
          <button type="button" data-do="copy" @click="copy">{{ say.copyTheText }}</button>
          <button type="button" data-do="save" @click="save">{{ say.saveTheFile }}</button>
        </p>
        <p v-if="said" role="status">{{ said }}</p>
        <template v-if="back">
          <p v-if="log.codes.value.length > 1" class="go">
            <button v-for="(_, i) in log.codes.value" :key="i" type="button" :aria-current="shownCode === i ? 'true' : undefined" @click="shownCode = i">
              {{ say.codeOf(i, log.codes.value.length) }}
            </button>
          </p>
          <QrCode :text="log.codes.value[Math.min(shownCode, log.codes.value.length - 1)] ?? ''" :label="say.theResultsAsAQrCode" />
          <textarea ref="text" readonly rows="3" :value="log.text.value" :aria-label="say.theResultsAsText" />
        </template>
      </template>
    </section>
  </main>
</template>
