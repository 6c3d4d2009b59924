import { useEventListener } from '@vueuse/core'
import { computed, onScopeDispose, ref, shallowRef } from 'vue'

/** Says words aloud where the system has a voice of its own: nothing goes over the network. */
export function useSpeech() {
  const speech = 'speechSynthesis' in window ? window.speechSynthesis : undefined
  const voices = shallowRef<SpeechSynthesisVoice[]>(speech?.getVoices() ?? [])
  useEventListener(speech, 'voiceschanged', () => (voices.value = speech?.getVoices() ?? []))
  const voice = computed(() => voices.value.find((v) => v.localService && v.lang.startsWith('en')))
  const supported = computed(() => !!voice.value)
  const speaking = ref(false)

  function say(words: string) {
    if (!speech || !voice.value) return
    speech.cancel()
    const said = new SpeechSynthesisUtterance(words)
    said.lang = 'en'
    said.voice = voice.value
    said.onstart = () => (speaking.value = true)
    said.onend = said.onerror = () => (speaking.value = false)
    speech.speak(said)
  }

  function hush() {
    speech?.cancel()
    speaking.value = false
  }

  onScopeDispose(hush)
  return { supported, speaking, say, hush }
}
