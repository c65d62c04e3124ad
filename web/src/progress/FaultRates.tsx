import { Typography } from '@mui/material'
import { faultRate, rateChange, timedLaps, type StintRecord } from '@ochote/core'
import { count, shortDay } from '../format/format'

interface DrivenDay {
  readonly date: string
  readonly records: readonly StintRecord[]
}

const changes = {
  fewer: 'There were fewer on the last day than on the first, by more than chance would explain.',
  more: 'There were more on the last day than on the first, by more than chance would explain.',
  'too few to tell': 'So few laps can’t tell whether the last day was better than the first.',
}

/** Faults a lap on each day, with the range that so few laps leave, and whether the last day differs from the first. */
export function FaultRates({ days }: { days: readonly DrivenDay[] }) {
  const rates = days.map(({ date, records }) => {
    const faults = records.reduce((sum, one) => sum + one.faults.length, 0)
    const laps = records.reduce((sum, one) => sum + timedLaps(one).length, 0)
    return { date, ...faultRate(faults, laps) }
  })
  const [first, last] = [rates[0], rates.at(-1)]
  if (!first || !last) return null
  return (
    <Typography>
      Faults logged a lap:{' '}
      {rates
        .map((one) => {
          const range = `${one.fromPerLap.toFixed(1)} and ${one.toPerLap.toFixed(1)}`
          return `${shortDay(one.date)} ${one.perLap.toFixed(1)} (${count(one.laps, 'lap')}, so between ${range})`
        })
        .join('; ')}
      . {rates.length > 1 && changes[rateChange(first, last)]}
    </Typography>
  )
}
