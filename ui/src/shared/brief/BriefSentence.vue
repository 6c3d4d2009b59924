<script setup lang="ts">
import { say } from '../words'
import { useResizeObserver } from '@vueuse/core'
import { computed, defineAsyncComponent, nextTick, onMounted, ref, watch } from 'vue'
import type { Brief, FieldError } from '../../api/client'
import { useCatalogue } from '../catalogue'
import { at, type Changes } from './query'
import { vRoving } from '../shell/roving'
import WordPicker from './WordPicker.vue'

const FinePoints = defineAsyncComponent(() => import('./FinePoints.vue'))

/** The brief as a sentence of words to press. */
const props = defineProps<{
  said: { sentenceParts: { text: string; field?: string }[]; spoken: string }
  brief: Brief | undefined
  problems: FieldError[]
  small?: boolean
  /** What it is in the outline of the page. */
  heading?: 'h1' | 'h2' | 'p'
  keeps?: boolean
  /** The brief as it was given, where that is known: what of it can be taken off. */
  given?: Brief | undefined
}>()
const emit = defineEmits<{ change: [changes: Changes]; keep: [] }>()

const { catalogue } = useCatalogue()
const pickers = ref<InstanceType<typeof WordPicker>[]>([])
const shown = computed(() => props.said.sentenceParts.flatMap((p) => (p.field ? [p.field] : [])))
// A word keeps the comma or full stop behind it on its line.
const pieces = computed(() =>
  props.said.sentenceParts.map((part, i, all) => {
    const mark = (p: typeof part | undefined) => (p && !p.field ? (/^[,.]/.exec(p.text)?.[0] ?? '') : '')
    return part.field ? { ...part, mark: mark(all[i + 1]) } : { ...part, text: all[i - 1]?.field ? part.text.slice(mark(part).length) : part.text, mark: '' }
  }),
)

/** The word of the sentence that a field's problem is shown at. */
function wordOf(field: string): string {
  if (shown.value.includes(field)) return field
  const fields = catalogue.value?.fields ?? []
  const row = fields.find((f) => f.path === field) ?? fields.find((f) => f.path.split('.')[0] === field.split('.')[0])
  return row && shown.value.includes(row.head) ? row.head : (shown.value[0] ?? '')
}

function problemAt(field: string) {
  return props.problems.find((p) => wordOf(p.field) === field)?.message
}

/** The fine points that the brief sets, each to be taken off. */
const extras = computed(() => {
  const given = props.given
  if (!given) return undefined
  const set = (catalogue.value?.fields ?? []).filter((f) => f.extra && at(given, f.path) !== undefined)
  return set.length ? Object.fromEntries(set.map((f) => [f.path, undefined])) : undefined
})

// A sentence of more than two lines is set in smaller letters, to a point.
const frame = ref<HTMLElement>()
const step = ref(0)
const smallest = 2
const mostLines = 2.4
const alike = 3

let fitted = 0
async function fit() {
  fitted = props.said.spoken.length
  step.value = 0
  await nextTick()
  while (frame.value && step.value < smallest && frame.value.clientHeight > mostLines * parseFloat(getComputedStyle(frame.value).lineHeight)) {
    step.value++
    await nextTick()
  }
}

/** To measure is to lay the whole page out: a sentence about as long as the one before, as of another key, is measured once it is shown. */
function fitSoon() {
  const close = Math.abs(props.said.spoken.length - fitted) <= alike
  if (close) requestAnimationFrame(() => setTimeout(fit))
  else void fit()
}

watch(() => props.said.spoken, fitSoon, { flush: 'post' })
onMounted(fit)
let width = 0
useResizeObserver(frame, ([entry]) => {
  const now = Math.round(entry?.contentRect.width ?? 0)
  if (now !== width && width) void fit()
  width = now
})

defineExpose({ focus: () => pickers.value[0]?.focus() })
</script>

<template>
  <component :is="heading ?? (small ? 'h2' : 'h1')" ref="frame" v-roving="'button.word'" class="sentence" :class="[`step${step}`, { small }]" :aria-label="said.spoken">
    <template v-for="(part, i) in pieces" :key="i">
      <span v-if="part.field" class="whole">
        <WordPicker ref="pickers" :field="part.field" :text="part.text" :brief="brief" :problem="problemAt(part.field)" @change="emit('change', $event)" />{{ part.mark }}
      </span>
      <template v-else>{{ part.text }}</template>
    </template>
    <FinePoints :brief="given ?? brief" :keeps="keeps ?? false" @change="emit('change', $event)" @keep="emit('keep')" />
    <button v-if="extras" type="button" class="again" data-do="plain" @click="emit('change', extras)">{{ say.backToPlain }}</button>
  </component>
</template>

<style scoped>
.sentence {
  font-size: var(--size-brief);
  font-weight: 600;
  line-height: 1.36;
  margin: 0;
  max-width: 62em;
  text-wrap: pretty;
  white-space: pre-wrap;
}

.sentence.step1 {
  font-size: calc(var(--size-brief) * 0.84);
}

.sentence.step2 {
  font-size: calc(var(--size-brief) * 0.72);
}

.again {
  color: var(--verdigris);
  font-family: var(--face-text);
  font-size: var(--size-note);
  font-weight: 400;
  margin-inline-start: 10px;
  min-height: 30px;
  vertical-align: middle;
  white-space: nowrap;
}

.again:hover {
  text-decoration: underline;
}

.sentence.small {
  font-size: var(--size-lead);
  max-width: none;
}

.whole {
  white-space: nowrap;
}
</style>
