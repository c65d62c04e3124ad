import { Box, ButtonBase, Stack, Typography } from '@mui/material'
import type { FieldProblem } from '@ochote/contracts'
import type { CircuitRemark } from '@ochote/core'
import { distance } from '../format/format'
import { FlawIcon } from './FlawMark'
import { featureOfProblem } from './flaws'

interface CircuitCheckProps {
  problems: readonly FieldProblem[]
  remarks: readonly CircuitRemark[]
  onFeature: (index: number) => void
}

/** Problems that keep the circuit from being used, and remarks on what is odd or missing. */
export function CircuitCheck({ problems, remarks, onFeature }: CircuitCheckProps) {
  return (
    <Stack component="section" aria-labelledby="circuit-check" sx={{ gap: 0.5 }}>
      <Typography id="circuit-check" variant="h2">
        {problems.length > 0 ? 'It can’t be used yet' : remarks.length > 0 ? 'It can be used; check' : 'Nothing to check'}
      </Typography>
      <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {problems.map((problem) => {
          const about = featureOfProblem(problem)
          return (
            <Stack component="li" key={problem.field + problem.found} direction="row" sx={{ gap: 1, py: 0.5 }}>
              <FlawIcon kind="wrong" />
              <Box>
                <Typography variant="body2" color="error">
                  Found {problem.found}; expected {problem.expected}.
                </Typography>
                {about && (
                  <ButtonBase onClick={() => onFeature(about.index)}>
                    <Typography variant="caption" color="primary">
                      {problem.field}
                    </Typography>
                  </ButtonBase>
                )}
              </Box>
            </Stack>
          )
        })}
        {remarks.map((remark) => (
          <Stack component="li" key={remark.what} direction="row" sx={{ gap: 1, py: 0.5 }}>
            <FlawIcon kind="look" />
            <Typography variant="body2">
              {remark.what}
              {remark.stationsM.length === 1 && `, at ${distance(remark.stationsM[0]!)}`}
            </Typography>
          </Stack>
        ))}
      </Box>
    </Stack>
  )
}
