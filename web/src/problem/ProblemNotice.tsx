import { Alert, AlertTitle, Button } from '@mui/material'
import { errorWords } from '../api/errorWords'
import { ProblemError } from '../api/request'

/** A problem in words, what was kept, and a way to continue. */
export function ProblemNotice({ error, onRetry }: { error: unknown; onRetry?: () => void }) {
  const problem = error instanceof ProblemError ? error.problem : null
  return (
    <Alert
      severity="error"
      variant="outlined"
      action={
        onRetry ? (
          <Button color="inherit" onClick={onRetry}>
            Try again
          </Button>
        ) : null
      }
    >
      <AlertTitle>{problem?.title ?? 'This could not be shown'}</AlertTitle>
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
    </Alert>
  )
}
