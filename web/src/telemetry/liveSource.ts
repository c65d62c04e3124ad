import type { PlanSolution } from '@ochote/core'
import { followCar, type LiveCar } from './followCar'

/** What a car's logger sends. A part of the page subscribes to what it needs, and is not drawn again for anything else. */
export class LiveSource {
  private readonly listeners = new Set<() => void>()
  private stopFollowing: (() => void) | null = null
  private now: LiveCar | null = null
  private followed: string | null = null

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }

  readonly car = (): LiveCar | null => this.now
  readonly loggerId = (): string | null => this.followed

  /** Follows another logger, or none. */
  follow(loggerId: string | null, plan: PlanSolution): void {
    this.stopFollowing?.()
    this.now = null
    this.followed = loggerId
    this.stopFollowing =
      loggerId === null
        ? null
        : followCar(loggerId, plan, (car) => {
            this.now = car
            this.tell()
          })
    this.tell()
  }

  stop(): void {
    this.stopFollowing?.()
    this.stopFollowing = null
  }

  private tell(): void {
    this.listeners.forEach((listener) => listener())
  }
}
