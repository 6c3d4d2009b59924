import { say } from '../words'
import { computed, onScopeDispose, ref } from 'vue'
import { Rise } from './rise'
import tape from './tape.worklet?worker&url'
import { wavFile } from './wavFile'

/** Longer than this nothing is kept. */
const mostSeconds = 5 * 60
/** Peaks beyond which a level is too loud, and under which it is too quiet. */
const loud = 0.97
const quiet = 0.03
/** Seconds by which a loud moment is remembered. */
const remembered = 1.5

/** The microphone: its level, and what is played into it. Nothing of it leaves the machine but to the application itself. */
export function useMicrophone() {
  const supported = !!navigator.mediaDevices?.getUserMedia
  const on = ref(false)
  const starting = ref(false)
  const trouble = ref('')
  /** The loudest of the last moments, 0 to 1. */
  const peak = ref(0)
  const recording = ref(false)
  /** How often something has begun to sound. */
  const risen = ref(0)
  let rise = new Rise()
  let parts: Float32Array[] = []
  let samples = 0
  let stream: MediaStream | undefined
  let context: AudioContext | undefined
  let loudAt = 0
  /** Held on to: what nothing refers to falls silent. */
  let chain: AudioNode[] = []

  const level = computed(() => (peak.value >= loud ? say.tooLoud : peak.value < quiet ? say.tooQuiet : 'good'))

  function gather(part: Float32Array) {
    let most = 0
    for (const s of part) most = Math.max(most, Math.abs(s))
    const now = context?.currentTime ?? 0
    if (most >= peak.value || now - loudAt > remembered) {
      peak.value = most
      loudAt = now
    }
    if (rise.hear(part)) risen.value++
    if (!recording.value || !context || samples > mostSeconds * context.sampleRate) return
    parts.push(part)
    samples += part.length
  }

  /** Asks for the microphone, as it hears: what browsers do to voices would spoil plucked strings. */
  async function start() {
    if (on.value || starting.value) return
    starting.value = true
    trouble.value = ''
    try {
      stream = await navigator.mediaDevices.getUserMedia({ audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false, channelCount: 1 } })
      context = new AudioContext()
      await context.audioWorklet.addModule(tape)
      const node = new AudioWorkletNode(context, 'tape', { numberOfOutputs: 0 })
      node.port.onmessage = (message: MessageEvent<Float32Array>) => gather(message.data)
      const source = context.createMediaStreamSource(stream)
      source.connect(node)
      chain = [source, node]
      await context.resume()
      rise = new Rise()
      for (const track of stream.getTracks()) track.onended = unplugged
      on.value = true
    } catch (cause) {
      release()
      const refused = cause instanceof DOMException && cause.name === 'NotAllowedError'
      trouble.value = refused ? say.theBrowserBlocksTheMicrophoneOn : say.noMicrophoneFoundConnectOneOr
    } finally {
      starting.value = false
    }
  }

  function unplugged() {
    trouble.value = say.theMicrophoneWasDisconnectedWhatIt
    release()
  }

  function release() {
    for (const track of stream?.getTracks() ?? []) {
      track.onended = null
      track.stop()
    }
    stream = undefined
    for (const node of chain) node.disconnect()
    chain = []
    void context?.close().catch(() => undefined)
    on.value = false
    peak.value = 0
  }

  function record() {
    parts = []
    samples = 0
    recording.value = true
  }

  /** Ends the recording, and gives what was heard; nothing where nothing was. */
  function end(): Blob | undefined {
    recording.value = false
    return samples > 0 ? wavFile(parts, rate()) : undefined
  }

  const rate = () => context?.sampleRate ?? 44100

  /** What was recorded from a second on. */
  function since(second: number): Blob {
    let skip = Math.max(Math.round(second * rate()), 0)
    const rest: Float32Array[] = []
    for (const part of parts) {
      if (skip < part.length) rest.push(part.subarray(skip))
      skip = Math.max(skip - part.length, 0)
    }
    return wavFile(rest, rate())
  }

  const seconds = () => samples / rate()

  /** Whether something has sounded over the noise of the room within so many seconds. */
  const sounds = (within: number) => rise.within(within * rate())

  onScopeDispose(release)
  return { supported, on, starting, trouble, peak, level, recording, risen, start, stop: release, record, end, since, seconds, sounds }
}
