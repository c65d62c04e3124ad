import { ArrowBack, ContentCopyOutlined, FileDownloadOutlined } from '@mui/icons-material'
import { Box, Button, Stack, Typography } from '@mui/material'
import { Link, useNavigate } from 'react-router'
import { vehicleSchema, type Vehicle, type VehicleType } from '@ochote/contracts'
import { SaveState } from '../autosave/SaveState'
import { saveFile } from '../device/saveFile'
import { ConflictDialog } from '../problem/ConflictDialog'
import { ProblemNotice } from '../problem/ProblemNotice'
import { Page } from '../shell/Page'
import { EstimateFromLap } from './EstimateFromLap'
import { Figures } from './Figures'
import { useCopyVehicleType } from './useCopyVehicleType'
import { useVehicleDraft } from './useVehicleDraft'
import { VehicleFields } from './VehicleFields'
import { fromForm, vehicleProblems, type VehicleForm } from './vehicleForm'

const LONGEST_NAME = 80

const saveVehicleFile = (vehicle: Vehicle) =>
  saveFile(new Blob([JSON.stringify(vehicle, null, 1)], { type: 'application/json' }), `${vehicle.name}.vehicle.json`)

/** The numbers of a vehicle type beside the figures that follow from them. */
export function VehicleEditor({ type }: { type: VehicleType }) {
  const navigate = useNavigate()
  const state = useVehicleDraft(type)
  const { draft: form } = state
  const parsed = vehicleSchema.safeParse(fromForm(form))
  const vehicle = parsed.success ? parsed.data : null
  const copy = useCopyVehicleType(({ id }) => void navigate(`/library/vehicles/${id}`))
  const set = (change: Partial<VehicleForm>) => state.change({ ...form, ...change }, Object.keys(change).join(' '))
  return (
    <Page
      title={form.name || type.vehicle.name}
      caution
      actions={
        <Stack direction="row" sx={{ gap: 1, flexWrap: 'wrap', alignItems: 'center' }}>
          <SaveState state={state} />
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
        </Stack>
      }
    >
      {state.error && <ProblemNotice error={state.error} onRetry={state.retry} />}
      {copy.error && <ProblemNotice error={copy.error} />}
      <ConflictDialog what="vehicle type" conflict={state.conflict} />
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
