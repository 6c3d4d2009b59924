// Runs beside the page and hands every stretch of sound over.
declare class AudioWorkletProcessor {
  readonly port: MessagePort
}
declare function registerProcessor(name: string, made: typeof AudioWorkletProcessor): void

const stretch = 1024

class Tape extends AudioWorkletProcessor {
  private gathered = new Float32Array(stretch)
  private at = 0

  process(inputs: Float32Array[][]) {
    for (const sample of inputs[0]?.[0] ?? []) {
      this.gathered[this.at++] = sample
      if (this.at < stretch) continue
      this.port.postMessage(this.gathered)
      this.gathered = new Float32Array(stretch)
      this.at = 0
    }
    return true
  }
}

registerProcessor('tape', Tape)
