<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Brief, FieldError } from '../../api/client'
import { useCatalogue } from '../catalogue'
import FinePoints from './FinePoints.vue'
import type { Changes } from './query'
import WordPicker from './WordPicker.vue'

/** The brief as a sentence of words to press. */
const props = defineProps<{
  said: { sentenceParts: { text: string; field?: string }[]; spoken: string }
  brief: Brief | undefined
  problems: FieldError[]
  small?: boolean
  keeps?: boolean
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

defineExpose({ focus: () => pickers.value[0]?.focus() })
</script>

<template>
  <component :is="small ? 'h2' : 'h1'" class="sentence" :class="{ small }" :aria-label="said.spoken">
    <template v-for="(part, i) in pieces" :key="i">
      <span v-if="part.field" class="whole">
        <WordPicker ref="pickers" :field="part.field" :text="part.text" :brief="brief" :problem="problemAt(part.field)" @change="emit('change', $event)" />{{ part.mark }}
      </span>
      <template v-else>{{ part.text }}</template>
    </template>
    <FinePoints :brief="brief" :shown="shown" :keeps="keeps ?? false" @change="emit('change', $event)" @keep="emit('keep')" />
  </component>
</template>

<style scoped>
.sentence {
  font-size: var(--size-brief);
  font-weight: 600;
  line-height: 1.42;
  margin: 0;
  max-width: 62em;
  text-wrap: pretty;
  white-space: pre-wrap;
}

.sentence.small {
  font-size: var(--size-lead);
  max-width: none;
}

.whole {
  white-space: nowrap;
}
</style>
