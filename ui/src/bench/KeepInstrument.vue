<script setup lang="ts">
import { useDraft } from '../shared/shell/site'
import { ref } from 'vue'
import type { Plan } from '../api/client'
import { wordsOf } from '../shared/load'
import { shelf } from '../shared/shelf'
import { tell } from '../shared/shell/notice'
import { pretty } from '../shared/signs'
import { narrow } from '../shared/shell/narrow'

const open = defineModel<boolean>({ required: true })
const props = defineProps<{ instrument: Plan['brief']['instrument'] }>()

// What is typed here outlives a reload until it is kept.
const name = useDraft('keep', '')
const failure = ref('')

async function keep() {
  failure.value = ''
  try {
    await shelf('instruments').create({ title: name.value, instrument: props.instrument })
    tell(`${name.value} is kept: find it under the instrument.`)
    name.value = ''
    open.value = false
  } catch (cause) {
    failure.value = wordsOf(cause)
  }
}
</script>

<template>
  <v-dialog v-model="open" max-width="480" :fullscreen="narrow" aria-label="Keep this instrument">
    <v-card border class="keep">
      <form @submit.prevent="keep">
        <h2>Keep this instrument</h2>
        <p>{{ pretty((instrument.tuning ?? []).join(' ')) }}, {{ instrument.frets }} frets, {{ instrument.scaleLengthMm }} mm</p>
        <v-text-field v-model="name" label="Name" autofocus maxlength="160" />
        <p v-if="failure" class="failure" role="alert">{{ failure }}</p>
        <v-btn type="submit" color="primary" variant="flat" :disabled="!name.trim()">Keep</v-btn>
        <v-btn @click="open = false">Close</v-btn>
      </form>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.keep {
  padding: 20px;
}

.keep p {
  padding-bottom: 14px;
}

.failure {
  color: var(--brick);
}
</style>
