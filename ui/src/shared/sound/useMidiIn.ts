import { say } from '../words'
import { onScopeDispose, ref, watch, type Ref } from 'vue'

/** A note that was struck: its MIDI number, and seconds from the press of play. */
export interface Struck {
  midi: number
  onsetSec: number
}

const noteOn = 0x90
const drums = 9
/** The last note may come late: it counts for so long after the end, in ms. */
const lateFor = 500

/** Listens to every MIDI instrument that is plugged in; what was struck while it played is told note by note, and handed over once it has stopped. */
export function useMidiIn(playing: Ref<boolean>, hand: (struck: Struck[]) => void, tell: (struck: Struck[]) => void = () => undefined) {
  const supported = 'requestMIDIAccess' in navigator
  const listening = ref(false)
  const inputs = ref<string[]>([])
  const trouble = ref('')
  let access: MIDIAccess | undefined
  let begun = 0
  let struck: Struck[] = []
  let open = playing.value
  let closing: ReturnType<typeof setTimeout> | undefined

  function hear(event: MIDIMessageEvent) {
    const [status = 0, midi = 0, velocity = 0] = event.data ?? []
    if (!open || (status & 0xf0) !== noteOn || velocity === 0 || (status & 0x0f) === drums) return
    struck.push({ midi, onsetSec: Math.max((event.timeStamp - begun) / 1000, 0) })
    tell(struck)
  }

  function attach() {
    const all = [...(access?.inputs.values() ?? [])]
    for (const input of all) input.onmidimessage = hear
    inputs.value = all.map((i) => i.name ?? say.anInstrument)
  }

  async function listen() {
    trouble.value = ''
    try {
      access = await navigator.requestMIDIAccess()
      access.onstatechange = attach
      attach()
      listening.value = true
    } catch {
      trouble.value = say.theBrowserBlocksMidiOnThis
    }
  }

  function leave() {
    for (const input of access?.inputs.values() ?? []) input.onmidimessage = null
    listening.value = false
  }

  function close() {
    clearTimeout(closing)
    closing = undefined
    open = false
    if (listening.value && struck.length > 0) hand(struck)
    struck = []
  }

  watch(playing, (now) => {
    if (!now) {
      closing = setTimeout(close, lateFor)
      return
    }
    if (closing) close()
    open = true
    begun = performance.now()
  })
  onScopeDispose(() => {
    clearTimeout(closing)
    leave()
  })

  return { supported, listening, inputs, trouble, listen, leave }
}
