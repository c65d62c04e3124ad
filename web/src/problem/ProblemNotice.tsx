import { Box, Button, Typography } from '@mui/material'
import { errorWords } from '../api/errorWords'
import { ProblemError } from '../api/request'

/** A problem in words, what was kept, and a way to continue. */
export function ProblemNotice({ error, onRetry }: { error: unknown; onRetry?: () => void }) {
  const problem = error instanceof ProblemError ? error.problem : null
  return (
    <Box role="alert" sx={{ borderLeft: 5, borderColor: 'error.main', bgcolor: 'background.paper', px: 2, py: 1.25 }}>
      <Typography sx={{ fontWeight: 700 }} color="error">
        {problem?.title ?? 'This could not be shown'}
      </Typography>
      <Typography component="div">
        {errorWords(error)}
        {problem?.code === 'invalid-input' && problem.fields.length > 1 && (
          <ul>
            {problem.fields.slice(1).map((field) => (
              <li key={field.field + field.found}>
                {field.field}: found {field.found}, expected {field.expected}
              </li>
            ))}
          </ul>
        )}
      </Typography>
      {onRetry && (
        <Button size="small" onClick={onRetry} sx={{ ml: -0.75 }}>
          Try again
        </Button>
      )}
    </Box>
  )
}
