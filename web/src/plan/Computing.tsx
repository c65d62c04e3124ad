import { Box, Button, LinearProgress, Stack, Typography } from '@mui/material'
import type { AnswerStage } from '../workers/useFirstAnswers'
import type { MarkedPlanState } from '../workers/useMarkedPlan'

/** What is shown while the line of the settings is not there yet. */
const SHOWN: Record<AnswerStage, string> = {
  settled: '',
  before: 'What is shown is for the settings before.',
  'line-before': 'What is shown are the new speeds on the line before.',
  'first-answer': 'What is shown is a first answer: a line found in a few steps from the one before. Marks may still move by metres.',
}

interface ComputingProps {
  marked: Pick<MarkedPlanState, 'isFetching' | 'progress' | 'isStopped' | 'stop' | 'resume'>
  stage: AnswerStage
}

/** How far the search for the line has come, what is shown meanwhile, and how to stop it. */
export function Computing({ marked, stage }: ComputingProps) {
  const { isFetching, progress, isStopped, stop, resume } = marked
  const isWaiting = stage !== 'settled' && (isFetching || isStopped)
  return (
    <>
      <Box sx={{ height: 3 }}>
        {isFetching && (
          <LinearProgress
            aria-label="Computing line, speeds and marks"
            variant={progress > 0 ? 'determinate' : 'indeterminate'}
            value={100 * progress}
            sx={{ height: 3 }}
          />
        )}
      </Box>
      {isWaiting && (
        <Stack direction="row" role="status" className="no-print" sx={{ px: 2, gap: 1.5, alignItems: 'center', minHeight: 34 }}>
          <Typography variant="body2">
            {isStopped ? 'The search for the line was stopped. ' : `Searching for the line, ${Math.round(100 * progress)} %. `}
            {SHOWN[stage]}
          </Typography>
          <Button size="small" onClick={isStopped ? resume : stop}>
            {isStopped ? 'Search on' : 'Stop'}
          </Button>
        </Stack>
      )}
    </>
  )
}
