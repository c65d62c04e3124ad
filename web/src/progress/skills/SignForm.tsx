import { Box, Button, Typography } from '@mui/material'
import { useState } from 'react'
import { v4 as uuid } from 'uuid'
import { signedLevels, signSchema, type Person, type SignedLevel } from '@ochote/contracts'
import { skillLevels, type SkillState } from '@ochote/core'
import { SelectField } from '../../forms/SelectField'
import { TextLine } from '../../forms/TextLine'
import { today } from '../../format/format'
import { ProblemNotice } from '../../problem/ProblemNotice'
import { GivenBy, type Given } from './GivenBy'
import { levelWords } from './skillWords'
import { useSign } from './useSignatures'

const LONGEST_REMARK = 400
const steps = signedLevels.map((level) => ({ id: level, name: level }))

interface SignFormProps {
  state: SkillState
  personId: string
  instructors: readonly Person[]
  onDone: () => void
}

/** An instructor signs a step, by name, with date and remark. */
export function SignForm({ state, personId, instructors, onDone }: SignFormProps) {
  const { skill, bend, level } = state
  const [id] = useState(() => uuid())
  const [given, setGiven] = useState<Given>({ instructorId: '', on: today() })
  const [step, setStep] = useState<SignedLevel>(signedLevels.find((one) => one === level) ?? 'seen')
  const [remark, setRemark] = useState('')
  const { mutate, isPending, error } = useSign(personId, onDone)
  const signed = signSchema.safeParse({ id, skill, bend, level: step, ...given, remark })
  const showsLess = skillLevels.indexOf(step) > skillLevels.indexOf(level)
  return (
    <Box
      component="form"
      noValidate
      aria-label="Sign a step"
      sx={{ my: 1, display: 'flex', gap: 1.5, flexWrap: 'wrap', alignItems: 'flex-start' }}
      onSubmit={(e) => {
        e.preventDefault()
        if (signed.success && !isPending) mutate(signed.data)
      }}
    >
      {error && <ProblemNotice error={error} />}
      <SelectField label="Step" value={step} options={steps} onChange={setStep} sx={{ minWidth: 120 }} />
      <GivenBy given={given} instructors={instructors} onChange={setGiven} />
      <TextLine label="Remark" value={remark} most={LONGEST_REMARK} onText={setRemark} sx={{ flex: 1, minWidth: 220 }} />
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap', width: '100%' }}>
        <Button type="submit" variant="contained" disabled={!signed.success || isPending}>
          Sign
        </Button>
        <Button onClick={onDone}>Don’t sign</Button>
        {showsLess && (
          <Typography role="note">The record shows less: {levelWords[level]}. You can sign what you have seen yourself.</Typography>
        )}
      </Box>
    </Box>
  )
}
