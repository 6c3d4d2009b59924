import { say } from './words'
import { onBeforeUnmount, ref, watch, type Ref } from 'vue'

/** How often a picture of the camera is looked at, in ms. */
const every = 200

/** Reads QR codes before the camera, once it is asked for with a press. */
export function useCamera(video: Ref<HTMLVideoElement | undefined>, found: (text: string) => void) {
  const on = ref(false)
  const trouble = ref('')
  let stream: MediaStream | undefined
  let timer = 0

  async function start() {
    trouble.value = ''
    try {
      stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment' } })
      on.value = true
      const { default: read } = await import('jsqr')
      const context = document.createElement('canvas').getContext('2d', { willReadFrequently: true })
      timer = window.setInterval(() => {
        const v = video.value
        if (!v?.videoWidth || !context) return
        context.canvas.width = v.videoWidth
        context.canvas.height = v.videoHeight
        context.drawImage(v, 0, 0)
        const { data, width, height } = context.getImageData(0, 0, v.videoWidth, v.videoHeight)
        const code = read(data, width, height)
        if (code) found(code.data)
      }, every)
    } catch {
      stop()
      trouble.value = say.noCameraHereOrTheBrowser
    }
  }

  function stop() {
    window.clearInterval(timer)
    stream?.getTracks().forEach((t) => t.stop())
    stream = undefined
    on.value = false
  }

  watch(video, (v) => {
    if (!v || !stream) return
    v.srcObject = stream
    void v.play()
  })
  onBeforeUnmount(stop)
  return { on, trouble, start, stop }
}
