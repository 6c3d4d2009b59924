<script setup lang="ts">
import { say } from '../words'
import { mdiContentSaveOutline, mdiLinkVariant, mdiPrinterOutline } from '@mdi/js'
import { useEventListener } from '@vueuse/core'
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import BriefSentence from './BriefSentence.vue'
import ProblemList from './ProblemList.vue'
import { titleOf } from './title'
import { useSaved } from './useSaved'
import type { Work } from './useWork'
import MoreMenu, { type More } from '../shell/MoreMenu.vue'
import { tell } from '../shell/notice'
import { useReturnFocus } from '../shell/returnFocus'
import type { Brief } from '../../api/client'
import { site } from '../shell/site'

const SheetDialog = defineAsyncComponent(() => import('./SheetDialog.vue'))
const SaveDialog = defineAsyncComponent(() => import('./SaveDialog.vue'))

/** The head of a screen on a brief: its sentence, what is wrong with it, keeping and printing it. */
const props = defineProps<{
  work: Work
  said: { sentenceParts: { text: string; field?: string }[]; spoken: string; sentence: string; brief: Brief }
  round?: boolean
  keeps?: boolean
  /** Saving is a button of its own, not in the menu. */
  saves?: boolean
  more?: More[]
}>()
const emit = defineEmits<{ keep: [] }>()

const { problems, change, catalogue, worked } = props.work
const saved = useSaved(props.work)
const { kept, draft, dirty, failure, busy } = saved

// A changed plan is said once; the first one is the heading itself.
const announced = ref('')
watch(
  () => props.said.spoken,
  (now) => (announced.value = now),
)

const sentence = ref<InstanceType<typeof BriefSentence>>()
const sheetOpen = ref(false)
const saveOpen = ref(false)
useReturnFocus(sheetOpen)
useReturnFocus(saveOpen)

/** A title that is suggested gives way to the next one, one's own does not. */
let suggested = ''
watch(saveOpen, (now) => {
  if (!now || kept.value || (draft.value.title && draft.value.title !== suggested)) return
  draft.value.title = suggested = titleOf(props.said.sentenceParts)
})

const more = computed<More[]>(() => [
  { id: 'sheet', title: say.printSheet, icon: mdiPrinterOutline, run: () => (sheetOpen.value = true) },
  ...(site.stand || props.saves ? [] : [{ id: 'save', title: say.save, icon: mdiContentSaveOutline, run: () => (saveOpen.value = true) }]),
  ...(props.more ?? []),
  { id: 'link', title: say.copyLink, icon: mdiLinkVariant, run: () => void copyLink() },
])

async function copyLink() {
  try {
    await navigator.clipboard.writeText(location.href)
    tell(say.linkCopied)
  } catch {
    tell(say.theBrowserWontCopyHereThe(location.href))
  }
}

const sheet = ref<{ print: () => Promise<void> }>()
// What is printed is the sheet, whatever key asks for it.
useEventListener(window, 'keydown', (event: KeyboardEvent) => {
  if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'p') return
  event.preventDefault()
  if (sheetOpen.value) void sheet.value?.print()
  else sheetOpen.value = true
})

async function save(store: () => Promise<boolean>) {
  if (await store()) saveOpen.value = false
}

defineExpose({ focus: () => sentence.value?.focus(), print: () => (sheetOpen.value = true) })
</script>

<template>
  <div class="top">
    <BriefSentence
      ref="sentence"
      :keeps="!!keeps && !site.stand"
      :said="said"
      :brief="said.brief"
      :given="work.brief.value"
      :problems="problems"
      @change="change"
      @keep="emit('keep')"
    />
    <div class="actions">
      <p v-if="kept" class="kept">
        {{ kept.title }}<span v-if="dirty"> {{ say.changed }}</span>
      </p>
      <slot />
      <v-btn v-if="saves && !site.stand" color="primary" variant="tonal" :prepend-icon="mdiContentSaveOutline" data-do="save" @click="saveOpen = true">{{ say.save }}</v-btn>
      <MoreMenu :items="more" />
    </div>
  </div>
  <p class="unseen" role="status">{{ announced }}</p>
  <ProblemList v-if="problems.length" :back="say.backToWhatWorked" :problems="problems" :brief="said.brief" @change="change" @back="work.replaceBrief(worked ?? said.brief)" />
  <SheetDialog ref="sheet" v-model="sheetOpen" :round="round ?? false" :brief="said.brief" :catalogue="catalogue" />
  <SaveDialog
    v-model="saveOpen"
    v-model:title="draft.title"
    v-model:notes="draft.notes"
    :kept="kept"
    :sentence="said.sentence"
    :failure="failure"
    :busy="busy"
    @save="save(saved.saveOver)"
    @save-new="save(saved.saveNew)"
  />
</template>

<style scoped>
.top {
  align-items: start;
  display: flex;
  gap: 16px;
  justify-content: space-between;
}

.actions {
  align-items: center;
  display: flex;
  flex: 0 0 auto;
  flex-wrap: wrap;
  gap: 8px;
  justify-content: end;
  max-width: 340px;
}

.kept {
  color: var(--faint);
  font-size: var(--size-note);
  order: 1;
  text-align: end;
  width: 100%;
}

@media (max-width: 1000px) {
  .top {
    flex-direction: column;
    gap: 8px;
  }

  .actions {
    justify-content: start;
    max-width: none;
  }

  .kept {
    text-align: start;
  }
}

@media (max-width: 600px) {
  .actions :deep(.v-btn) {
    min-height: 44px;
  }
}
</style>
