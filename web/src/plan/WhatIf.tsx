import { Box, MenuItem, Slider, Stack, TextField, Typography } from '@mui/material'
import { useEffect, useMemo, useState } from 'react'
import type { ChangeKind, OuterEdge, PlanSolution, TimePart, WhatIfAnswer } from '@ochote/core'
import { errorWords } from '../api/errorWords'
import { fineDistance, speed } from '../format/format'
import type { SolutionInput } from '../workers/useSolution'
import { useWhatIf } from '../workers/useWhatIf'
import { changeKinds, changeOptions } from './changes'
import { WhatIfTraces } from './WhatIfTraces'

interface WhatIfProps {
  input: SolutionInput
  solution: PlanSolution
  corner: string
  /** called with every answer, and with null when the question is closed */
  onAnswer: (answer: WhatIfAnswer | null) => void
}

const partNames: Record<TimePart, string> = {
  braking: 'To turn-in',
  entry: 'Turn-in to apex',
  exit: 'Apex to exit',
  straight: 'After the exit',
}

/** One change at the chosen corner: where time is gained and lost, and where the car goes. */
export function WhatIf({ input, solution, corner, onAnswer }: WhatIfProps) {
  const [kind, setKind] = useState<ChangeKind>('brake-later')
  const option = changeOptions[kind]
  const [amounts, setAmounts] = useState<Partial<Record<ChangeKind, number>>>({})
  const amount = amounts[kind] ?? option.usual
  const change = useMemo(() => option.make(amount), [option, amount])
  const { data: answer, error } = useWhatIf(input, solution, corner, change)
  useEffect(() => {
    onAnswer(answer ?? null)
    return () => onAnswer(null)
  }, [answer, onAnswer])
  return (
    <Box component="section" aria-labelledby="what-if">
      <Typography id="what-if" variant="h2" sx={{ mt: 2.5, mb: 0.75 }}>
        What if, at corner {corner}
      </Typography>
      <TextField
        select
        fullWidth
        size="small"
        label="What changes"
        value={kind}
        onChange={(e) => setKind(changeKinds.find((k) => k === e.target.value) ?? kind)}
      >
        {changeKinds.map((key) => (
          <MenuItem key={key} value={key}>
            {changeOptions[key].name}
          </MenuItem>
        ))}
      </TextField>
      <Stack direction="row" sx={{ alignItems: 'center', gap: 1.5, mt: 0.5 }}>
        <Slider
          size="small"
          aria-label={option.name}
          min={option.least}
          max={option.most}
          step={option.step}
          value={amount}
          getAriaValueText={option.tell}
          onChange={(_e, v) => setAmounts({ ...amounts, [kind]: Array.isArray(v) ? v[0] : v })}
        />
        <Typography variant="body2" sx={{ width: 96, flexShrink: 0, textAlign: 'right' }}>
          {option.tell(amount)}
        </Typography>
      </Stack>
      {error && (
        <Typography variant="body2" color="error" role="alert">
          This could not be computed. {errorWords(error)}
        </Typography>
      )}
      {answer && <Answer answer={answer} solution={solution} />}
    </Box>
  )
}

const signed = (s: number) => (Math.abs(s) < 0.005 ? 'the same' : `${Math.abs(s).toFixed(2)} s ${s > 0 ? 'lost' : 'gained'}`)

function edgeWords({ clearM, speedMps }: OuterEdge): string {
  const how = clearM >= 0 ? `clears the outer edge by ${fineDistance(clearM)}` : `passes the outer edge by ${fineDistance(-clearM)}`
  return `${how} at ${speed(speedMps)}`
}

const hundredths = (s: number) => Math.round(s * 100) / 100

function Answer({ answer, solution }: { answer: WhatIfAnswer; solution: PlanSolution }) {
  const { lostS, outer, outerPlanned, leavesTrack: off } = answer
  const parts = Object.keys(partNames) as TimePart[]
  // what is shown adds up as it is shown
  const totalS = parts.reduce((sum, part) => sum + hundredths(lostS[part]), 0)
  return (
    <>
      <Box component="dl" sx={{ display: 'grid', gridTemplateColumns: '1fr auto', m: 0, mt: 0.5, rowGap: 0.25 }}>
        {parts.map((part) => (
          <Row key={part} name={partNames[part]} value={signed(lostS[part])} />
        ))}
        <Row name="The lap" value={off ? 'off the track' : signed(hundredths(totalS))} strong />
      </Box>
      <Typography variant="body2" sx={{ mt: 0.5, fontWeight: off ? 700 : 400 }} color={off ? 'error' : 'text.primary'}>
        {off && 'Off the track: the car '}
        {!off && 'The car '}
        {edgeWords(outer)}; as planned it {edgeWords(outerPlanned)}.
      </Typography>
      <WhatIfTraces answer={answer} solution={solution} />
    </>
  )
}

function Row({ name, value, strong = false }: { name: string; value: string; strong?: boolean }) {
  const weight = strong ? 750 : 400
  return (
    <>
      <Typography component="dt" variant="body2" sx={{ fontWeight: weight }}>
        {name}
      </Typography>
      <Typography component="dd" variant="body2" sx={{ m: 0, textAlign: 'right', fontWeight: weight }}>
        {value}
      </Typography>
    </>
  )
}
