import { Add } from '@mui/icons-material'
import { Box, Button, Stack } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { flushSync } from 'react-dom'
import { markerSchemeSchema, type MarkerScheme } from '@ochote/contracts'
import { archivedQuery, markerSchemesQuery } from '../api/queries'
import { Loaded } from '../problem/Loaded'
import { ProblemNotice } from '../problem/ProblemNotice'
import { ArchivedList } from '../records/ArchivedList'
import { useArchive, type Archivable } from '../records/useArchive'
import { EmptyState } from '../shell/EmptyState'
import { oneColourScheme } from './newScheme'
import { SchemeEditor } from './SchemeEditor'
import { SchemeLegend } from './SchemeLegend'
import { useAddScheme } from './useAddScheme'

const archivable = ({ id, name }: MarkerScheme): Archivable => ({
  path: `/api/marker-schemes/${id}`,
  ...{ name, queryKeys: [markerSchemesQuery.queryKey, ['days']] },
})

/** How the school marks each duty, and how many markers it has. */
export function MarkersBoard() {
  const schemes = useQuery({ ...markerSchemesQuery, refetchOnWindowFocus: false })
  const { archive, error } = useArchive()
  const [editedId, setEditedId] = useState<string | null>(null)
  const { mutate: add, error: notAdded } = useAddScheme(({ id }) => setEditedId(id))
  const edited = schemes.data?.find(({ id }) => id === editedId)
  /** the scheme whose legend is printed; the others are left out */
  const [printed, setPrinted] = useState<string | null>(null)
  if (edited) return <SchemeEditor key={edited.id} scheme={edited} onDone={() => setEditedId(null)} />
  return (
    <Loaded query={schemes}>
      {(list) => (
        <Stack sx={{ gap: 3 }}>
          <Button
            className="no-print"
            variant="contained"
            startIcon={<Add />}
            sx={{ alignSelf: 'flex-start' }}
            onClick={() => add(oneColourScheme())}
          >
            New scheme
          </Button>
          {list.length === 0 ? (
            <EmptyState title="No marker scheme yet">A scheme gives each duty its colour and count.</EmptyState>
          ) : (
            <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', md: '1fr 1fr' }, gap: 4 }}>
              {list.map((scheme) => (
                <SchemeLegend
                  key={scheme.id}
                  scheme={scheme}
                  onEdit={() => setEditedId(scheme.id)}
                  className={printed !== null && printed !== scheme.id ? 'no-print' : ''}
                  onPrint={() => {
                    flushSync(() => setPrinted(scheme.id))
                    window.print()
                  }}
                  onArchive={() => archive(archivable(scheme))}
                  onCopy={() => add({ looks: scheme.looks, stock: scheme.stock, name: `${scheme.name}, copy`.slice(0, 80) })}
                />
              ))}
            </Box>
          )}
          {(error ?? notAdded) && <ProblemNotice error={error ?? notAdded} />}
          <ArchivedList
            what="marker schemes"
            query={archivedQuery('marker-schemes', markerSchemeSchema)}
            of={(archived) => archived.map(archivable)}
          />
        </Stack>
      )}
    </Loaded>
  )
}
