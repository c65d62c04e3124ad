import type { LiveSample } from '@ochote/contracts'

const FIELDS = ['timeMs', 'lat', 'lon', 'speedKmh', 'longG', 'latG', 'gear', 'throttlePct', 'brakePct'] as const
const FIRST_CAPACITY = 1_024

/** The latest samples of a logger in one array of numbers: about 72 bytes each. What a sample does not have is NaN. */
export class SampleRing {
  private values = new Float64Array(FIRST_CAPACITY * FIELDS.length)
  private capacity = FIRST_CAPACITY
  private count = 0
  /** number of the next sample */
  nextSeq: number

  constructor(nextSeq: number) {
    this.nextSeq = nextSeq
  }

  /** Number of the oldest sample that is still here. */
  get firstSeq(): number {
    return this.nextSeq - this.count
  }

  /** Adds the sample numbered `nextSeq`; the oldest goes where there would be more than `most`. */
  push(sample: LiveSample, most: number): void {
    if (this.count === this.capacity && this.capacity < most) this.resize(Math.min(most, 2 * this.capacity))
    else if (this.capacity > most) this.resize(most)
    const at = (this.nextSeq % this.capacity) * FIELDS.length
    FIELDS.forEach((field, k) => (this.values[at + k] = sample[field] ?? NaN))
    this.nextSeq++
    this.count = Math.min(this.capacity, this.count + 1)
  }

  /** Samples from a number on, at most so many. */
  from(seq: number, most: number): LiveSample[] {
    const first = Math.max(seq, this.firstSeq)
    return Array.from({ length: Math.max(0, Math.min(most, this.nextSeq - first)) }, (_, k) => this.at(first + k))
  }

  private at(seq: number): LiveSample {
    const at = (seq % this.capacity) * FIELDS.length
    const present = FIELDS.flatMap((field, k) => {
      const value = this.values[at + k]!
      return Number.isNaN(value) ? [] : [[field, value] as const]
    })
    return { seq, ...Object.fromEntries(present) } as LiveSample
  }

  private resize(capacity: number): void {
    const kept = Math.min(this.count, capacity)
    const values = new Float64Array(capacity * FIELDS.length)
    for (let seq = this.nextSeq - kept; seq < this.nextSeq; seq++) {
      const from = (seq % this.capacity) * FIELDS.length
      values.set(this.values.subarray(from, from + FIELDS.length), (seq % capacity) * FIELDS.length)
    }
    this.values = values
    this.capacity = capacity
    this.count = kept
  }
}
