import { Box, Stack, Typography } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { duties, type MarkerScheme } from '@ochote/contracts'
import { markerSchemesQuery } from '../api/queries'
import { DutyMark } from '../marks/DutyMark'
import { dutyMeanings } from '../marks/dutyShapes'
import { Loaded } from '../problem/Loaded'
import { EmptyState } from '../shell/EmptyState'

/** How each duty looks at this school, and how many markers there are. */
export function MarkersBoard() {
  const schemes = useQuery(markerSchemesQuery)
  return (
    <Loaded query={schemes}>
      {(list) =>
        list.length === 0 ? (
          <EmptyState title="No marker scheme yet">A scheme gives each duty its colour and count.</EmptyState>
        ) : (
          <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', md: '1fr 1fr' }, gap: 4 }}>
            {list.map((scheme) => (
              <Scheme key={scheme.id} scheme={scheme} />
            ))}
          </Box>
        )
      }
    </Loaded>
  )
}

function Scheme({ scheme }: { scheme: MarkerScheme }) {
  return (
    <Box component="section" aria-label={scheme.name}>
      <Typography variant="h2" sx={{ mb: 1 }}>
        {scheme.name}
      </Typography>
      <Stack component="ul" sx={{ listStyle: 'none', p: 0, m: 0, gap: 0.5 }}>
        {duties.map((duty) => {
          const look = scheme.looks[duty]
          return (
            <Box component="li" key={duty} sx={{ display: 'grid', gridTemplateColumns: '26px 84px 150px 1fr', alignItems: 'center' }}>
              <svg width={20} height={20} viewBox="-9 -9 18 18" aria-hidden>
                <DutyMark duty={duty} scheme={scheme} />
              </svg>
              <strong>{duty}</strong>
              <span>
                {look.count} × {look.colour} {look.kind}
              </span>
              <Typography variant="body2" color="text.secondary">
                {dutyMeanings[duty]}
              </Typography>
            </Box>
          )
        })}
      </Stack>
      <Typography sx={{ mt: 1 }}>
        In stock:{' '}
        {Object.entries(scheme.stock)
          .map(([colour, n]) => `${n} ${colour}`)
          .join(', ')}
      </Typography>
    </Box>
  )
}
