import { Box, Button, Table, TableBody, TableCell, TableHead, TableRow, Typography } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { v7 as uuid } from 'uuid'
import { carSchema, type Car, type VehicleType } from '@ochote/contracts'
import { archivedQuery, carsQuery } from '../api/queries'
import { Loaded } from '../problem/Loaded'
import { ProblemNotice } from '../problem/ProblemNotice'
import { ArchivedList } from '../records/ArchivedList'
import { RowActions } from '../records/RowActions'
import { useArchive, type Archivable } from '../records/useArchive'
import { CarDialog } from './CarDialog'

const archivable = ({ id, name }: Car): Archivable => ({ path: `/api/cars/${id}`, name, queryKeys: [carsQuery.queryKey, ['days']] })

/** The school's cars, karts and motorcycles, each of a vehicle type. */
export function CarsSection({ types }: { types: readonly VehicleType[] }) {
  const cars = useQuery(carsQuery)
  const { archive, error } = useArchive()
  const [open, setOpen] = useState<Car | null>(null)
  const typeName = (id: string) => types.find((type) => type.id === id)?.vehicle.name ?? ''
  const add = () => setOpen({ id: uuid(), name: '', number: '', vehicleTypeId: types[0]!.id, seats: 2, gearbox: '', notes: '', version: 0 })
  return (
    <Box component="section" aria-labelledby="cars">
      <Typography id="cars" variant="h2" sx={{ mb: 1 }}>
        Cars
      </Typography>
      <Loaded query={cars}>
        {(list) => (
          <Table size="small" aria-labelledby="cars">
            <TableHead>
              <TableRow>
                {['Car', 'Number', 'Vehicle type', 'Seats', 'Gearbox', 'Notes', ''].map((head) => (
                  <TableCell key={head}>{head}</TableCell>
                ))}
              </TableRow>
            </TableHead>
            <TableBody>
              {list.map((car) => (
                <TableRow key={car.id}>
                  <TableCell sx={{ fontWeight: 700 }}>{car.name}</TableCell>
                  <TableCell>{car.number}</TableCell>
                  <TableCell>{typeName(car.vehicleTypeId)}</TableCell>
                  <TableCell>{car.seats}</TableCell>
                  <TableCell>{car.gearbox}</TableCell>
                  <TableCell>{car.notes}</TableCell>
                  <RowActions name={car.name} onChange={() => setOpen(car)} onArchive={() => archive(archivable(car))} />
                </TableRow>
              ))}
            </TableBody>
          </Table>
        )}
      </Loaded>
      <Button sx={{ mt: 1 }} onClick={add}>
        Add a car
      </Button>
      {error && <ProblemNotice error={error} />}
      <ArchivedList what="cars" query={archivedQuery('cars', carSchema)} of={(list) => list.map(archivable)} />
      {open && <CarDialog car={open} types={types} onClose={() => setOpen(null)} />}
    </Box>
  )
}
