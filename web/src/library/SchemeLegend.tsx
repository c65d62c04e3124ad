import { ContentCopyOutlined, EditOutlined, Inventory2Outlined, PrintOutlined } from '@mui/icons-material'
import { Box, Button, Stack, Typography } from '@mui/material'
import { duties, type MarkerScheme } from '@ochote/contracts'
import { DutyMark } from '../cones/DutyMark'
import { dutyMeanings } from '../cones/dutyShapes'

interface SchemeLegendProps {
  scheme: MarkerScheme
  onEdit: () => void
  onCopy: () => void
  onPrint: () => void
  onArchive: () => void
  className: string
}

/** Each duty's marker and its meaning, to read and to print. */
export function SchemeLegend({ scheme, onEdit, onCopy, onPrint, onArchive, className }: SchemeLegendProps) {
  return (
    <Box component="section" aria-label={scheme.name} className={className}>
      <Stack direction="row" sx={{ alignItems: 'center', mb: 1, gap: 1, flexWrap: 'wrap' }}>
        <Typography variant="h2">{scheme.name}</Typography>
        <Box sx={{ flex: 1 }} />
        <Stack direction="row" className="no-print">
          <Button size="small" startIcon={<EditOutlined />} aria-label={`Change ${scheme.name}`} onClick={onEdit}>
            Change
          </Button>
          <Button size="small" startIcon={<ContentCopyOutlined />} aria-label={`Copy ${scheme.name}`} onClick={onCopy}>
            Copy
          </Button>
          <Button size="small" startIcon={<PrintOutlined />} aria-label={`Print the legend of ${scheme.name}`} onClick={onPrint}>
            Print
          </Button>
          <Button size="small" startIcon={<Inventory2Outlined />} aria-label={`Archive ${scheme.name}`} onClick={onArchive}>
            Archive
          </Button>
        </Stack>
      </Stack>
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
