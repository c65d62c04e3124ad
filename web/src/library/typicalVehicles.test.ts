import { describe, expect, it } from 'vitest'
import { vehicleKinds, vehicleSchema } from '@ochote/contracts'
import { powerKwOf } from '@ochote/core'
import { typicalVehicles } from './typicalVehicles'

describe('typical figures', () => {
  it.each(vehicleKinds)('of a %s are a vehicle of that kind, and say that nobody measured them', (kind) => {
    const vehicle = vehicleSchema.parse(typicalVehicles[kind])
    expect(vehicle.kind).toBe(kind)
    expect(vehicle.notes).toContain('not measured')
    expect(powerKwOf(vehicle)).toBeGreaterThan(5)
    expect(powerKwOf(vehicle)).toBeLessThan(100)
  })
})
