/** Samples of a moment, some 12 ms. */
const moment = 512
/** A moment sounds from so many times the floor on; the floor falls at once, and grows so much from one to the next: 0.5 dB a second. */
const overFloor = 2
const grows = 1.0007
/** A rise is so many times the softest of the last moments; what begins so softly is silence. */
const times = 1.6
const before = 6
const silence = 0.0015

/** Whether something sounds over the floor of a room, and when it last began to: what a listener need not look at is told here, without a look at pitch. */
export class Rise {
  private floor = Infinity
  private last: number[] = []
  private rest = new Float32Array(0)
  private moments = 0
  /** Moments ago that something sounded. */
  private quiet = Infinity
  private risen = -Infinity

  /** Takes sound on. Tells whether something began in it. */
  hear(part: Float32Array): boolean {
    const all = new Float32Array(this.rest.length + part.length)
    all.set(this.rest)
    all.set(part, this.rest.length)
    let rose = false
    let at = 0
    for (; at + moment <= all.length; at += moment) rose = this.next(all.subarray(at, at + moment)) || rose
    this.rest = all.slice(at)
    return rose
  }

  private next(samples: Float32Array): boolean {
    let square = 0
    for (const s of samples) square += s * s
    const level = Math.sqrt(square / samples.length)
    this.floor = Math.min(this.floor * grows, Math.max(level, silence))
    const softest = Math.max(Math.min(...this.last, this.last.length ? Infinity : level), silence)
    const rises = level > times * softest
    this.quiet = rises || level > overFloor * this.floor ? 0 : this.quiet + 1
    this.last = [...this.last.slice(1 - before), level]
    this.moments++
    const anew = rises && this.moments - this.risen > before
    if (rises) this.risen = this.moments
    return anew
  }

  /** Whether something has sounded within so many samples. */
  within(samples: number): boolean {
    return this.quiet * moment <= samples
  }
}
