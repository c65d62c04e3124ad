import { Box } from '@mui/material'
import { styled } from '@mui/material/styles'
import { useState } from 'react'
import { flagColours, incidentKinds, sides, surfaceStates } from '@ochote/contracts'
import { Target } from '../Target'
import type { NewEntry } from '../../stintLog/useStintLogs'
import { Sheet } from './Sheet'

const tell = ['last lap', 'cool-down', 'come in'] as const
const kinds = [
  { key: 'passes', name: 'Passed a car', title: 'Who was passed, and on which side?' },
  { key: 'passed', name: 'Let a car by', title: 'Who went by, and on which side?' },
  { key: 'flag', name: 'Flag', title: 'Which flag was shown?' },
  { key: 'incident', name: 'Off or worse', title: 'What happened?' },
  { key: 'conditions', name: 'Track', title: 'What is the track like here?' },
  { key: 'told', name: 'Tell', title: 'What was the student told?' },
] as const
type Kind = (typeof kinds)[number]['key']

interface IncidentTargetsProps {
  lap: number
  /** the corner shown; null before there is one */
  corner: string | null
  /** who else is out, by the names used on the radio */
  others: readonly string[]
  disabled: boolean
  onEvent: (tapped: NewEntry) => string
  onReport: (incidentId: string) => void
}

const Row = styled('div')(({ theme }) => ({
  display: 'grid',
  gridTemplateColumns: 'repeat(6, minmax(0, 1fr))',
  gap: theme.spacing(1),
  [theme.breakpoints.down('sm')]: { gridTemplateColumns: 'repeat(3, minmax(0, 1fr))' },
}))
const Choices = styled('div')(({ theme }) => ({
  display: 'grid',
  gridTemplateColumns: 'repeat(auto-fill, minmax(128px, 1fr))',
  gap: theme.spacing(1),
}))

/** Everything except faults: passes, flags, incidents, the track, what the student was told. Two taps each, no typing. */
export function IncidentTargets({ lap, corner, others, disabled, onEvent, onReport }: IncidentTargetsProps) {
  const [open, setOpen] = useState<Kind | null>(null)
  const place = { lap, corner: corner ?? '–' }
  const log = (tapped: NewEntry) => {
    setOpen(null)
    return onEvent(tapped)
  }
  const shown = kinds.find((k) => k.key === open)
  return (
    <Box component="section" aria-label="What else happened">
      <Row>
        {kinds.map(({ key, name }) => (
          <Target key={key} disabled={disabled} onClick={() => setOpen(key)} sx={{ fontSize: '1rem', p: 0.5 }}>
            {name}
          </Target>
        ))}
      </Row>
      {shown && (
        <Sheet
          title={`${shown.title}${corner && open !== 'told' ? ` Corner ${corner}, ${lap === 0 ? 'out lap' : `lap ${lap}`}` : ''}`}
          onClose={() => setOpen(null)}
        >
          {(open === 'passes' || open === 'passed') && (
            <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
              {[...others, ''].flatMap((who) =>
                sides.map((side) => (
                  <Target key={`${who}-${side}`} onClick={() => log({ kind: 'pass', ...place, way: open, side, who })}>
                    {who || 'another car'}
                    <span>on the {side}</span>
                  </Target>
                )),
              )}
            </Box>
          )}
          <Choices>
            {open === 'flag' &&
              flagColours.map((flag) => (
                <Target key={flag} onClick={() => log({ kind: 'flag', ...place, flag })}>
                  {flag}
                </Target>
              ))}
            {open === 'incident' &&
              incidentKinds.map((what) => (
                <Target
                  key={what}
                  onClick={() => {
                    const id = log({ kind: 'incident', ...place, what })
                    if (what === 'contact' || what === 'injury') onReport(id)
                  }}
                >
                  {what}
                </Target>
              ))}
            {open === 'conditions' &&
              surfaceStates.map((surface) => (
                <Target key={surface} onClick={() => log({ kind: 'conditions', ...place, surface })}>
                  {surface}
                </Target>
              ))}
            {open === 'told' &&
              tell.map((what) => (
                <Target key={what} onClick={() => log({ kind: 'told', lap, what })}>
                  {what}
                </Target>
              ))}
          </Choices>
        </Sheet>
      )}
    </Box>
  )
}
