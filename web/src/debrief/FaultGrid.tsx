import { Box, ButtonBase, Typography } from '@mui/material'
import { styled } from '@mui/material/styles'
import { faultOf, praiseName, severityNames, timedLaps, type Severity, type StintRecord } from '@ochote/core'

interface FaultGridProps {
  record: StintRecord
  /** numbers in the order of the lap */
  corners: readonly string[]
  corner: string | null
  onCorner: (number: string | null) => void
}

const Code = styled('span', { shouldForwardProp: (prop) => prop !== 'severity' })<{ severity: Severity | 0 }>(({ theme, severity }) => ({
  display: 'inline-block',
  padding: '0 4px',
  margin: 1,
  borderRadius: 4,
  fontSize: '0.85rem',
  fontWeight: 700,
  border: `${severity === 3 ? 2 : 1}px ${severity === 1 ? 'dashed' : 'solid'} currentColor`,
  color:
    severity === 0
      ? theme.tokens.good
      : severity === 3
        ? theme.tokens.unsafe
        : severity === 2
          ? theme.tokens.caution
          : theme.tokens.inkSoft,
}))

const Cells = styled('table')(({ theme }) => ({
  borderCollapse: 'collapse',
  width: '100%',
  '& th': { fontWeight: 650, padding: '2px 4px' },
  '& td': { textAlign: 'center', padding: '1px 2px', borderTop: `1px solid ${theme.palette.divider}`, height: 30 },
}))

/** Faults by corner and lap. */
export function FaultGrid({ record, corners, corner, onCorner }: FaultGridProps) {
  const laps = timedLaps(record).map((l) => l.number)
  return (
    <Box component="section" aria-labelledby="fault-grid" sx={{ overflowX: 'auto' }}>
      <Typography id="fault-grid" variant="h2">
        What happened, lap by lap and corner by corner
      </Typography>
      <Cells>
        <thead>
          <tr>
            <th scope="col">lap</th>
            {corners.map((number) => (
              <th key={number} scope="col">
                <ButtonBase
                  aria-pressed={number === corner}
                  aria-label={`Corner ${number}`}
                  sx={{
                    minWidth: 30,
                    minHeight: 28,
                    fontWeight: 750,
                    fontSize: '1rem',
                    textDecoration: number === corner ? 'underline' : 'none',
                  }}
                  onClick={() => onCorner(number === corner ? null : number)}
                >
                  {number}
                </ButtonBase>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {laps.map((lap) => (
            <tr key={lap}>
              <th scope="row">{lap}</th>
              {corners.map((number) => (
                <td key={number}>
                  {record.faults
                    .filter((f) => f.lap === lap && f.corner === number)
                    .map((f) => (
                      <Code key={f.id} severity={f.severity} title={`${faultOf(f.code)?.name}, ${severityNames[f.severity]}`}>
                        {f.code}
                      </Code>
                    ))}
                  {record.betters
                    .filter((b) => b.lap === lap && b.corner === number)
                    .map((b) => (
                      <Code key={b.id} severity={0} title={`better: ${faultOf(b.code)?.name}`}>
                        ↑
                      </Code>
                    ))}
                  {record.praises
                    .filter((p) => p.lap === lap && p.corner === number)
                    .map((p) => (
                      <Code key={p.id} severity={0} title={praiseName(p.code)}>
                        +
                      </Code>
                    ))}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </Cells>
      <Typography variant="body2" color="text.secondary" sx={{ mt: 0.5 }}>
        {[...new Set(record.faults.map((f) => f.code))].map((code) => `${code} ${faultOf(code)?.name}`).join(' · ')}
        {record.betters.length > 0 && ' · ↑ better'}
        {record.praises.length > 0 && ' · + praise'} · dashed: note, solid: costs, heavy: unsafe
      </Typography>
    </Box>
  )
}
