import { useQuery } from '@tanstack/react-query'
import { useParams } from 'react-router'
import { vehicleTypesQuery } from '../api/queries'
import { Loaded } from '../problem/Loaded'
import { EmptyState } from '../shell/EmptyState'
import { Page } from '../shell/Page'
import { VehicleEditor } from './VehicleEditor'

/** A vehicle type: its numbers, checked and explained, and what follows from them. */
export function VehiclePage() {
  const { vehicleTypeId } = useParams()
  const types = useQuery({ ...vehicleTypesQuery, refetchOnWindowFocus: false })
  return (
    <Loaded query={types}>
      {(list) => {
        const type = list.find((v) => v.id === vehicleTypeId)
        return type ? (
          <VehicleEditor key={type.id} type={type} />
        ) : (
          <Page title="Vehicle type">
            <EmptyState title="This vehicle type is not on the shelf">Choose one from the shelf.</EmptyState>
          </Page>
        )
      }}
    </Loaded>
  )
}
