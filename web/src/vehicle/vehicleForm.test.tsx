import { screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it, vi } from 'vitest'
import { vehicleSchema } from '@ochote/contracts'
import { renderPage } from '../fixtures/render'
import { vehicle } from '../fixtures/stadium'
import { EstimateFromLap } from './EstimateFromLap'
import { fromForm, toForm, vehicleProblems } from './vehicleForm'

const check = (change: Partial<ReturnType<typeof toForm>>) => vehicleProblems({ ...toForm(vehicle), ...change })

describe('a vehicle as it is typed', () => {
  it('comes back as it was', () => {
    expect(vehicleSchema.parse(fromForm(toForm(vehicle)))).toEqual(vehicle)
    expect(vehicleSchema.parse(fromForm({ ...toForm(vehicle), kind: 'motorcycle', maxLeanDeg: '46,5' })).maxLeanDeg).toBe(46.5)
  })

  it('is refused by the field, with what is expected of it', () => {
    expect(check({})).toEqual({})
    expect(check({ massKg: '-3' }).massKg).toContain('a number from 30 to 20000')
    expect(check({ massKg: 'heavy' }).massKg).toContain('number')
    expect(check({ massKg: '' }).massKg).toContain('number')
    expect(check({ gears: '1.9 3.5' }).gears).toContain('ratios falling')
    expect(check({ torqueNm: '1000 100\n900 120' }).torqueNm).toContain('rpm rising')
    expect(check({ torqueNm: '1000 100\n2000 lots' }).torqueNm).toMatch(/^entry 2: /)
    expect(check({ kind: 'motorcycle' }).maxLeanDeg).toContain('a lean in degrees')
    expect(check({ shiftRpm: '9000' }).shiftRpm).toContain('no more than redlineRpm')
  })
})

describe('an estimate from a recorded lap', () => {
  const file = (text: string) => new File([text], 'drive.laps.csv', { type: 'text/csv' })
  const rows = Array.from({ length: 300 }, (_, k) => `${k * 0.1},${50 + 40 * Math.sin(k / 20)},0.8`)

  it('is shown, and put into the form when asked to', async () => {
    const onTake = vi.fn()
    renderPage(<EstimateFromLap vehicle={vehicle} onTake={onTake} />)
    await userEvent.upload(screen.getByLabelText('Recording'), file(`time_s,speed_kmh,lat_g\n${rows.join('\n')}`))
    expect(await screen.findByText(/^300 samples: cornering 0\.80 g, braking/)).toBeTruthy()
    await userEvent.click(screen.getByRole('button', { name: 'Use these numbers' }))
    expect(onTake.mock.calls[0]![0]).toMatchObject({ muLat: '0.80' })
  })

  it('of a file that is none says the line, and changes nothing', async () => {
    const onTake = vi.fn()
    renderPage(<EstimateFromLap vehicle={vehicle} onTake={onTake} />)
    await userEvent.upload(screen.getByLabelText('Recording'), file('time_s,speed_kmh\n0,fast\n'))
    expect((await screen.findByRole('alert')).textContent).toContain('line 2, speed_kmh: found "fast", expected a number')
    expect(onTake).not.toHaveBeenCalled()
  })
})
