import { Box, Button, Stack, Typography } from '@mui/material'
import { useState } from 'react'
import type { FieldProblem, Vehicle } from '@ochote/contracts'
import { identifyFromDrive, powerKwOf, readLapSamples, type VehicleEstimate } from '@ochote/core'
import { FileButton } from '../forms/FileButton'
import { count } from '../format/format'
import type { VehicleForm } from './vehicleForm'

interface EstimateFromLapProps {
  vehicle: Vehicle
  onTake: (fields: Partial<VehicleForm>) => void
}

/** Grip and power estimated from a recorded drive: what was used, so there is at least that much. */
export function EstimateFromLap({ vehicle, onTake }: EstimateFromLapProps) {
  const [answer, setAnswer] = useState<{ estimate: VehicleEstimate } | { problems: FieldProblem[] } | null>(null)
  const read = async (file: File) => {
    const samples = readLapSamples(await file.text(), file.name)
    const found = samples.ok ? identifyFromDrive(vehicle, powerKwOf(vehicle), samples.value) : samples
    setAnswer(found.ok ? { estimate: found.value } : { problems: found.problem })
  }
  const take = ({ muLat, muBrake, torqueFactor }: VehicleEstimate) =>
    onTake({
      ...(muLat === null ? {} : { muLat: muLat.toFixed(2) }),
      muBrake: muBrake.toFixed(2),
      torqueNm: vehicle.torqueNm.map(([rpm, nm]) => `${rpm} ${(nm * torqueFactor).toFixed(1)}`).join('\n'),
    })
  return (
    <Box component="section" aria-labelledby="estimate">
      <Typography id="estimate" variant="h2" sx={{ mb: 0.5 }}>
        From a recorded lap
      </Typography>
      <Typography variant="body2" color="text.secondary">
        A CSV with time_s and speed_kmh, and lat_g if it was recorded, driven hard on a dry, level road. It shows what was used; the car may
        be able to do more.
      </Typography>
      <Box sx={{ my: 0.75 }}>
        <FileButton label="Recording" accept=".csv,text/csv" named onFile={(file) => void read(file)} />
      </Box>
      {answer && 'problems' in answer && (
        <Typography role="alert" variant="body2" color="error">
          {answer.problems.map((p) => `${p.field}: found ${p.found}, expected ${p.expected}`).join('; ')}. Nothing was changed.
        </Typography>
      )}
      {answer && 'estimate' in answer && (
        <Stack sx={{ gap: 0.5 }}>
          <Typography variant="body2">
            {count(answer.estimate.samples, 'sample')}: cornering{' '}
            {answer.estimate.muLat === null ? 'not recorded' : `${answer.estimate.muLat.toFixed(2)} g`}, braking{' '}
            {answer.estimate.muBrake.toFixed(2)} g, power {answer.estimate.powerKw.toFixed(0)} kW (now {powerKwOf(vehicle).toFixed(0)} kW).
          </Typography>
          <Button variant="outlined" sx={{ alignSelf: 'flex-start' }} onClick={() => take(answer.estimate)}>
            Use these numbers
          </Button>
        </Stack>
      )}
    </Box>
  )
}
