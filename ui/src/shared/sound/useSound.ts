import { say } from '../words'
import type * as Tones from 'tone'
import { ref, watch } from 'vue'
import { keptLevel } from '../shell/kept'
import { makeOrchestra, type Orchestra } from './orchestra'

/** What sounds, made on the first press: browsers ask for one before sound. */
export function useSound() {
  const blocked = ref('')
  let tone: typeof Tones | undefined
  let orchestra: Orchestra | undefined

  /** The library and the sound come with the first press. */
  async function tune() {
    await import('./context')
    tone ??= await import('tone')
    await Promise.race([tone.start(), new Promise((resolve) => setTimeout(resolve, 1500))])
    if (tone.getContext().state !== 'running') {
      blocked.value = say.theBrowserBlocksSoundAllowSound
      return undefined
    }
    blocked.value = ''
    orchestra ??= makeOrchestra(tone)
    orchestra.level(keptLevel.value)
    return { tone, orchestra }
  }

  watch(keptLevel, (now) => orchestra?.level(now))
  return { blocked, tune, tone: () => tone, orchestra: () => orchestra }
}
