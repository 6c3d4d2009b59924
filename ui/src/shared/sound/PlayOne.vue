<script setup lang="ts">
import { mdiPlay, mdiStop } from '@mdi/js'
import { computed, ref, watch } from 'vue'
import { api, take, type Brief, type Plan } from '../../api/client'
import { useLoad } from '../load'
import { say } from '../words'
import { pieceOf } from './timeline'
import { usePlayer } from './usePlayer'

/** Plays one of several plans on a screen; what else sounds stops. A plan that is not here yet is fetched on the press. */
const props = defineProps<{ name: string; plan?: Plan | undefined; brief?: Brief | undefined }>()
const emit = defineEmits<{ at: [event: number] }>()
const wanted = ref(false)
const { value: fetched, failure } = useLoad(
  () => (wanted.value && !props.plan ? props.brief : undefined),
  (body, signal) => take(api.POST('/api/v1/plan', { body, signal })),
)
const plan = computed(() => props.plan ?? fetched.value)
const player = usePlayer(computed(() => plan.value && pieceOf(plan.value)))
watch(fetched, (now) => now && wanted.value && !player.playing.value && player.toggle())
watch(
  () => (player.playing.value ? player.current.value : -1),
  (now) => emit('at', now),
)

function press() {
  if (plan.value) player.toggle()
  else wanted.value = true
}
</script>

<template>
  <v-btn
    color="primary"
    :icon="player.playing.value ? mdiStop : mdiPlay"
    :loading="player.starting.value || (wanted && !plan && !failure)"
    :aria-label="player.playing.value ? say.stopThis(name) : say.playThis(name)"
    data-do="play-one"
    @click="press"
  />
</template>
