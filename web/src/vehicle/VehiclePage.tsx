import { ArrowBack, ContentCopyOutlined, FileDownloadOutlined, SaveOutlined } from '@mui/icons-material'
import { Box, Button, MenuItem, Stack, TextField, Typography } from '@mui/material'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useForm, useWatch } from 'react-hook-form'
import { Link, useNavigate, useParams } from 'react-router'
import { v7 as uuid } from 'uuid'
import { vehicleKinds, vehicleTypeSchema, vehicleSchema, type VehicleType } from '@ochote/contracts'
import { vehiclesQuery } from '../api/queries'
import { ProblemError, request } from '../api/request'
import { saveFile } from '../pdf/saveFile'
import { Loaded } from '../problem/Loaded'
import { ProblemNotice } from '../problem/ProblemNotice'
import { EmptyState } from '../shell/EmptyState'
import { Page } from '../shell/Page'
import { EstimateFromLap } from './EstimateFromLap'
import { fieldGroups } from './vehicleFields'
import { Figures } from './Figures'
import { fromForm, toForm, vehicleResolver, type VehicleForm } from './vehicleForm'

/** A vehicle of the shelf: its numbers, checked and explained, and what follows from them. */
export function VehiclePage() {
  const { vehicleId } = useParams()
  const vehicles = useQuery({ ...vehiclesQuery, refetchOnWindowFocus: false })
  return (
    <Loaded query={vehicles}>
      {(list) => {
        const vehicle = list.find((v) => v.id === vehicleId)
        return vehicle ? (
          <VehicleEditor key={`${vehicle.id}-${vehicle.version}`} onShelf={vehicle} />
        ) : (
          <Page title="Vehicle">
            <EmptyState title="This vehicle is not on the shelf">Choose one from the shelf.</EmptyState>
          </Page>
        )
      }}
    </Loaded>
  )
}

