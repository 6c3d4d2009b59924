<script setup lang="ts">
import { say } from '../words'
import { mdiContentSaveOutline, mdiHelpCircleOutline, mdiLinkVariant, mdiPrinterOutline } from '@mdi/js'
import { useEventListener } from '@vueuse/core'
import { computed, defineAsyncComponent, nextTick, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import BriefSentence from './BriefSentence.vue'
import BriefSummary from './BriefSummary.vue'
import ProblemList from './ProblemList.vue'
import { titleOf } from './title'
import { useSaved } from './useSaved'
import type { Work } from './useWork'
import { narrow } from '../shell/narrow'
import MoreMenu, { type More } from '../shell/MoreMenu.vue'
import { tell } from '../shell/notice'
import { useReturnFocus } from '../shell/returnFocus'
import type { Brief, Member } from '../../api/client'
import { site } from '../shell/site'

const SheetDialog = defineAsyncComponent(() => import('./SheetDialog.vue'))
const SaveDialog = defineAsyncComponent(() => import('./SaveDialog.vue'))

/** The head of a screen on a brief: its sentence, what is wrong with it, keeping and printing it. */
const props = defineProps<{
  work: Work
  said: { sentenceParts: { text: string; field?: string }[]; spoken: string; sentence: string; brief: Brief }
  round?: boolean
  /** It is for the members of a group. */
  members?: Member[] | undefined
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

/** On a phone the sentence is folded: opened by a press, and by what is wrong with it. */
const unfolded = ref(false)
watch(
  () => problems.value.length,
  (n) => n && (unfolded.value = true),
)
function focus() {
  unfolded.value = true
  void nextTick(() => sentence.value?.focus())
}

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

const route = useRoute()
const more = computed<More[]>(() => [
  ...(narrow.value ? (props.more ?? []) : []),
  { id: 'sheet', title: say.printSheet, icon: mdiPrinterOutline, run: () => (sheetOpen.value = true) },
  ...(site.stand || props.saves ? [] : [{ id: 'save', title: say.save, icon: mdiContentSaveOutline, run: () => (saveOpen.value = true) }]),
  ...(narrow.value ? [] : (props.more ?? [])),
  { id: 'link', title: say.copyLink, icon: mdiLinkVariant, run: () => void copyLink() },
  { id: 'guide', title: say.guide, icon: mdiHelpCircleOutline, to: { name: 'guide', query: { for: String(route.name) } } },
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

defineExpose({ focus, unfold: () => (unfolded.value = true), print: () => (sheetOpen.value = true) })
</script>

<template>
  <BriefSummary v-model="unfolded" :parts="said.sentenceParts" heading="h1">
    <template #more><MoreMenu :items="more" :alone="say.more" /></template>
    <div class="top">
      <BriefSentence
        ref="sentence"
        :heading="narrow ? 'p' : 'h1'"
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
        <MoreMenu v-if="!narrow" :items="more" />
      </div>
    </div>
  </BriefSummary>
  <p class="unseen" role="status">{{ announced }}</p>
  <ProblemList v-if="problems.length" :back="say.backToWhatWorked" :problems="problems" :brief="said.brief" @change="change" @back="work.replaceBrief(worked ?? said.brief)" />
  <SheetDialog ref="sheet" v-model="sheetOpen" :round="round ?? false" :members="members" :brief="said.brief" :catalogue="catalogue" />
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
</style>
