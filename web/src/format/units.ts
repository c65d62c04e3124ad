import { useSyncExternalStore } from 'react'
import type { Units } from '@ochote/contracts'
import { unitSets, type UnitSet } from '@ochote/core'

const STORED_AS = 'ochote.units'

/** The school's units, for every figure on the page; kept on the device, so that a page opens in them. */
let units: Units = typeof localStorage !== 'undefined' && localStorage.getItem(STORED_AS) === 'imperial' ? 'imperial' : 'metric'
const listeners = new Set<() => void>()

/** Whether this device was told the school's units before: if not, a page waits for them rather than change under a hand. */
export const areUnitsKnown = (): boolean => localStorage.getItem(STORED_AS) !== null

export const unitsNow = (): Units => units
export const unitSet = (): UnitSet => unitSets[units]

/** What wind is shown in: m/s beside km/h, as forecasts have it, and mph beside mph. */
export const windUnit = (): { readonly name: string; readonly mps: number } =>
  units === 'imperial' ? { name: 'mph', mps: unitSets.imperial.speedMps } : { name: 'm/s', mps: 1 }

/** Takes over the school's units. */
export function setUnits(next: Units): void {
  localStorage.setItem(STORED_AS, next)
  if (next === units) return
  units = next
  for (const listener of listeners) listener()
}

const subscribe = (listener: () => void) => {
  listeners.add(listener)
  return () => void listeners.delete(listener)
}
/** The units in use: what shows figures is drawn again when they change. */
export const useUnits = (): Units => useSyncExternalStore(subscribe, () => units)
