import { Add } from '@mui/icons-material'
import { Alert, Box, Button, Link as MuiLink, Stack, Table, TableBody, TableCell, TableHead, TableRow } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { vehicleTypeSchema, type VehicleType } from '@ochote/contracts'
import { powerKwOf } from '@ochote/core'
import { archivedQuery, vehicleTypesQuery } from '../api/queries'
import { CarsSection } from './CarsSection'
import { Loaded } from '../problem/Loaded'
import { ProblemNotice } from '../problem/ProblemNotice'
import { ArchivedList } from '../records/ArchivedList'
import { RowActions } from '../records/RowActions'
import { useArchive, type Archivable } from '../records/useArchive'
import { EmptyState } from '../shell/EmptyState'
import { FileButton } from '../forms/FileButton'
import { NewVehicleType } from './NewVehicleType'
import { jsonOf, useImport } from './useImport'

const archivable = ({ id, vehicle }: Pick<VehicleType, 'id' | 'vehicle'>): Archivable => ({
  path: `/api/vehicle-types/${id}`,
  ...{ name: vehicle.name, queryKeys: [vehicleTypesQuery.queryKey, ['days']] },
})

/** Vehicle types, from their files, and the cars of each. */
export function VehiclesBoard() {
  const types = useQuery(vehicleTypesQuery)
  const { archive, error } = useArchive()
  const [isMaking, setIsMaking] = useState(false)
  const put = useImport({
    path: '/api/vehicle-types',
    field: 'vehicle',
    read: jsonOf,
    answer: vehicleTypeSchema,
    queryKey: vehicleTypesQuery.queryKey,
  })
  return (
    <Stack sx={{ gap: 2 }}>
      <Stack direction="row" sx={{ gap: 1.5, flexWrap: 'wrap' }}>
        <Button variant="contained" startIcon={<Add />} onClick={() => setIsMaking(true)}>
          New vehicle type
        </Button>
        <FileButton
          label="Add a vehicle file"
          accept=".json,application/json"
          busy={put.isPending}
          variant="outlined"
          onFile={(file) => put.mutate(file)}
        />
      </Stack>
      {put.error && <ProblemNotice error={put.error} />}
      {put.data && <Alert severity="success">{put.data.vehicle.name} is on the shelf.</Alert>}
      <Loaded query={types}>
        {(list) =>
          list.length === 0 ? (
            <EmptyState title="No vehicle type yet">
              Make one from typical figures and change them to your vehicle’s, or add its file. Plans are computed for a vehicle type.
            </EmptyState>
          ) : (
            <Box sx={{ overflowX: 'auto', display: 'flex', flexDirection: 'column', gap: 3 }}>
              <Table size="small" aria-label="Vehicle types">
                <TableHead>
                  <TableRow>
                    {['Vehicle type', 'Kind', 'Mass as driven', 'Power', 'Gears', 'Grip, cornering', 'For the briefing', ''].map((head) => (
                      <TableCell key={head}>{head}</TableCell>
                    ))}
                  </TableRow>
                </TableHead>
                <TableBody>
                  {list.map(({ id, vehicle }) => (
                    <TableRow key={id}>
                      <TableCell>
                        <MuiLink component={Link} to={`/library/vehicles/${id}`} sx={{ fontWeight: 700 }}>
                          {vehicle.name}
                        </MuiLink>
                      </TableCell>
                      <TableCell>{vehicle.kind}</TableCell>
                      <TableCell>{vehicle.massKg} kg</TableCell>
                      <TableCell>{powerKwOf(vehicle).toFixed(0)} kW</TableCell>
                      <TableCell>{vehicle.gears.length}</TableCell>
                      <TableCell>{vehicle.muLat.toFixed(2)} g</TableCell>
                      <TableCell>{vehicle.notes}</TableCell>
                      <RowActions name={vehicle.name} onArchive={() => archive(archivable({ id, vehicle }))} />
                    </TableRow>
                  ))}
                </TableBody>
              </Table>
              <CarsSection types={list} />
            </Box>
          )
        }
      </Loaded>
      {error && <ProblemNotice error={error} />}
      <ArchivedList what="vehicle types" query={archivedQuery('vehicle-types', vehicleTypeSchema)} of={(list) => list.map(archivable)} />
      {isMaking && <NewVehicleType onClose={() => setIsMaking(false)} />}
    </Stack>
  )
}
