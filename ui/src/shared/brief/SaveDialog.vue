<script setup lang="ts">
import { say } from '../words'
import { computed } from 'vue'
import type { Kept } from '../../api/client'
import { narrow } from '../shell/narrow'

const open = defineModel<boolean>({ required: true })
const title = defineModel<string>('title', { required: true })
const notes = defineModel<string>('notes', { required: true })
defineProps<{ kept: Kept | undefined; sentence: string; failure: string; busy: boolean }>()
const emit = defineEmits<{ save: []; saveNew: [] }>()

const empty = computed(() => title.value.trim() === '')
</script>

<template>
  <v-dialog v-model="open" max-width="620" :fullscreen="narrow" :aria-label="say.save">
    <v-card border class="save">
      <form @submit.prevent="kept ? emit('save') : emit('saveNew')">
        <h2>{{ kept ? say.saveChanges : say.saveThisBrief }}</h2>
        <p class="sentence">{{ sentence }}</p>
        <v-text-field v-model="title" :label="say.title" autofocus maxlength="160" data-save="title" @focus="kept || $event.target.select()" />
        <v-textarea v-model="notes" :label="say.yourNotes" rows="4" maxlength="10000" data-save="notes" />
        <p v-if="failure" class="failure" role="alert">{{ say.whatYouTypedIsStillHere(failure) }}</p>
        <div class="actions">
          <v-btn type="submit" color="primary" variant="flat" :disabled="empty" :loading="busy" data-save="go">{{ say.save }}</v-btn>
          <v-btn v-if="kept" color="primary" :disabled="empty" @click="emit('saveNew')">{{ say.saveAsANewOne }}</v-btn>
          <v-btn @click="open = false">{{ say.close }}</v-btn>
        </div>
      </form>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.save {
  padding: 20px;
}

h2 {
  font-size: var(--size-heading);
}

.sentence {
  color: var(--faint);
  padding: 6px 0 16px;
}

.actions {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}

.failure {
  color: var(--brick);
  padding-bottom: 10px;
}
</style>
