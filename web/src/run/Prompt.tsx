import { Box } from '@mui/material'
import type { ReactNode } from 'react'
import type { CalledFollowUp, SuggestedStep } from '@ochote/core'
import { AskAbout, type answers } from './AskAbout'
import { Step } from './Step'

interface PromptProps {
  asked: CalledFollowUp | undefined
  onAnswer: (about: CalledFollowUp, result: (typeof answers)[number]) => void
  suggested: SuggestedStep | undefined
  onDecide: (step: SuggestedStep) => void
  onLeave: (step: SuggestedStep) => void
  /** what stands there while nothing is asked */
  otherwise: ReactNode
}

/**
 * What the seat asks: whether a correction was put right, else whether to go on otherwise. Its place is always kept, so that nothing
 * below moves from under a finger when it asks.
 */
export function Prompt({ asked, onAnswer, suggested, onDecide, onLeave, otherwise }: PromptProps) {
  return (
    <Box sx={{ minHeight: { xs: 96, sm: 66 }, overflow: 'hidden' }}>
      {asked ? (
        <AskAbout about={asked} onAnswer={onAnswer} />
      ) : suggested ? (
        <Step step={suggested} onDecide={onDecide} onLeave={onLeave} />
      ) : (
        otherwise
      )}
    </Box>
  )
}
