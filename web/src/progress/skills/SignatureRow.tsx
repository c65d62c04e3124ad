import { Box, Button, Typography } from '@mui/material'
import { useState } from 'react'
import { withdrawSchema, type Person, type SkillSignature } from '@ochote/contracts'
import { TextLine } from '../../forms/TextLine'
import { shortDay, today } from '../../format/format'
import { ProblemNotice } from '../../problem/ProblemNotice'
import { GivenBy, type Given } from './GivenBy'
import { useWithdraw } from './useSignatures'

const LONGEST_REASON = 400

interface SignatureRowProps {
  signature: SkillSignature
  people: readonly Person[]
  instructors: readonly Person[]
}

/** A signed step: who, when, the remark, and whether it was withdrawn. */
export function SignatureRow({ signature, people, instructors }: SignatureRowProps) {
  const { level, instructorId, on, remark, withdrawn } = signature
  const [isWithdrawing, setWithdrawing] = useState(false)
  const nameOf = (id: string) => people.find((one) => one.id === id)?.name ?? 'a former instructor'
  return (
    <Box sx={{ my: 0.5 }}>
      <Typography>
        Signed: <strong>{level}</strong>, by {nameOf(instructorId)} on {shortDay(on)}
        {remark && `: ${remark}`}
        {withdrawn && (
          <>
            {' '}
            <strong>Withdrawn</strong> by {nameOf(withdrawn.instructorId)} on {shortDay(withdrawn.on)}
            {withdrawn.why && `: ${withdrawn.why}`}
          </>
        )}
        {!withdrawn && !isWithdrawing && (
          <Button size="small" sx={{ ml: 1 }} onClick={() => setWithdrawing(true)}>
            Withdraw
          </Button>
        )}
      </Typography>
      {isWithdrawing && !withdrawn && <WithdrawForm signature={signature} instructors={instructors} onDone={() => setWithdrawing(false)} />}
    </Box>
  )
}

interface WithdrawFormProps {
  signature: SkillSignature
  instructors: readonly Person[]
  onDone: () => void
}

function WithdrawForm({ signature, instructors, onDone }: WithdrawFormProps) {
  const [given, setGiven] = useState<Given>({ instructorId: '', on: today() })
  const [why, setWhy] = useState('')
  const { mutate, isPending, error } = useWithdraw(signature.personId, signature.id, onDone)
  const withdrawal = withdrawSchema.safeParse({ ...given, why })
  return (
    <Box
      component="form"
      noValidate
      aria-label="Withdraw the signature"
      sx={{ my: 1, display: 'flex', gap: 1.5, flexWrap: 'wrap', alignItems: 'flex-start' }}
      onSubmit={(e) => {
        e.preventDefault()
        if (withdrawal.success && !isPending) mutate(withdrawal.data)
      }}
    >
      {error && <ProblemNotice error={error} />}
      <GivenBy given={given} instructors={instructors} onChange={setGiven} />
      <TextLine label="Why" value={why} most={LONGEST_REASON} onText={setWhy} required sx={{ flex: 1, minWidth: 220 }} />
      <Button type="submit" variant="contained" disabled={!withdrawal.success || isPending}>
        Withdraw the signature
      </Button>
      <Button onClick={onDone}>Leave it</Button>
    </Box>
  )
}
