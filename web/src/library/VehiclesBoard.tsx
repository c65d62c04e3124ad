import { Alert, Box, Link as MuiLink, Stack, Table, TableBody, TableCell, TableHead, TableRow } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { vehicleTypeSchema } from '@ochote/contracts'
import { powerKwOf } from '@ochote/core'
import { vehicleTypesQuery } from '../api/queries'
import { CarsSection } from './CarsSection'
import { Loaded } from '../problem/Loaded'
import { ProblemNotice } from '../problem/ProblemNotice'
import { EmptyState } from '../shell/EmptyState'
import { ImportButton } from './ImportButton'
import { jsonOf, useImport } from './useImport'

/** Vehicle types, from their files, and the cars of each. */
export function VehiclesBoard() {
  const types = useQuery(vehicleTypesQuery)
  const put = useImport({
    path: '/api/vehicle-types',
    field: 'vehicle',
    read: jsonOf,
    answer: vehicleTypeSchema,
    queryKey: vehicleTypesQuery.queryKey,
  })
  return (
    <Stack sx={{ gap: 2 }}>
      <ImportButton label="Add a vehicle file" accept=".json,application/json" busy={put.isPending} onFile={(file) => put.mutate(file)} />
      {put.error && <ProblemNotice error={put.error} />}
      {put.data && <Alert severity="success">{put.data.vehicle.name} is on the shelf.</Alert>}
      <Loaded query={types}>
        {(list) =>
          list.length === 0 ? (
            <EmptyState title="No vehicle type yet">
              Add a vehicle file: mass as driven, grip, brakes, gears and the torque curve.
            </EmptyState>
          ) : (
            <Box sx={{ overflowX: 'auto', display: 'flex', flexDirection: 'column', gap: 3 }}>
              <Table size="small" aria-label="Vehicle types">
                <TableHead>
                  <TableRow>
                    {['Vehicle type', 'Kind', 'Mass as driven', 'Power', 'Gears', 'Grip, cornering', 'For the briefing'].map((head) => (
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
                    </TableRow>
                  ))}
                </TableBody>
              </Table>
              <CarsSection types={list} />
            </Box>
          )
        }
      </Loaded>
    </Stack>
  )
}
