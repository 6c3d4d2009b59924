<script setup lang="ts">
import { ref } from 'vue'
import { api, take, type Brief, type Member } from '../api/client'
import { useLoad } from '../shared/load'
import { pretty } from '../shared/signs'
import { say } from './words'

/** Which keys suit the whole group, the easiest for all first; a press takes one. */
const props = defineProps<{ brief: Brief; members: Member[] }>()
const emit = defineEmits<{ choose: [tonic: string] }>()
const open = ref(false)
const { value: keys, failure } = useLoad(
  () => (open.value ? { brief: props.brief, members: props.members } : undefined),
  async (body, signal) => (await take(api.POST('/api/v1/together/keys', { body, signal }))).keys,
)
</script>

<template>
  <v-menu v-model="open" :close-on-content-click="false">
    <template #activator="{ props: activator }">
      <v-btn v-bind="activator" color="primary" variant="tonal" data-do="which-key">{{ say.whichKey }}</v-btn>
    </template>
    <div class="drop keys" role="dialog" :aria-label="say.whichKey">
      <p class="panel-title">{{ say.whichKey }}</p>
      <p class="note">{{ say.keysInOrder }}</p>
      <p v-if="failure" class="trouble" role="alert">{{ failure }}</p>
      <v-progress-linear v-else-if="!keys" indeterminate color="primary" :aria-label="say.comparing" />
      <ul>
        <li v-for="k in keys" :key="k.tonic">
          <button type="button" class="as-link" :data-key="k.tonic" @click="((open = false), emit('choose', k.tonic))">{{ pretty(k.tonic) }}</button>
          <span class="note">{{ k.cannot.length ? say.noRoomFor(k.cannot.join(', ')) : k.words }}{{ k.now ? ` (${say.thisKey})` : '' }}</span>
        </li>
      </ul>
    </div>
  </v-menu>
</template>

<style scoped>
.keys {
  max-height: 70vh;
  min-width: 300px;
  overflow-y: auto;
  padding: 12px 16px;
}

ul {
  list-style: none;
  padding: 0;
}

li {
  align-items: baseline;
  display: grid;
  gap: 8px;
  grid-template-columns: 2.5em 1fr;
  min-height: 32px;
}

.trouble {
  color: var(--brick);
}
</style>