function VehicleEditor({ onShelf }: { onShelf: VehicleType }) {
  const client = useQueryClient()
  const navigate = useNavigate()
  const form = useForm<VehicleForm>({ defaultValues: toForm(onShelf.vehicle), resolver: vehicleResolver, mode: 'onChange' })
  const { register, control, handleSubmit, setValue, formState } = form
  const typed = useWatch({ control }) as VehicleForm
  const parsed = vehicleSchema.safeParse(fromForm(typed))
  const keep = (stored: VehicleType) =>
    client.setQueryData<VehicleType[]>(vehiclesQuery.queryKey, (list) => [...(list ?? []).filter((v) => v.id !== stored.id), stored])
  const save = useMutation({
    mutationFn: (fromVersion: number) =>
      request(vehicleTypeSchema, `/api/vehicles/${onShelf.id}`, { method: 'PUT', body: { vehicle: fromForm(typed), fromVersion } }),
    onSuccess: keep,
  })
  const copy = useMutation({
    mutationFn: (vehicle: unknown) => request(vehicleTypeSchema, '/api/vehicles', { method: 'POST', body: { id: uuid(), vehicle } }),
    onSuccess: (stored) => {
      keep(stored)
      void navigate(`/shelf/vehicles/${stored.id}`)
    },
  })
  const problem = save.error instanceof ProblemError ? save.error.problem : null
  const conflict = problem?.code === 'conflict' ? problem.currentVersion : null
  const field = (name: keyof VehicleForm, label: string, told: string) => {
    const wrong = formState.errors[name]?.message
    return (
      <TextField
        key={name}
        size="small"
        label={label}
        error={wrong !== undefined}
        helperText={wrong ? `Expected ${wrong}` : told}
        slotProps={{ inputLabel: { shrink: true } }}
        {...register(name)}
      />
    )
  }
  return (
    <Page
      title={typed.name || onShelf.vehicle.name}
      caution
      actions={
        <Stack direction="row" sx={{ gap: 1, flexWrap: 'wrap', alignItems: 'center' }}>
          <Typography variant="body2" role="status" color="text.secondary">
            {save.isPending ? 'Saving…' : formState.isDirty ? 'Changed, not saved' : `Saved, version ${onShelf.version}`}
          </Typography>
          <Button component={Link} to="/shelf/vehicles" startIcon={<ArrowBack />}>
            Vehicles
          </Button>
          <Button
            startIcon={<FileDownloadOutlined />}
            disabled={!parsed.success}
            onClick={() =>
              parsed.success &&
              saveFile(new Blob([JSON.stringify(parsed.data, null, 1)], { type: 'application/json' }), `${parsed.data.name}.vehicle.json`)
            }
          >
            File
          </Button>
          <Button
            startIcon={<ContentCopyOutlined />}
            disabled={!parsed.success || copy.isPending}
            onClick={() => parsed.success && copy.mutate({ ...parsed.data, name: `${parsed.data.name}, copy`.slice(0, 80) })}
          >
            Copy
          </Button>
          <Button
            variant="contained"
            startIcon={<SaveOutlined />}
            disabled={!formState.isDirty || !parsed.success || save.isPending}
            onClick={() => void handleSubmit(() => save.mutate(onShelf.version))()}
          >
            Save
          </Button>
        </Stack>
      }
    >
      {save.error && conflict === null && <ProblemNotice error={save.error} />}
      {copy.error && <ProblemNotice error={copy.error} />}
      {conflict !== null && (
        <Stack role="alert" direction="row" sx={{ gap: 2, alignItems: 'center', flexWrap: 'wrap' }}>
          <Typography color="error">
            Someone else saved this vehicle (version {conflict}) while you were changing it here. Nothing of yours is stored yet.
          </Typography>
          <Button onClick={() => void client.invalidateQueries({ queryKey: vehiclesQuery.queryKey })}>Take theirs</Button>
          <Button variant="contained" onClick={() => save.mutate(conflict)}>
            Keep mine
          </Button>
        </Stack>
      )}
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', lg: 'minmax(0, 1fr) 440px' }, gap: 4 }}>
        <Box component="form" noValidate onSubmit={(e) => e.preventDefault()} sx={{ display: 'flex', flexDirection: 'column', gap: 3 }}>
          <Group title="What it is">
            {field('name', 'Name', 'As it is called on the day.')}
            <TextField
              select
              size="small"
              label="Kind"
              defaultValue={onShelf.vehicle.kind}
              {...register('kind')}
              helperText="What faults and lines are offered for."
            >
              {vehicleKinds.map((kind) => (
                <MenuItem key={kind} value={kind}>
                  {kind}
                </MenuItem>
              ))}
            </TextField>
            {typed.kind === 'motorcycle' && field('maxLeanDeg', 'Most lean, °', 'Where something touches down, or the school’s own limit.')}
          </Group>
          {fieldGroups.map((group) => (
            <Group key={group.title} title={group.title}>
              {group.fields.map(({ key, label, told }) => field(key, label, told))}
              {group.title === 'Engine and gears' && (
                <>
                  {field('gears', 'Gear ratios, first to top', 'Apart by blanks; a kart has one.')}
                  <TextField
                    size="small"
                    multiline
                    minRows={4}
                    label="Torque curve: rpm and Nm, a line each"
                    error={formState.errors.torqueNm !== undefined}
                    helperText={
                      formState.errors.torqueNm?.message
                        ? `Expected ${formState.errors.torqueNm.message}`
                        : 'At the crank, rising in rpm; level beyond its ends.'
                    }
                    slotProps={{ inputLabel: { shrink: true } }}
                    {...register('torqueNm')}
                  />
                </>
              )}
            </Group>
          ))}
          <Group title="For the briefing">
            <TextField
              size="small"
              multiline
              minRows={3}
              label="Notes"
              helperText="Paddles or lever, modes, what it does when lifted off."
              slotProps={{ inputLabel: { shrink: true }, htmlInput: { maxLength: 4000 } }}
              sx={{ gridColumn: '1 / -1' }}
              {...register('notes')}
            />
          </Group>
        </Box>
        <Stack sx={{ gap: 3, minWidth: 0 }}>
          {parsed.success ? (
            <>
              <Figures vehicle={parsed.data} />
              <EstimateFromLap
                vehicle={parsed.data}
                onTake={(estimate) => {
                  for (const [key, value] of Object.entries(estimate))
                    setValue(key as keyof VehicleForm, value, { shouldDirty: true, shouldValidate: true })
                }}
              />
            </>
          ) : (
            <Typography color="text.secondary">Figures follow when every number can be used.</Typography>
          )}
        </Stack>
      </Box>
    </Page>
  )
}

function Group({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <Box component="fieldset" sx={{ border: 0, p: 0, m: 0 }}>
      <Typography component="legend" variant="h2" sx={{ mb: 1.25, p: 0 }}>
        {title}
      </Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' }, gap: 1.75 }}>{children}</Box>
    </Box>
  )
}
