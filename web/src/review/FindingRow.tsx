import { Box, Button, Menu, MenuItem, Stack, TextField, Typography } from '@mui/material'
import { useState } from 'react'
import type { Decision } from '@ochote/contracts'
import { adviceOn, evidenceFor, faultOf, sizeWords, unsafeFaults, type AnalysedPass, type Finding, type Track } from '@ochote/core'
import { useUnits } from '../format/units'

export interface FindingActions {
  accept: (finding: Finding, words: string) => void
  reject: (finding: Finding, verdict: 'rejected' | 'never') => void
  takeBack: (finding: Finding) => void
}

interface FindingRowProps {
  finding: Finding
  pass: AnalysedPass
  track: Track
  /** how the mark is found that the advice names; null where there is none */
  mark: string | null
  student: string
  decision: Decision | undefined
  actions: FindingActions
}

const SURE_FROM = 0.75

/** A finding with its advice, what it rests on, and the instructor’s decision. */
export function FindingRow({ finding, pass, track, mark, student, decision, actions }: FindingRowProps) {
  const units = useUnits()
  const [isWhy, setWhy] = useState(false)
  const [words, setWords] = useState<string | null>(null)
  const [menu, setMenu] = useState<HTMLElement | null>(null)
  const advice = adviceOn(finding, mark, units)
  const name = `${faultOf(finding.fault)!.name}, ${sizeWords(finding, units)}`
  const isAccepted = decision?.verdict === 'accepted'
  const label = `lap ${finding.lap}, corner ${finding.corner}, ${faultOf(finding.fault)!.name}`
  return (
    <Box sx={{ py: 0.75, borderTop: 1, borderColor: 'divider' }}>
      <Typography component="h3" sx={{ fontWeight: 700, fontSize: '1rem' }}>
        Lap {finding.lap}, corner {finding.corner}: {name}
      </Typography>
      <Typography variant="body2">
        {decision?.words ? decision.words : `${advice.charAt(0).toUpperCase()}${advice.slice(1)}.`}
        {finding.because !== null && ` Cause: ${faultOf(finding.because)!.name}.`}
      </Typography>
      {isWhy && (
        <Box component="ul" sx={{ my: 0.5, pl: 2.5 }}>
          {evidenceFor(track, pass, finding, units).map((line) => (
            <li key={line}>
              <Typography variant="body2">{line}</Typography>
            </li>
          ))}
          <li>
            <Typography variant="body2">
              {finding.confidence >= SURE_FROM ? 'This is well outside' : 'This is only just outside'} what drivers and loggers normally
              vary by.
            </Typography>
          </li>
        </Box>
      )}
      {words !== null && (
        <TextField
          autoFocus
          fullWidth
          size="small"
          multiline
          label="In your words"
          value={words}
          onChange={(e) => setWords(e.target.value)}
          slotProps={{ htmlInput: { maxLength: 300 } }}
          sx={{ my: 0.75 }}
        />
      )}
      <Stack direction="row" sx={{ flexWrap: 'wrap', columnGap: 0.5, ml: -0.75 }}>
        <Button size="small" aria-expanded={isWhy} onClick={() => setWhy(!isWhy)}>
          Why do you say that?
        </Button>
        {words !== null ? (
          <>
            <Button
              size="small"
              variant="contained"
              disabled={words.trim() === ''}
              onClick={() => {
                actions.accept(finding, words.trim())
                setWords(null)
              }}
            >
              Accept these words
            </Button>
            <Button size="small" onClick={() => setWords(null)}>
              Cancel
            </Button>
          </>
        ) : isAccepted ? (
          <>
            <Typography variant="body2" sx={{ alignSelf: 'center', fontWeight: 650 }}>
              Accepted, in the log
            </Typography>
            <Button size="small" aria-label={`Take back ${label}`} onClick={() => actions.takeBack(finding)}>
              Take back
            </Button>
          </>
        ) : (
          <>
            <Button size="small" aria-label={`Accept ${label}`} onClick={() => actions.accept(finding, '')}>
              Accept
            </Button>
            <Button size="small" aria-label={`Reword ${label}`} onClick={() => setWords(advice)}>
              Reword
            </Button>
            <Button size="small" aria-label={`Reject ${label}`} aria-haspopup="menu" onClick={(e) => setMenu(e.currentTarget)}>
              Reject
            </Button>
            <Menu anchorEl={menu} open={menu !== null} onClose={() => setMenu(null)}>
              <MenuItem onClick={() => actions.reject(finding, 'rejected')}>On this lap</MenuItem>
              {!unsafeFaults.includes(finding.fault) && (
                <MenuItem onClick={() => actions.reject(finding, 'never')}>
                  Always, for {student} at corner {finding.corner}
                </MenuItem>
              )}
            </Menu>
          </>
        )}
      </Stack>
    </Box>
  )
}
