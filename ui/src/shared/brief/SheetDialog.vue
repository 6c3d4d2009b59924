<script setup lang="ts">
import { say } from '../words'
import { mdiDownload, mdiPrinter } from '@mdi/js'
import { computed, onUnmounted, ref, watch } from 'vue'
import type { Brief, Catalogue, Member } from '../../api/client'
import { keptClick, keptCountBars, keptCountIn, keptDivided, keptPaper, keptRoundLayout } from '../shell/kept'
import { wordsOf } from '../load'
import { tell } from '../shell/notice'
import { download, fetchDocument, printSheet, sheetPages, type Heard, type Making } from './sheet'
import CountIn from '../sound/CountIn.vue'
import ChoiceRow from '../shell/ChoiceRow.vue'
import { narrow } from '../shell/narrow'

const open = defineModel<boolean>({ required: true })
const props = defineProps<{ brief: Brief; catalogue: Catalogue | undefined; round?: boolean; members?: Member[] | undefined }>()
const making = computed<Making>(() => (props.members ? { of: 'together', members: props.members } : props.round ? { of: 'round', layout: keptRoundLayout.value } : { of: 'plan' }))

/** The kinds of file that there are; a group has those with a part for each. */
const formats = computed(() => (props.members ? props.catalogue?.groupFormats : props.catalogue?.formats))
const asked = computed(() => (open.value ? { brief: props.brief, making: making.value, paper: keptPaper.value } : undefined))
const pages = ref<string[]>([])
const drawing = ref(false)
const notDrawn = ref('')
const notMade = ref('')
const failure = computed(() => notMade.value || notDrawn.value)
const busy = ref('')
const heard = ref<Heard>('run')
const choruses = ref(1)
const tempos = ref<'' | 'three'>('')
watch(open, (now) => now && (heard.value = (props.brief.backing?.kind ?? 'none') === 'none' ? 'run' : 'with'))

function clear() {
  pages.value.forEach((url) => URL.revokeObjectURL(url))
  pages.value = []
}

/** Shows the pages as they come, until others are asked for. */
watch(
  asked,
  async (now) => {
    clear() // another sheet: the old pages are not to be taken for it
    notMade.value = notDrawn.value = ''
    if (!now) return
    drawing.value = true
    try {
      for await (const page of sheetPages(now.brief, now.making, now.paper)) {
        if (asked.value !== now) return
        pages.value.push(URL.createObjectURL(page))
      }
    } catch (cause) {
      if (asked.value === now) notDrawn.value = wordsOf(cause)
    } finally {
      if (asked.value === now) drawing.value = false
    }
  },
  { immediate: true },
)
onUnmounted(clear)

async function get(format: string) {
  busy.value = format
  try {
    const { blob, name } = await fetchDocument(props.brief, making.value, format, {
      paper: keptPaper.value,
      countIn: keptCountIn.value,
      countBars: keptCountBars.value,
      divided: keptDivided.value,
      click: keptClick.value,
      backing: heard.value,
      choruses: choruses.value,
      tempos: tempos.value,
    })
    download(blob, name)
    tell(say.isInYourDownloads(name))
  } catch (cause) {
    notMade.value = (cause as Error).message
  } finally {
    busy.value = ''
  }
}

async function print() {
  busy.value = 'print'
  try {
    await printSheet(props.brief, making.value, keptPaper.value)
  } catch (cause) {
    notMade.value = (cause as Error).message
  } finally {
    busy.value = ''
  }
}

defineExpose({ print })
</script>

<template>
  <v-dialog v-model="open" max-width="860" scrollable :fullscreen="narrow" :aria-label="say.sheet">
    <v-card border class="sheet">
      <div class="bar">
        <h2>{{ say.sheet }}</h2>
        <ChoiceRow v-model="keptPaper" :options="{ a4: 'A4', letter: say.letter }" :label="say.paper" />
        <ChoiceRow v-if="round" v-model="keptRoundLayout" :options="{ pages: say.fourKeysAPage, staff: say.withNotation, summary: say.onePage }" :label="say.pagesOfTheRound" />
        <span class="grow" />
        <v-btn color="primary" variant="flat" :prepend-icon="mdiPrinter" :loading="busy === 'print'" @click="print">{{ say.print }}</v-btn>
        <v-btn @click="open = false">{{ say.close }}</v-btn>
      </div>
      <div class="formats">
        <v-btn v-for="f in formats" :key="f.id" color="primary" variant="outlined" :prepend-icon="mdiDownload" :loading="busy === f.id" :data-format="f.id" @click="get(f.id)">
          {{ f.name }}
        </v-btn>
      </div>
      <div class="heard">
        <span>{{ say.audioAndMidi }}</span>
        <CountIn />
        <label><input v-model="keptClick" type="checkbox" /> {{ say.clickThroughout }}</label>
        <label v-if="!members">
          {{ say.backing }}
          <select v-model="heard" data-do="heard">
            <option value="run">{{ say.backingNone }}</option>
            <option value="with">{{ say.backingWith }}</option>
            <option value="alone">{{ say.backingAlone }}</option>
          </select>
        </label>
        <label v-if="!members">
          {{ say.tempos }}
          <select v-model="tempos" data-do="tempos">
            <option value="">{{ say.temposOwn }}</option>
            <option value="three">{{ say.temposThree }}</option>
          </select>
        </label>
        <label v-if="heard !== 'run' && !round">
          {{ say.choruses }}
          <select v-model.number="choruses" data-do="choruses">
            <option v-for="n in [1, 2, 3, 4, 6, 8, 12]" :key="n" :value="n">{{ n }}</option>
          </select>
        </label>
      </div>
      <div class="preview" tabindex="0" role="region" :aria-label="say.printPreview">
        <p v-if="failure" class="failure">{{ failure }}</p>
        <img v-for="(page, i) in pages" :key="page" :src="page" :alt="`Page ${i + 1} as it will print`" />
        <v-progress-linear v-if="drawing && !failure" indeterminate color="primary" :aria-label="say.drawingThePage" />
      </div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.sheet {
  padding: 16px;
}

.bar {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
}

.grow {
  flex: 1;
}

.formats {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  padding: 12px 0;
}

.heard {
  align-items: center;
  color: var(--faint);
  display: flex;
  flex-wrap: wrap;
  font-size: var(--size-note);
  gap: 4px 16px;
  padding-bottom: 8px;
}

.preview {
  background: rgb(var(--v-theme-rule));
  min-height: 200px;
  overflow-y: auto;
  padding: 16px;
}

.preview img {
  background: white;
  display: block;
  margin: 0 auto 12px;
  width: min(100%, 620px);
}

.failure {
  color: var(--brick);
}
</style>
