import { ArrowBack, ContentCopyOutlined, FileDownloadOutlined, SaveOutlined } from '@mui/icons-material'
import { Box, Button, Stack, Typography } from '@mui/material'
import { useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { vehicleSchema, type Vehicle, type VehicleType } from '@ochote/contracts'
import { saveFile } from '../device/saveFile'
import { ConflictDialog } from '../problem/ConflictDialog'
import { ProblemNotice } from '../problem/ProblemNotice'
import { Page } from '../shell/Page'
import { EstimateFromLap } from './EstimateFromLap'
import { Figures } from './Figures'
import { useSaveVehicleType } from './useSaveVehicleType'
import { VehicleFields } from './VehicleFields'
import { fromForm, toForm, vehicleProblems, type VehicleForm } from './vehicleForm'

const LONGEST_NAME = 80

const saveVehicleFile = (vehicle: Vehicle) =>
  saveFile(new Blob([JSON.stringify(vehicle, null, 1)], { type: 'application/json' }), `${vehicle.name}.vehicle.json`)

/** The numbers of a vehicle type beside the figures that follow from them. */
export function VehicleEditor({ type }: { type: VehicleType }) {
  const navigate = useNavigate()
  const [form, setForm] = useState(() => toForm(type.vehicle))
  const parsed = vehicleSchema.safeParse(fromForm(form))
  const vehicle = parsed.success ? parsed.data : null
  const { save, copy } = useSaveVehicleType(type, ({ id }) => void navigate(`/library/vehicles/${id}`))
  const changed = JSON.stringify(form) !== JSON.stringify(toForm(type.vehicle))
  const set = (change: Partial<VehicleForm>) => setForm((before) => ({ ...before, ...change }))
  return (
    <Page
      title={form.name || type.vehicle.name}
      caution
      actions={
        <Stack direction="row" sx={{ gap: 1, flexWrap: 'wrap', alignItems: 'center' }}>
          <Typography variant="body2" role="status" color="text.secondary">
            {save.saving ? 'Saving…' : changed ? 'Unsaved changes' : `Saved, version ${type.version}`}
          </Typography>
          <Button component={Link} to="/library/vehicles" startIcon={<ArrowBack />}>
            Vehicles
          </Button>
          <Button startIcon={<FileDownloadOutlined />} disabled={!vehicle} onClick={() => vehicle && saveVehicleFile(vehicle)}>
            File
          </Button>
          <Button
            startIcon={<ContentCopyOutlined />}
            disabled={!vehicle || copy.isPending}
            onClick={() => vehicle && copy.mutate({ ...vehicle, name: `${vehicle.name}, copy`.slice(0, LONGEST_NAME) })}
          >
            Copy
          </Button>
          <Button
            variant="contained"
            startIcon={<SaveOutlined />}
            disabled={!changed || !vehicle || save.saving}
            onClick={() => save.save(fromForm(form))}
          >
            Save
          </Button>
        </Stack>
      }
    >
      {save.error && <ProblemNotice error={save.error} />}
      {copy.error && <ProblemNotice error={copy.error} />}
      <ConflictDialog what="vehicle type" conflict={save.conflict} />
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', lg: 'minmax(0, 1fr) 440px' }, gap: 4 }}>
        <VehicleFields form={form} problems={vehicleProblems(form)} onChange={set} />
        <Stack sx={{ gap: 3, minWidth: 0 }}>
          {vehicle ? (
            <>
              <Figures vehicle={vehicle} />
              <EstimateFromLap vehicle={vehicle} onTake={set} />
            </>
          ) : (
            <Typography color="text.secondary">The figures appear once every number is valid.</Typography>
          )}
        </Stack>
      </Box>
    </Page>
  )
}
